import { amplitude } from '~~/core/base'
import { sidesOf } from '~~/core/audio'
import { samplesOf, wavFile } from '~~/core/mix'
import type { Sound } from '~~/core/show'
import { channelsOf, decoded, RATE } from '~/playback/decoded'
import { download } from '~/document/download'

/** A sound as it is used, trimmed and at its gain, as a WAV file: 48 kHz, 24 bits, stereo; nothing where its file is not here. */
async function wavOf(sound: Sound): Promise<BlobPart[] | undefined> {
  const buffer = await decoded(sound.asset).catch(() => undefined)
  if (!buffer) return undefined
  const [from, to] = sound.trim ?? [0, buffer.duration]
  const gain = amplitude(sound.gain)
  const [left, right = left] = sidesOf(channelsOf(buffer)).map((side) =>
    side.slice(Math.round(from * RATE), Math.round(to * RATE)).map((value) => value * gain),
  )
  const { head, tail } = wavFile(left!.length, RATE, [])
  return [head, samplesOf(left!, right!).bytes, tail] as BlobPart[]
}

/** Saves sounds as WAV files: one as it is, several in a ZIP. */
export async function exportWav(sounds: readonly Sound[]): Promise<void> {
  const [first] = sounds
  if (sounds.length === 1 && first) {
    const parts = await wavOf(first)
    if (parts) download(new Blob(parts, { type: 'audio/wav' }), `${first.name}.wav`)
    return
  }
  const { Zip, ZipPassThrough } = await import('fflate')
  const written: BlobPart[] = []
  const zip = new Zip((error, chunk) => !error && written.push(chunk as BlobPart))
  for (const sound of sounds) {
    const parts = await wavOf(sound)
    if (!parts) continue
    const entry = new ZipPassThrough(`${sound.name.replace(/[/\\]/g, ' ')}.wav`)
    zip.add(entry)
    entry.push(new Uint8Array(await new Blob(parts).arrayBuffer()), true)
  }
  zip.end()
  download(new Blob(written, { type: 'application/zip' }), 'Sounds.zip')
}
