import { WebSocket } from 'ws'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { ask, demo, edit, newShow } from '../harness/api'
import { startServer, type TestServer } from '../harness/server'

let server: TestServer
beforeAll(async () => void (server = await startServer()))
afterAll(() => server.kill())

const box = { kind: 'box', at: [3, 0, 4.5], yaw: 0, size: [2, 2, 2] }
const zone = (id: string) => ({ id, name: id, shape: box, enabled: true, rim: 0, notices: 'body', rules: [], tags: [] })

describe('shows', () => {
  it('the demo is there, with all its sounds', async () => {
    const { body } = await ask(server.url, `/api/shows/${(await demo(server.url)).id}`)
    expect(body.show.zones.length).toBeGreaterThanOrEqual(16)
    expect(body.show.cues.length).toBeGreaterThanOrEqual(14)
    expect(body.show.sounds.length).toBeGreaterThanOrEqual(24)
    expect(body.missing).toEqual([])
    const sound = await fetch(`${server.url}/api/assets/${body.show.sounds[0].asset}`)
    expect(sound.headers.get('content-type')).toBe('audio/wav')
    expect((await sound.arrayBuffer()).byteLength).toBeGreaterThan(100_000)
  })

  it('a new one is a furnished hall with a walk; it is copied, binned, taken out and deleted', async () => {
    const made = await newShow(server.url, 'Cellar')
    expect(made.show.walks).toHaveLength(1)
    const copy = await ask(server.url, '/api/shows', 'POST', { copyOf: made.id })
    const titles = async () =>
      (await ask(server.url, '/api/shows')).body.filter((s: any) => !s.binnedAt).map((s: any) => s.title)
    expect(await titles()).toEqual(expect.arrayContaining(['Cellar', 'Cellar, copy']))
    await ask(server.url, `/api/shows/${copy.body.id}`, 'DELETE')
    expect(await titles()).not.toContain('Cellar, copy')
    await ask(server.url, `/api/shows/${copy.body.id}/restore`, 'POST')
    expect(await titles()).toContain('Cellar, copy')
    expect((await ask(server.url, `/api/shows/${copy.body.id}?forGood=1`, 'DELETE')).status).toBe(409)
    await ask(server.url, `/api/shows/${copy.body.id}`, 'DELETE')
    await ask(server.url, `/api/shows/${copy.body.id}?forGood=1`, 'DELETE')
    expect((await ask(server.url, `/api/shows/${copy.body.id}`)).status).toBe(404)
  })

  it('export and import give the same show; sounds without a file are named', async () => {
    const { id } = await demo(server.url)
    const exported = await ask(server.url, `/api/shows/${id}/export`)
    const document = {
      ...exported.body,
      sounds: exported.body.sounds.map((s: any, i: number) => (i === 0 ? { ...s, asset: 'ff'.repeat(32) } : s)),
    }
    const brought = await ask(server.url, '/api/shows', 'POST', { document })
    expect(brought.body.missing).toEqual([document.sounds[0].name])
    const again = await ask(server.url, `/api/shows/${brought.body.id}/export`)
    expect(JSON.stringify(again.body)).toBe(JSON.stringify(document))
  })

  it('refuses a wrong document in words, with a pointer to the wrong field', async () => {
    const { body } = await ask(server.url, `/api/shows/${(await demo(server.url)).id}/export`)
    const wrong = structuredClone(body)
    wrong.zones[2].shape.radius = 'wide'
    const answer = await ask(server.url, '/api/shows', 'POST', { document: wrong })
    expect(answer.status).toBe(422)
    expect(answer.body.message).toContain('/zones/2/shape/radius must be a number')
    expect(answer.body.data.pointer).toBe('/zones/2/shape/radius')
    expect((await ask(server.url, '/api/shows', 'POST', { document: { ...body, version: 2 } })).body.message).toContain(
      'newer',
    )
  })
})

describe('edits', () => {
  it('are kept, and found by another server on the same database', async () => {
    const made = await newShow(server.url)
    const answer = await edit(server.url, made.id, 1, [{ op: 'add', path: '/zones/-', value: zone('door') }])
    expect(answer.body.revision).toBe(2)
    const other = await startServer()
    expect((await ask(other.url, `/api/shows/${made.id}`)).body.show.zones).toEqual([zone('door')])
    await other.kill()
  })

  it('the same edit sent twice is one edit', async () => {
    const made = await newShow(server.url)
    const id = crypto.randomUUID()
    const patch = [{ op: 'add' as const, path: '/zones/-', value: zone('door') }]
    await edit(server.url, made.id, 1, patch, id)
    expect((await edit(server.url, made.id, 1, patch, id)).body.revision).toBe(2)
    // A window that missed the answer but has heard of the edit sends it on the revision that has it already.
    expect((await edit(server.url, made.id, 2, patch, id)).body).toEqual({ revision: 2, patch, before: [] })
    expect((await ask(server.url, `/api/shows/${made.id}`)).body.show.zones).toHaveLength(1)
  })

  it('made on an older revision finds its zone by id and keeps both edits', async () => {
    const made = await newShow(server.url)
    await edit(server.url, made.id, 1, [
      { op: 'add', path: '/zones/-', value: zone('a') },
      { op: 'add', path: '/zones/-', value: zone('b') },
    ])
    await edit(server.url, made.id, 2, [
      { op: 'test', path: '/zones/0/id', value: 'a' },
      { op: 'remove', path: '/zones/0' },
    ])
    const late = await edit(server.url, made.id, 2, [
      { op: 'test', path: '/zones/1/id', value: 'b' },
      { op: 'replace', path: '/zones/1/rim', value: 0.5 },
    ])
    expect(late.status).toBe(200)
    expect(late.body.before).toHaveLength(1)
    expect((await ask(server.url, `/api/shows/${made.id}`)).body.show.zones).toEqual([{ ...zone('b'), rim: 0.5 }])
  })

  it('that would leave a name leading nowhere is a conflict, and changes nothing', async () => {
    const made = await newShow(server.url)
    const cue = { id: 'cue', name: 'Cue', steps: [], for: 'whoever', scare: false }
    const rule = {
      id: 'r',
      enabled: true,
      on: { at: 'enter' },
      who: { kinds: ['player'], tags: [] },
      when: [],
      per: 'player',
      debounce: 0,
      busy: 'skip',
      chance: 1,
      delay: 0,
      cue: 'cue',
      onLeave: 'release',
    }
    await edit(server.url, made.id, 1, [
      { op: 'add', path: '/cues/-', value: cue },
      { op: 'add', path: '/zones/-', value: zone('a') },
    ])
    await edit(server.url, made.id, 2, [
      { op: 'test', path: '/cues/0/id', value: 'cue' },
      { op: 'remove', path: '/cues/0' },
    ])
    const wiring = await edit(server.url, made.id, 2, [
      { op: 'test', path: '/zones/0/id', value: 'a' },
      { op: 'add', path: '/zones/0/rules/-', value: rule },
    ])
    expect(wiring.status).toBe(409)
    expect(wiring.body.message).toContain('"cue"')
    expect((await ask(server.url, `/api/shows/${made.id}`)).body.revision).toBe(3)
  })

  it('beyond fifty are still all there after a restart', async () => {
    const made = await newShow(server.url)
    for (let n = 1; n <= 57; n++)
      await edit(server.url, made.id, n, [{ op: 'replace', path: '/note', value: `note ${n}` }])
    await server.kill()
    await server.start()
    const { body } = await ask(server.url, `/api/shows/${made.id}`)
    expect([body.revision, body.show.note]).toEqual([58, 'note 57'])
  })

  it('acknowledged before the server is killed is never lost; one not acknowledged is there whole or not at all', async () => {
    const made = await newShow(server.url)
    let acknowledged = 0
    const writing = (async () => {
      for (let n = 1; n < 500; n++) {
        const answer = await edit(server.url, made.id, n, [{ op: 'replace', path: '/note', value: `note ${n}` }]).catch(
          () => undefined,
        )
        if (answer?.status !== 200) return
        acknowledged = n
      }
    })()
    while (acknowledged < 20) await new Promise(setImmediate)
    await server.kill()
    await writing
    await server.start()
    const { body } = await ask(server.url, `/api/shows/${made.id}`)
    expect(body.revision - 1).toBeGreaterThanOrEqual(acknowledged)
    expect(body.show.note).toBe(`note ${body.revision - 1}`)
  })
})

describe('bad requests', () => {
  const cases: [string, string, string, unknown, number, RegExp][] = [
    ['no JSON', 'POST', '/api/shows', '{', 400, /not JSON/],
    ['no title', 'POST', '/api/shows', { title: ' ' }, 400, /title/],
    ['unknown field', 'POST', '/api/shows', { titel: 'x' }, 400, /titel/],
    ['no such show', 'GET', '/api/shows/00000000-0000-4000-8000-000000000000', undefined, 404, /no such show/],
    ['an id that is none', 'GET', '/api/shows/nothing', undefined, 404, /no such show/],
    ['no such file', 'GET', `/api/assets/${'0'.repeat(64)}`, undefined, 404, /no such file/],
    [
      'an edit without an id',
      'POST',
      '/api/shows/00000000-0000-4000-8000-000000000000/edits',
      { base: 1, label: '', patch: [] },
      400,
      /id|patch/,
    ],
  ]
  it.each(cases)('%s', async (_, method, path, body, status, words) => {
    const answer = await ask(server.url, path, method, body)
    expect(answer.status).toBe(status)
    expect(answer.body.message).toMatch(words)
    expect(JSON.stringify(answer.body)).not.toContain('node_modules')
  })

  it('an edit that breaks the show names the field', async () => {
    const made = await newShow(server.url)
    const answer = await edit(server.url, made.id, 1, [
      { op: 'add', path: '/zones/-', value: { ...zone('a'), rim: -1 } },
    ])
    expect(answer.status).toBe(422)
    expect(answer.body.message).toContain('/zones/0/rim must be 0 or more')
  })

  it('pages from elsewhere may not change anything, and other hosts are not answered', async () => {
    expect(
      (await ask(server.url, '/api/shows', 'POST', { title: 'x' }, { origin: 'http://evil.example' })).status,
    ).toBe(403)
    expect((await ask(server.url, '/api/shows', 'POST', { title: 'Own page' }, { origin: server.url })).status).toBe(
      200,
    )
  })

  it('a socket is opened by own pages only', async () => {
    const status = (origin: string) =>
      new Promise<string>((done) => {
        const socket = new WebSocket(server.url.replace('http', 'ws') + '/live', { headers: { origin } } as never)
        socket.addEventListener('open', () => (socket.close(), done('open')))
        socket.addEventListener('error', () => done('refused'))
      })
    expect(await status('http://evil.example')).toBe('refused')
    expect(await status(server.url)).toBe('open')
  })

  it('a document over the limit is refused as too large', async () => {
    const answer = await ask(server.url, '/api/shows', 'POST', JSON.stringify({ document: { note: 'x'.repeat(9e6) } }))
    expect(answer.status).toBe(413)
  })
})
