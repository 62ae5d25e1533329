import fc from 'fast-check'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { randomShow } from '../../core/testing/random-show'
import { ask } from '../harness/api'
import { byFfmpeg } from '../harness/sound-makers'
import { numbers, openPlace, picker, type Figures } from './place'

const RATES = [1, 100, 999, 1000, 1681, 2000, 3300, 3364, 8000, 11_025, 44_100, 48_000, 96_000, 192_000, 384_000]
const PACKED = [['flac'], ['ogg', '-c:a', 'libvorbis'], ['opus'], ['mp3'], ['aac'], ['m4a'], ['aiff'], ['wav', '-c:a', 'pcm_f64le'], ['wav', '-c:a', 'pcm_s24le']] // prettier-ignore

/** A WAV of 32-bit floats, each as `fill` says. */
function floats(rate: number, channels: number, frames: number, fill: (i: number) => number): Buffer {
  const file = Buffer.alloc(44 + frames * channels * 4)
  file.write('RIFF', 0)
  file.writeUInt32LE(file.length - 8, 4)
  file.write('WAVEfmt ', 8)
  file.writeUInt32LE(16, 16)
  file.writeUInt16LE(3, 20)
  file.writeUInt16LE(channels, 22)
  file.writeUInt32LE(rate, 24)
  file.writeUInt32LE(rate * channels * 4, 28)
  file.writeUInt16LE(channels * 4, 32)
  file.writeUInt16LE(32, 34)
  file.write('data', 36)
  file.writeUInt32LE(frames * channels * 4, 40)
  for (let i = 0; i < frames * channels; i++) file.writeFloatLE(fill(i), 44 + 4 * i)
  return file
}

/** Sounds and shows made at random are backed up and restored. `lost`: what was kept before and is not the same afterwards. */
export async function keepsakes(count: number): Promise<Figures> {
  const place = await openPlace()
  const next = numbers(23)
  const pick = picker(next)
  const folder = mkdtempSync(join(tmpdir(), 'esvik-keepsakes-'))
  const figures: Figures = { sounds: 0, taken: 0, refused: 0, shows: 0, lost: 0, errors: 0 }
  const fills: ((i: number) => number)[] = [() => 0, () => 3e38, () => -3e38, () => NaN, () => Infinity, () => 1, (i) => Math.sin(i / 9), () => 2 * next() - 1, (i) => (i % 2 ? 3e38 : -3e38)] // prettier-ignore
  const hashes: string[] = []
  for (let n = 0; n < count; n++) {
    const rate = pick(RATES)
    const [ending, ...how] = pick(PACKED)
    const sound =
      next() < 0.6
        ? floats(rate, pick([1, 2, 6]), pick([0, 1, 2, 7, 100, 1000, Math.min(rate * 4, 200_000)]), pick(fills))
        : byFfmpeg(`${n}.${ending}`, `${pick(['sine=f=440:d=', 'anoisesrc=d=', 'anullsrc,atrim=0:'])}${pick(['0.02', '0.3', '2', '4'])}`, '-ar', pick(['8000', '16000', '44100', '48000'].filter((each) => ending !== 'opus' || each !== '44100')), ...how!) // prettier-ignore
    const answer = await fetch(`${place.url}/api/assets`, { method: 'POST', body: new Uint8Array(sound) })
    const body = (await answer.json()) as { hash?: string }
    figures.sounds!++
    if (answer.status >= 500) figures.errors!++
    else if (answer.ok) hashes.push(body.hash!)
    else figures.refused!++
  }
  figures.taken = hashes.length
  const titles: string[] = []
  for (const show of fc.sample(randomShow, { numRuns: Math.ceil(count / 4), seed: 31 })) {
    const { status, body } = await ask(place.url, '/api/shows', 'POST', { document: show })
    if (status === 200) titles.push(body.id)
    else figures.errors!++
  }
  figures.shows = titles.length
  const state = async () =>
    JSON.stringify([
      (await ask(place.url, '/api/shows')).body,
      await Promise.all(titles.map(async (id) => (await ask(place.url, `/api/shows/${id}`)).body)),
      Object.entries((await ask(place.url, '/api/sounds', 'POST', { hashes })).body).sort(([a], [b]) => (a < b ? -1 : 1)), // prettier-ignore
    ])
  const before = await state()
  const file = join(folder, 'all.zip')
  for (const args of [
    ['backup', file],
    ['restore', file, '--yes'],
  ]) {
    const { status, said } = await place.keep(...args)
    if (status !== 0) {
      figures.errors!++
      process.stdout.write(`  ${args[0]}: ${said}\n`)
    }
  }
  await place.server.kill()
  await place.server.start()
  if ((await state()) !== before) figures.lost!++
  rmSync(folder, { recursive: true, force: true })
  await place.close()
  return figures
}
