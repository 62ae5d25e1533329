import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { ask, edit, newShow } from '../harness/api'
import { startServer, type TestServer } from '../harness/server'

let server: TestServer
beforeAll(async () => void (server = await startServer()))
afterAll(() => server.kill())

const titled = (value: string) => [{ op: 'replace' as const, path: '/title', value }]
/** A show that was renamed so many times, once an edit: its title says at which revision it is. */
async function renamed(times: number): Promise<string> {
  const { id } = await newShow(server.url, 'Revision 1')
  for (let revision = 2; revision <= times + 1; revision++)
    expect((await edit(server.url, id, revision - 1, titled(`Revision ${revision}`))).body.revision).toBe(revision)
  return id
}
const titleAt = async (id: string, revision: number) =>
  (await ask(server.url, `/api/shows/${id}/versions/${revision}`)).body.show?.title

describe('the history of a show', () => {
  it('has every edit with its words and time, the latest first, and every state on the way', async () => {
    const began = Date.now()
    const id = await renamed(120)
    const { body } = await ask(server.url, `/api/shows/${id}/history`)
    expect(body).toMatchObject({ revision: 121, from: 1, versions: [] })
    expect(body.edits).toHaveLength(120)
    expect(body.edits[0]).toMatchObject({ revision: 121, label: 'Test' })
    expect(Date.parse(body.edits[0].at)).toBeGreaterThanOrEqual(began - 1000)
    // Before, at and after what is kept whole.
    for (const revision of [1, 2, 50, 51, 52, 100, 101, 102, 120, 121])
      expect(await titleAt(id, revision)).toBe(`Revision ${revision}`)
    const earlier = (await ask(server.url, `/api/shows/${id}/history?before=5`)).body.edits
    expect(earlier.map((each: { revision: number }) => each.revision)).toEqual([4, 3, 2])
  })

  it('keeps a version by its name, gives it another, and takes it away', async () => {
    const id = await renamed(3)
    const put = (revision: number | string, name: unknown) =>
      ask(server.url, `/api/shows/${id}/versions/${revision}`, 'PUT', { name })
    const names = async () =>
      (await ask(server.url, `/api/shows/${id}/history`)).body.versions.map((v: any) => [v.revision, v.name])
    expect((await put(2, ' First try ')).body).toEqual({ name: 'First try' })
    await put(4, 'Now')
    expect(await names()).toEqual([
      [2, 'First try'],
      [4, 'Now'],
    ])
    await put(2, 'The first try')
    await put(4, '')
    expect(await names()).toEqual([[2, 'The first try']])
    expect((await put(2, 7)).status).toBe(400)
    expect((await put(9, 'Later')).body.message).toContain('there is no 9 yet')
    expect((await put('x', 'Never')).status).toBe(404)
    expect((await ask(server.url, `/api/shows/${id}/versions/0`)).status).toBe(404)
    expect((await ask(server.url, `/api/shows/${id}/history?before=x`)).status).toBe(400)
    expect((await ask(server.url, `/api/shows/${crypto.randomUUID()}/history`)).status).toBe(404)
  })

  it('a named version survives the server, and goes with its show', async () => {
    const id = await renamed(2)
    await ask(server.url, `/api/shows/${id}/versions/2`, 'PUT', { name: 'Kept' })
    const other = await startServer()
    expect((await ask(other.url, `/api/shows/${id}/history`)).body.versions[0]).toMatchObject({ name: 'Kept' })
    await other.kill()
    await ask(server.url, `/api/shows/${id}`, 'DELETE')
    expect((await ask(server.url, `/api/shows/${id}?forGood=1`, 'DELETE')).status).toBe(200)
    expect((await ask(server.url, `/api/shows/${id}/history`)).status).toBe(404)
  })
})

describe('the print of a show', () => {
  it('is its place and its score in miniature, and follows its edits', async () => {
    const { id, show } = await newShow(server.url, 'Printed')
    const print = async () => (await ask(server.url, `/api/shows/${id}/print`)).body
    const before = await print()
    expect(before).toMatchObject({ zones: 0, lanes: [] })
    expect(before.length).toBeGreaterThan(10)
    expect(before.place.walls).toHaveLength(show.place.walls.length)
    const zone = {
      id: 'door',
      name: 'Door',
      shape: { kind: 'box', at: [7, 0, 4.5], size: [2, 2, 2] },
      rules: [
        { id: 'on', on: { at: 'enter' }, cue: 'c' },
        { id: 'off', on: { at: 'enter' }, cue: 'c', chance: 0 },
      ],
    }
    const cue = { id: 'c', name: 'C', steps: [], for: 'everyone', scare: false }
    const added = [
      { op: 'add' as const, path: '/cues/-', value: cue },
      { op: 'add' as const, path: '/zones/-', value: zone },
    ]
    expect((await edit(server.url, id, 1, added)).status).toBe(200)
    const after = await print()
    expect(after.zones).toBe(1)
    expect([before.neverFire, after.neverFire]).toEqual([0, 1])
    expect(after.lanes[0].spans.length).toBeGreaterThan(1)
  })
})
