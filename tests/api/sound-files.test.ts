import { createHash } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Measured } from '../../core/sound'
import { ask, edit, newShow } from '../harness/api'
import { startServer, type TestServer } from '../harness/server'
import { byFfmpeg, bySox, inFolder, readByFfmpeg, spoken } from '../harness/sound-makers'
import { wav } from '../harness/wav'
import { samples } from '../trials/samples'
import { writeFileSync } from 'node:fs'

let server: TestServer
beforeAll(async () => void (server = await startServer()))
afterAll(() => server.kill())

async function keep(bytes: Buffer): Promise<{ status: number; body: any }> {
  const answer = await fetch(`${server.url}/api/assets`, { method: 'POST', body: Uint8Array.from(bytes) })
  return { status: answer.status, body: await answer.json() }
}
const about = async (hash: string): Promise<{ type: string; measured?: Measured; bytes: number }> =>
  (await ask(server.url, '/api/sounds', 'POST', { hashes: [hash] })).body[hash]

describe('files that other programs wrote', () => {
  it.each<[string, () => Buffer, string, number, number]>([
    ['FLAC', () => byFfmpeg('a.flac'), 'audio/flac', 1, 44_100],
    [
      'FLAC of 24 bits at 96 kHz',
      () => byFfmpeg('b.flac', 'sine=d=3:r=96000', '-sample_fmt', 's32'),
      'audio/flac',
      1,
      96_000,
    ],
    ['Ogg Vorbis, stereo', () => byFfmpeg('a.ogg', 'sine=d=3:r=44100', '-ac', '2'), 'audio/ogg', 2, 44_100],
    ['Opus', () => byFfmpeg('a.opus'), 'audio/opus', 1, 48_000],
    ['MP3 with tags', () => byFfmpeg('a.mp3', 'sine=d=3:r=44100', '-metadata', 'title=Gull'), 'audio/mpeg', 1, 44_100],
    ['AIFF', () => byFfmpeg('a.aiff', 'sine=d=3:r=32000'), 'audio/aiff', 1, 32_000],
    [
      '5.1 WAV of floats',
      () => byFfmpeg('a.wav', 'sine=d=3:r=48000', '-ac', '6', '-c:a', 'pcm_f32le'),
      'audio/wav',
      6,
      48_000,
    ],
    [
      '8-bit WAV at an odd rate',
      () => bySox('odd.wav', '-r', '11025', '-b', '8', 'synth', '3', 'sine', '300'),
      'audio/wav',
      1,
      11_025,
    ],
    [
      'AIFF-C of floats',
      () => bySox('a.aifc', '-r', '22050', '-e', 'floating-point', '-b', '32', 'synth', '3', 'pluck'),
      'audio/aiff',
      1,
      22_050,
    ],
  ])('%s comes in as it is', async (_, make, type, channels, rate) => {
    const bytes = make()
    const { status, body } = await keep(bytes)
    expect(status, JSON.stringify(body)).toBe(200)
    expect(Math.abs(body.seconds - 3)).toBeLessThan(0.03)
    expect(await about(body.hash)).toMatchObject({ type, bytes: bytes.length, measured: { channels, rate } })
    const back = await fetch(`${server.url}/api/assets/${body.hash}`)
    expect(back.headers.get('content-type')).toBe(type)
    expect(
      createHash('sha256')
        .update(Buffer.from(await back.arrayBuffer()))
        .digest('hex'),
    ).toBe(body.hash)
  })
  it.each(['flac', 'ogg', 'opus', 'mp3', 'aiff', 'wav', 'aac', 'm4a'])(
    'a cut-off .%s is refused in words',
    async (ending) => {
      const bytes = byFfmpeg(`cut.${ending}`)
      const { status, body } = await keep(bytes.subarray(0, Math.floor(bytes.length * 0.573)))
      expect(status).toBe(422)
      expect(body.message).toMatch(/cut off|its header claims/)
    },
  )
  it('what only a browser decodes waits to be measured by one, once', async () => {
    const { body } = await keep(byFfmpeg('a.m4a'))
    expect(body).toMatchObject({ isMeasured: false })
    expect(Math.abs(body.seconds - 3)).toBeLessThan(0.1)
    const { measured } = await about((await keep(byFfmpeg('like.wav'))).body.hash)
    const put = (value: unknown) =>
      ask(server.url, `/api/assets/${body.hash}/about`, 'PUT', { envelope: 'AAAAAA==', placed: null, measured: value })
    expect((await put({ ...measured, seconds: 'long' })).status).toBe(400)
    expect((await put({ ...measured, seconds: 99 })).status).toBe(422)
    expect((await put({ ...measured, seconds: 2.9 })).status).toBe(200)
    expect((await put({ ...measured, seconds: 99 })).status).toBe(200)
    expect((await about(body.hash)).measured?.seconds).toBe(2.9)
    const other = (await keep(wav(900))).body.hash
    expect(
      (await ask(server.url, `/api/assets/${other}/about`, 'PUT', { envelope: '', placed: null, measured })).status,
    ).toBe(409)
  })
})

it('one file takes the place of another in every show, as an edit that says so', async () => {
  const [old, other] = [(await keep(wav(8000, 300))).body.hash, (await keep(wav(4000, 500))).body.hash]
  const shows = await Promise.all(['First', 'Second', 'Third'].map((title) => newShow(server.url, title)))
  const sound = { id: 'plink', name: 'Plink', asset: old, seconds: 1, trim: [0.2, 0.9] }
  for (const { id, revision } of shows.slice(0, 2))
    expect((await edit(server.url, id, revision, [{ op: 'add', path: '/sounds/-', value: sound }])).status).toBe(200)
  const { body } = await ask(server.url, '/api/sounds/replace', 'POST', { from: old, to: other })
  expect(body.shows.sort()).toEqual(['First', 'Second'])
  for (const { id } of shows.slice(0, 2)) {
    const { show } = (await ask(server.url, `/api/shows/${id}`)).body
    expect(show.sounds.find(({ id }: { id: string }) => id === 'plink')).toMatchObject({ asset: other, seconds: 0.5 })
  }
  expect((await ask(server.url, '/api/sounds/replace', 'POST', { from: other, to: 'ab'.repeat(32) })).status).toBe(404)
})

it('a file is served in ranges', async () => {
  const bytes = wav(4000)
  const { body } = await keep(bytes)
  const part = async (range: string) => {
    const answer = await fetch(`${server.url}/api/assets/${body.hash}`, { headers: { range } })
    return {
      status: answer.status,
      said: answer.headers.get('content-range'),
      bytes: Buffer.from(await answer.arrayBuffer()),
    }
  }
  for (const [range, first, last] of [
    ['bytes=100-199', 100, 199],
    ['bytes=8000-', 8000, bytes.length - 1],
    ['bytes=-44', bytes.length - 44, bytes.length - 1],
    ['bytes=0-999999', 0, bytes.length - 1],
  ] as const) {
    const answer = await part(range)
    expect([answer.status, answer.said]).toEqual([206, `bytes ${first}-${last}/${bytes.length}`])
    expect(answer.bytes.equals(bytes.subarray(first, last + 1))).toBe(true)
  }
  expect(await part('bytes=99999-')).toMatchObject({ status: 416, said: `bytes */${bytes.length}` })
  expect((await part('bytes=nonsense')).status).toBe(200)
})

it('is as loud as another program reads it', async () => {
  const files: [string, Buffer][] = [
    ['speech.wav', spoken('speech.wav', 'Mind the rack. The rope has been let go, and the tide is coming in over the quay.')],
    ['pluck.wav', bySox('pluck.wav', '-r', '44100', 'synth', '6', 'pluck', 'A2', 'gain', '-6')],
    ['pink.wav', bySox('pink.wav', '-r', '48000', '-c', '2', 'synth', '5', 'pinknoise', 'gain', '-12')],
    ['brown.flac', bySox('brown.flac', '-r', '32000', 'synth', '5', 'brownnoise', 'tremolo', '0.4', '90')],
    ['sweep.wav', byFfmpeg('sweep.wav', "aevalsrc='0.3*sin(2*PI*t*(100+400*t))':d=6:s=44100")],
    ['hot.wav', bySox('hot.wav', '-r', '44100', 'synth', '4', 'sine', '997', 'gain', '2')],
    ['surround.wav', byFfmpeg('surround.wav', 'anoisesrc=d=5:c=pink:a=0.2:r=48000', '-ac', '6')],
  ] // prettier-ignore
  for (const [name, bytes] of files) {
    writeFileSync(inFolder(name), bytes)
    const { measured } = await about((await keep(bytes)).body.hash)
    const theirs = readByFfmpeg(inFolder(name))
    expect(Math.abs(measured!.integrated! - theirs.integrated), `${name} in whole`).toBeLessThanOrEqual(0.1)
    expect(Math.abs(measured!.truePeak! - theirs.peak), `${name} at its peak`).toBeLessThanOrEqual(0.2)
  }
})

it('an M4A that was cut is refused, wherever: its tables say how much there should be', async () => {
  for (const [name, ...how] of [['head.m4a', '-movflags', '+faststart'], ['tail.m4a']]) {
    const whole = byFfmpeg(name!, 'sine=d=20:r=44100', ...how)
    expect((await keep(whole)).status).toBe(200)
    // Cut where its samples are, and made to look whole again: their box says that it is as long as what is left.
    const at = whole.indexOf('mdat') - 4
    const cut = name === 'head.m4a' ? whole.subarray(0, at + 4000) : Buffer.concat([whole.subarray(0, at + 4000), whole.subarray(at + whole.readUInt32BE(at))]) // prettier-ignore
    cut.writeUInt32BE(4000, at)
    const { status, body } = await keep(cut)
    expect([status, body.message]).toEqual([422, expect.stringContaining('cut off')])
  }
})

it('sounds of every kind are what ffmpeg reads in them, sample by sample and channel by channel', async () => {
  expect(await samples(3)).toEqual({ files: 27, otherwise: 0 })
})
