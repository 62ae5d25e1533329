import { sidesOf } from '~~/core/audio'
import { samplesOf, wavFile } from '~~/core/mix'
import type { Sound } from '~~/core/show'
import { decoded, RATE } from '~/sound/decoded'
import { save } from '~/words/save'
import { channelsOf } from './looking'

/** Saves a sound as it is used, trimmed and at its gain, as a WAV file: 48 kHz, 24 bits, stereo. */
export async function exportWav(sound: Sound): Promise<void> {
  const buffer = await decoded(sound.asset)
  if (!buffer) return
  const [from, to] = sound.trim ?? [0, buffer.duration]
  const gain = 10 ** (sound.gain / 20)
  const [left, right = left] = sidesOf(channelsOf(buffer)).map((side) =>
    side.slice(Math.round(from * RATE), Math.round(to * RATE)).map((value) => value * gain),
  )
  const { head, tail } = wavFile(left!.length, RATE, [])
  const parts = [head, samplesOf(left!, right!).bytes, tail] as BlobPart[]
  save(new Blob(parts, { type: 'audio/wav' }), `${sound.name}.wav`)
}
