import { createHash, randomUUID } from 'node:crypto'
import { copyFileSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { buffer } from 'node:stream/consumers'
import { openZip } from '../../server/zip/unpack'
import { zipStream, type ZipPart } from '../../server/zip/pack'
import { ask, demo, edit, newShow, type Answer } from '../harness/api'
import { levelByThree } from '../harness/level'
import { program } from '../harness/program'
import { startServer, type TestServer } from '../harness/server'
import { wav } from '../harness/wav'

const folder = mkdtempSync(join(tmpdir(), 'esvik-parcel-'))
let server: TestServer
beforeAll(async () => void (server = await startServer()))
afterAll(() => server.kill())

const exported = async (id: string): Promise<Buffer> =>
  Buffer.from(await (await fetch(`${server.url}/api/shows/${id}/export?sounds=1`)).arrayBuffer())
const bring = async (zip: Buffer): Promise<Answer> => {
  const answer = await fetch(`${server.url}/api/shows/import`, { method: 'POST', body: new Uint8Array(zip) })
  return { status: answer.status, body: await answer.json() }
}
const zipped = (parts: ZipPart[]): Promise<Buffer> => buffer(zipStream(parts))
/** A second of a tone that nobody has yet. */
const tone = (hertz: number): Buffer => wav(8000, hertz)
const hashOf = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex')
const documentWith = (sounds: { asset: string }[]) =>
  Buffer.from(
    JSON.stringify({
      format: 'esvik-show',
      version: 1,
      title: 'From a parcel',
      place: {},
      sounds: sounds.map(({ asset }, i) => ({ id: `s-${i}`, name: `S ${i}`, asset, seconds: 1 })),
    }),
  )

describe('a show with its sounds as one ZIP', () => {
  it('goes out with every sound and comes in as the same show', async () => {
    // A copy of the demo that another test has taken a sound from may be here too.
    const { body: opened } = await ask(server.url, `/api/shows/${(await demo(server.url)).id}`)
    const { id, show } = await demo(server.url)
    const zip = await exported(id)
    const open = await openZip(zip)
    expect(open.names).toHaveLength(2 + new Set(show.sounds.map((sound) => sound.asset)).size - opened.missing.length)
    expect(String(await open.read('credits.tsv', 1e6)).split('\n')).toHaveLength(2 + show.sounds.length)
    const { status, body } = await bring(zip)
    expect([status, body.missing]).toEqual([200, opened.missing])
    const [before, after] = await Promise.all([id, body.id].map((show) => ask(server.url, `/api/shows/${show}/export`)))
    expect(after!.body).toEqual(before!.body)
  })

  it('brings sounds that were not here', async () => {
    const wav = tone(100 + Math.floor(Math.random() * 3000))
    const hash = hashOf(wav)
    const { body } = await bring(
      await zipped([
        { name: 'show.esvik.json', bytes: () => documentWith([{ asset: hash }]) },
        { name: `sounds/${hash}.wav`, bytes: () => wav },
      ]),
    )
    expect(body.missing).toEqual([])
    const served = await fetch(`${server.url}/api/assets/${hash}`)
    expect(Buffer.from(await served.arrayBuffer()).equals(wav)).toBe(true)
  })

  const wav = tone(440)
  const hash = hashOf(wav)
  it.each<[string, () => Promise<Buffer>, RegExp]>([
    ['no ZIP', async () => Buffer.from('nothing of the kind'), /no ZIP that can be read/],
    ['no document', () => zipped([{ name: 'a.txt', bytes: () => Buffer.from('a') }]), /no "show.esvik.json"/],
    [
      'a wrong document',
      () => zipped([{ name: 'show.esvik.json', bytes: () => Buffer.from('{"format":"x"}') }]),
      /format/,
    ],
    [
      'a sound under another name',
      () =>
        zipped([
          { name: 'show.esvik.json', bytes: () => documentWith([{ asset: 'ab'.repeat(32) }]) },
          { name: `sounds/${'ab'.repeat(32)}.wav`, bytes: () => wav },
        ]),
      /sounds\/abab.*not the file it is named after/,
    ],
    [
      'a sound that is none',
      async () => {
        const text = Buffer.from('RIFF but not really')
        return zipped([
          { name: 'show.esvik.json', bytes: () => documentWith([{ asset: hashOf(text) }]) },
          { name: `sounds/${hashOf(text)}.wav`, bytes: () => text },
        ])
      },
      /no sound that can be played/,
    ],
    [
      'a stranger',
      () =>
        zipped([
          { name: 'show.esvik.json', bytes: () => documentWith([{ asset: hash }]) },
          { name: `sounds/${hash}.wav`, bytes: () => wav },
          { name: 'virus.exe', bytes: () => Buffer.from('x') },
        ]),
      /"virus.exe" in the ZIP is no sound or mesh of the show/,
    ],
  ])('refuses %s, names it and takes nothing in', async (_, make, words) => {
    const titles = async () => (await ask(server.url, '/api/shows')).body.length
    const before = await titles()
    const { status, body } = await bring(await make())
    expect(status).toBe(422)
    expect(body.message).toMatch(words)
    expect(await titles()).toBe(before)
  })

  it('cuts off a damaged one', async () => {
    const zip = await exported((await demo(server.url)).id)
    const { status } = await bring(zip.subarray(0, zip.length >> 1))
    expect(status).toBe(422)
  })
})

describe('backup and restore', () => {
  const keep = (url: string, ...args: string[]) => program(process.env.ESVIK_BACKUP!, args, { DATABASE_URL: url })
  /** What a backup holds, file by file, without the time it was made. */
  async function contents(file: string): Promise<Map<string, string>> {
    const zip = await openZip(file)
    const held = new Map<string, string>()
    for (const name of zip.names) held.set(name, hashOf(await zip.read(name, 1e9)))
    const { made: _, ...index } = JSON.parse((await zip.read('backup.json', 1e9)).toString())
    zip.close()
    return held.set('backup.json', JSON.stringify(index))
  }
  async function emptyDatabase(): Promise<string> {
    const name = `restore_${randomUUID().slice(0, 8)}`
    const client = new pg.Client({ connectionString: process.env.DATABASE_URL })
    await client.connect()
    await client.query(`create database ${name}`)
    await client.end()
    return process.env.DATABASE_URL!.replace(/\/[^/]*$/, `/${name}`)
  }

  it('bring back every show, every edit, the bin and the sounds', async () => {
    const { id, revision, show } = await newShow(server.url, 'To be kept')
    const marks = [...show.place.marks, { id: 'far', name: 'Far', kind: 'standing', at: [5, 0, 4], yaw: 0 }]
    await edit(server.url, id, revision, [{ op: 'replace', path: '/place/marks', value: marks }])
    await ask(server.url, `/api/shows/${id}/versions/1`, 'PUT', { name: 'As it was' })
    const take = { name: 'Before', revision: 1, who: { walks: ['w'], seed: 7, walker: 418 } }
    await ask(server.url, `/api/shows/${id}/takes`, 'POST', take)
    const binned = await newShow(server.url, 'Thrown away')
    await ask(server.url, `/api/shows/${binned.id}`, 'DELETE')
    const glb = Uint8Array.from(await levelByThree())
    expect((await fetch(`${server.url}/api/assets`, { method: 'POST', body: glb })).status).toBe(200)
    const file = join(folder, 'all.zip')
    const written = await keep(process.env.DATABASE_URL!, 'backup', file)
    expect(written.stderr).toBe('')
    expect(written.stdout).toMatch(/\d+ shows and \d+ sounds are in /)

    const other = await emptyDatabase()
    expect((await keep(other, 'restore', file)).stdout).toMatch(/are back/)
    const again = join(folder, 'again.zip')
    await keep(other, 'backup', again)
    expect(await contents(again)).toEqual(await contents(file))
    expect([...(await contents(again)).keys()]).toContain(`meshes/${hashOf(Buffer.from(glb))}.glb`)

    const elsewhere = await startServer({ DATABASE_URL: other })
    const opened = await ask(elsewhere.url, `/api/shows/${id}`)
    expect(opened.body.show.place.marks).toHaveLength(marks.length)
    const history = (await ask(elsewhere.url, `/api/shows/${id}/history`)).body
    expect(history.versions.map((version: any) => version.name)).toEqual(['As it was'])
    const asItWas = (await ask(elsewhere.url, `/api/shows/${id}/versions/1`)).body.show
    expect(asItWas.place.marks).toHaveLength(show.place.marks.length)
    expect((await ask(elsewhere.url, `/api/shows/${id}/takes`)).body.takes).toMatchObject([take])
    const listed = (await ask(elsewhere.url, '/api/shows')).body.find((each: any) => each.id === binned.id)
    expect(listed.binnedAt).not.toBeNull()
    await elsewhere.kill()

    // What is there is replaced only after a yes, and a damaged backup changes nothing.
    expect((await keep(other, 'restore', file)).stdout).not.toMatch(/are back/)
    const damaged = join(folder, 'damaged.zip')
    copyFileSync(file, damaged)
    const bytes = readFileSync(damaged)
    bytes.fill(0, bytes.length >> 1, (bytes.length >> 1) + 4000)
    writeFileSync(damaged, bytes)
    const refused = await keep(other, 'restore', damaged, '--yes')
    expect(refused.status).toBe(1)
    expect(refused.stderr).toMatch(/^esvik: .*sounds\/[^]*Nothing was changed; --without-broken restores the rest/)
    // What is whole can be had without the rest.
    const partly = await keep(await emptyDatabase(), 'restore', damaged)
    expect(partly.status).toBe(1)
    const rest = await keep(await emptyDatabase(), 'restore', damaged, '--without-broken')
    expect([rest.status, rest.stdout]).toEqual([0, expect.stringMatching(/\d+ shows and \d+ sounds are back/)])
    expect(rest.stderr).toMatch(/^Left out:\n {2}“.+” \("sounds\/.*is damaged/)
    await keep(other, 'backup', again, '--overwrite')
    expect(await contents(again)).toEqual(await contents(file))
  })

  it('a backup is not written over another one by itself', async () => {
    const file = join(folder, 'there.zip')
    writeFileSync(file, 'precious')
    const { status, stderr } = await keep(process.env.DATABASE_URL!, 'backup', file)
    expect([status, readFileSync(file, 'utf8')]).toEqual([1, 'precious'])
    expect(stderr).toContain('is there already')
  })
})
