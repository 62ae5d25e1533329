import { createHash } from 'node:crypto'
import { buffer } from 'node:stream/consumers'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { zipStream } from '../../server/zip/pack'
import { openZip } from '../../server/zip/unpack'
import { ask, newShow, edit } from '../harness/api'
import { levelByThree } from '../harness/level'
import { wav } from '../harness/wav'
import { startServer, type TestServer } from '../harness/server'

let server: TestServer
beforeAll(async () => void (server = await startServer()))
afterAll(() => server.kill())

const keep = async (bytes: Uint8Array<ArrayBuffer>) => {
  const answer = await fetch(`${server.url}/api/assets`, { method: 'POST', body: bytes })
  return { status: answer.status, body: await answer.json() }
}
const level = async () => Uint8Array.from(await levelByThree())

it('the file of a place is kept once, by its hash, and given back as it was', async () => {
  const glb = await level()
  const { status, body } = await keep(glb)
  expect(status).toBe(200)
  expect(body.hash).toBe(createHash('sha256').update(glb).digest('hex'))
  expect((await keep(glb)).body.hash).toBe(body.hash)
  const back = await fetch(`${server.url}/api/assets/${body.hash}`)
  expect(back.headers.get('content-type')).toBe('model/gltf-binary')
  expect(Buffer.from(await back.arrayBuffer()).equals(Buffer.from(glb))).toBe(true)
})

it('a sound is kept by its hash, with how long it is; one that is not whole is refused in words', async () => {
  const bytes = Uint8Array.from(wav(4000))
  const { status, body } = await keep(bytes)
  expect(status).toBe(200)
  expect(body).toEqual({ hash: createHash('sha256').update(bytes).digest('hex'), seconds: 0.5, isMeasured: true })
  const back = await fetch(`${server.url}/api/assets/${body.hash}`)
  expect(back.headers.get('content-type')).toBe('audio/wav')
  expect(Buffer.from(await back.arrayBuffer()).equals(Buffer.from(bytes))).toBe(true)
  const cut = await keep(bytes.slice(0, 600))
  expect(cut.status).toBe(422)
  expect(cut.body.message).toContain('The file can’t be kept: its header claims')
  expect((await fetch(`${server.url}/api/assets/${cut.body.hash}`)).status).toBe(404)
})

it('what is no .glb from its first byte to its last is refused in words', async () => {
  const glb = await level()
  const changed = (work: (view: DataView, bytes: Uint8Array) => void) => {
    const bytes = glb.slice()
    work(new DataView(bytes.buffer), bytes)
    return bytes
  }
  const bad: [string, Uint8Array<ArrayBuffer>][] = [
    ['neither a .glb nor a sound', new Uint8Array(4)],
    ['cut off', glb.slice(0, 12)],
    ['neither a .glb nor a sound', changed((view) => view.setUint32(0, 0x21, true))],
    ['of version 1', changed((view) => view.setUint32(4, 1, true))],
    ['claims 2147483647 bytes', changed((view) => view.setUint32(8, 0x7fffffff, true))],
    ['and has', glb.slice(0, glb.length - 1)],
    ['its description is not whole', changed((view) => view.setUint32(12, 0x7fffffff, true))],
    ['its description is no JSON', changed((_, bytes) => (bytes[20] = 0x21))],
  ]
  for (const [words, bytes] of bad) {
    const { status, body } = await keep(bytes)
    expect(status, words).toBe(422)
    expect(body.message).toContain(words)
  }
  expect((await fetch(`${server.url}/api/assets`)).status).toBe(405)
})

it('a show takes its mesh along in a ZIP, and brings it in again', async () => {
  const glb = await level()
  const { hash } = (await keep(glb)).body
  const { id, revision } = await newShow(server.url, 'With a mesh')
  const put = await edit(server.url, id, revision, [{ op: 'add', path: '/place/mesh', value: { asset: hash } }])
  expect(put.status).toBe(200)
  const zip = Buffer.from(await (await fetch(`${server.url}/api/shows/${id}/export?sounds=1`)).arrayBuffer())
  const open = await openZip(zip)
  const name = `meshes/${hash}.glb`
  expect(open.names).toContain(name)
  expect((await open.read(name, 1e8)).equals(Buffer.from(glb))).toBe(true)
  const back = await fetch(`${server.url}/api/shows/import`, { method: 'POST', body: new Uint8Array(zip) })
  const show = await ask(server.url, `/api/shows/${(await back.json()).id}`)
  expect(show.body.show.place.mesh).toEqual({ asset: hash, scale: 1, yaw: 0, at: [0, 0, 0], cutAt: 1.2 })

  // Another file under its name is not taken for it.
  const document = await open.read('show.esvik.json', 1e8)
  const forged = await buffer(
    zipStream([
      { name: 'show.esvik.json', bytes: () => document },
      { name, bytes: () => Buffer.from(glb.slice(0, glb.length - 4)) },
    ]),
  )
  const refused = await fetch(`${server.url}/api/shows/import`, { method: 'POST', body: new Uint8Array(forged) })
  expect(refused.status).toBe(422)
  expect((await refused.json()).message).toContain('is not the file it is named after')
})
