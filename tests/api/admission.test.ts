import { randomUUID } from 'node:crypto'
import { once } from 'node:events'
import { connect } from 'node:net'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { WebSocket } from 'ws'
import { ask, edit, newShow } from '../harness/api'
import { startServer, type TestServer } from '../harness/server'

let server: TestServer
beforeAll(async () => void (server = await startServer()))
afterAll(() => server.kill())

/** A request with a Host of one's own, which fetch doesn't let one say. */
async function asHost(host: string, path: string): Promise<string> {
  const { port } = new URL(server.url)
  const socket = connect(Number(port), '127.0.0.1')
  socket.write(`GET ${path} HTTP/1.1\r\nHost: ${host}\r\nConnection: close\r\n\r\n`)
  let text = ''
  socket.on('data', (data) => (text += data))
  await once(socket, 'close')
  return text
}

describe('every answer', () => {
  it('says what it may be used for: the page, its files and the API', async () => {
    const page = await fetch(server.url)
    const html = await page.text()
    const script = /\/_nuxt\/[^"']+\.js/.exec(html)![0]
    for (const path of ['/', script, '/api/shows', '/mark.svg', '/api/nothing']) {
      const { headers } = await fetch(server.url + path)
      const policy = headers.get('content-security-policy')!
      expect(policy, path).toContain("frame-ancestors 'none'")
      expect(policy).not.toContain("'unsafe-eval'")
      expect(policy).not.toMatch(/script-src[^;]*unsafe-inline/)
      expect(headers.get('x-content-type-options')).toBe('nosniff')
      expect(headers.get('cross-origin-opener-policy')).toBe('same-origin')
      // An error's answer has no form on it.
      expect(headers.get('referrer-policy')).toBe(path === '/api/nothing' ? 'no-referrer' : 'same-origin')
      expect(headers.get('x-powered-by')).toBeNull()
    }
  })
  it('is for this host only, files too', async () => {
    const { host } = new URL(server.url)
    expect(await asHost(host, '/mark.svg')).toMatch(/^HTTP\/1.1 200/)
    expect(await asHost('evil.example', '/mark.svg')).toMatch(/^HTTP\/1.1 403/)
    expect(await asHost('evil.example', '/')).toMatch(/^HTTP\/1.1 403/)
  })
  it('over 2 kB is packed for whoever can unpack it', async () => {
    const { id } = await newShow(server.url)
    const length = async (encoding: string) => {
      const answer = await fetch(`${server.url}/api/shows/${id}`, { headers: { 'accept-encoding': encoding } })
      const show = (await answer.json()).show
      return [answer.headers.get('content-encoding'), show.title]
    }
    expect(await length('gzip')).toEqual(['gzip', 'Test hall'])
    expect(await length('identity')).toEqual([null, 'Test hall'])
  })
  it('to an unknown address is 404, to another method 405, in JSON', async () => {
    expect(await ask(server.url, '/api/nothing')).toMatchObject({ status: 404, body: { message: /nothing at this/ } })
    expect(await ask(server.url, '/api/shows', 'PUT', {})).toMatchObject({
      status: 405,
      body: { message: /GET and POST/ },
    })
  })
})

describe('a change', () => {
  it('without an Origin is judged by what the browser says of its site', async () => {
    const make = (headers: Record<string, string>) => ask(server.url, '/api/shows', 'POST', { title: 'x' }, headers)
    expect((await make({ 'sec-fetch-site': 'cross-site' })).status).toBe(403)
    expect((await make({ 'sec-fetch-site': 'same-site' })).status).toBe(403)
    expect((await make({ 'sec-fetch-site': 'same-origin' })).status).toBe(200)
  })
  it('by an id of another show’s edit is a conflict', async () => {
    const [one, two] = [await newShow(server.url), await newShow(server.url)]
    const id = crypto.randomUUID()
    const patch = [{ op: 'replace' as const, path: '/note', value: 'x' }]
    expect((await edit(server.url, one.id, 1, patch, id)).status).toBe(200)
    expect((await edit(server.url, two.id, 1, patch, id)).status).toBe(409)
  })
  it('of a show with the longest title leaves a copy that can be exported and brought in', async () => {
    const made = await newShow(server.url, '😀'.repeat(100))
    const { body } = await ask(server.url, '/api/shows', 'POST', { copyOf: made.id })
    const document = (await ask(server.url, `/api/shows/${body.id}/export`)).body
    expect(document.title).toMatch(/, copy$/)
    expect((await ask(server.url, '/api/shows', 'POST', { document })).status).toBe(200)
  })
  it('while the disk is full is refused with 507 and a sentence', async () => {
    const made = await newShow(server.url)
    const database = new pg.Client(process.env.DATABASE_URL)
    await database.connect()
    await database.query(
      `create or replace function no_room() returns trigger as $$ begin raise exception 'no room' using errcode = '53100'; end $$ language plpgsql;
       create trigger no_room before insert on edits for each row execute function no_room()`,
    )
    const answer = await edit(server.url, made.id, 1, [{ op: 'replace', path: '/note', value: 'x' }])
    await database.query('drop trigger no_room on edits')
    await database.end()
    expect(answer).toMatchObject({ status: 507, body: { message: expect.stringContaining('disk') } })
    expect((await edit(server.url, made.id, 1, [{ op: 'replace', path: '/note', value: 'x' }])).status).toBe(200)
  })
  it('that is not UTF-8, or a document that is not, is refused', async () => {
    const body = Buffer.concat([Buffer.from('{"title":"'), Buffer.from([0xc3, 0x28]), Buffer.from('"}')])
    const answer = await fetch(`${server.url}/api/shows`, { method: 'POST', body })
    expect([answer.status, (await answer.json()).message]).toEqual([400, 'The request is not valid UTF-8'])
  })
  it('with a path made to be hard is answered', async () => {
    const made = await newShow(server.url)
    const patch = [{ op: 'replace' as const, path: `${'/'.repeat(400)}\n`, value: 1 }]
    expect((await edit(server.url, made.id, 1, patch)).status).toBe(409)
    expect((await edit(server.url, made.id, 1, [{ ...patch[0]!, path: '/x'.repeat(5000) }])).status).toBe(400)
  })
})

describe('windows', () => {
  it('are opened on their two paths only', async () => {
    const said = (path: string) =>
      new Promise<string>((done) => {
        const socket = new WebSocket(server.url.replace('http', 'ws') + path, { origin: server.url })
        socket.on('open', () => (socket.terminate(), done('open')))
        socket.on('error', ({ message }) => done(message))
      })
    for (const path of ['/live', '/together']) expect(await said(path)).toBe('open')
    for (const path of ['/', '/api/shows', '/live/more', '/nothing']) expect(await said(path)).toContain('404')
  })
  it('one that never reads is closed when 8 MB wait for it, and the others go on', async () => {
    const made = await newShow(server.url)
    const open = async () => {
      const socket = new WebSocket(`${server.url.replace('http', 'ws')}/live`, { origin: server.url })
      await once(socket, 'open')
      socket.send(made.id)
      return socket
    }
    const [deaf, hearing] = [await open(), await open()]
    let heard = 0
    hearing.on('message', (data) => (heard += JSON.parse(String(data)).kind === 'edit' ? 1 : 0))
    const closed = once(deaf, 'close')
    deaf.pause()
    const long = 'x'.repeat(19_000)
    const marks = Array.from({ length: 100 }, (_, i) => ({ id: `m${i}`, name: `M ${i}`, kind: 'standing', at: [0, 0, 0], yaw: 0, note: long })) // prettier-ignore
    let n = 0
    for (; n < 20; n++) await edit(server.url, made.id, n + 1, [{ op: 'replace', path: '/place/marks', value: marks }])
    deaf.resume()
    await closed
    await expect.poll(() => heard).toBe(n)
    hearing.terminate()
  })
  it('one that walks in without saying who, or into no show, is sent away with a word; too long a word ends it', async () => {
    const closed = async (...words: string[]) => {
      const socket = new WebSocket(`${server.url.replace('http', 'ws')}/together`, { origin: server.url })
      await once(socket, 'open')
      words.forEach((word) => socket.send(word))
      const [code, reason] = (await once(socket, 'close')) as [number, Buffer]
      return [code, String(reason)]
    }
    const beginning = { seed: 1, walks: ['w'], player: 0, from: { t: 0 } }
    const hello = { show: randomUUID(), key: randomUUID(), looksOn: false, again: false, beginning }
    expect(await closed('hello')).toEqual([1008, 'Say who comes, and into which show'])
    expect((await closed(JSON.stringify({ ...hello, beginning: { ...beginning, seed: 'x' } })))[0]).toBe(1008)
    expect(await closed(JSON.stringify(hello))).toEqual([4000, 'There is no such show'])
    expect(await closed(JSON.stringify({ ...hello, looksOn: true }))).toEqual([4000, 'Nobody walks there any more'])
    const made = await newShow(server.url)
    expect((await closed(JSON.stringify({ ...hello, show: made.id })))[0]).toBe(4000)
    expect((await closed('x'.repeat(20_000)))[0]).toBe(1006)
  })
  it('one that says far too much is closed, and the others are heard as before', async () => {
    const made = await newShow(server.url)
    const open = async () => {
      const socket = new WebSocket(`${server.url.replace('http', 'ws')}/live`, { origin: server.url })
      await once(socket, 'open')
      return socket
    }
    const [loud, quiet] = [await open(), await open()]
    const closed = once(loud, 'close')
    loud.on('error', () => {})
    for (let n = 0; n < 20_000; n++) loud.send(made.id)
    const answered = once(quiet, 'message')
    quiet.send(made.id)
    await answered
    await closed
    quiet.terminate()
  })
  it('fetch what they missed, and no more', async () => {
    const made = await newShow(server.url)
    for (let n = 1; n <= 3; n++) await edit(server.url, made.id, n, [{ op: 'replace', path: '/note', value: `n ${n}` }])
    const { body } = await ask(server.url, `/api/shows/${made.id}/edits?since=2`)
    expect([body.revision, body.edits.map(({ revision }: { revision: number }) => revision)]).toEqual([4, [3, 4]])
    expect((await ask(server.url, `/api/shows/${made.id}/edits?since=9`)).status).toBe(409)
  })
})
