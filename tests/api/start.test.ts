import { spawn, spawnSync, type ChildProcess } from 'node:child_process'
import { once } from 'node:events'
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, describe, expect, it } from 'vitest'
import { WebSocket } from 'ws'
import { ask } from '../harness/api'

const folders: string[] = []
const children: ChildProcess[] = []
function folder(): string {
  const made = mkdtempSync(join(tmpdir(), 'esvik-start-'))
  folders.push(made)
  return made
}

async function freePort(): Promise<number> {
  const server = createServer().listen(0, '127.0.0.1')
  await once(server, 'listening')
  const { port } = server.address() as { port: number }
  server.close()
  return port
}

interface Started {
  child: ChildProcess
  /** Where it is, once it says so; undefined if it ended without. */
  url: string | undefined
  said: string
}
/** bin/start on a data folder, until it says where it is or ends. */
async function start(data: string, ...more: string[]): Promise<Started> {
  const { DATABASE_URL: _, ...env } = process.env
  const child = spawn('bin/start', ['--data', data, '--port', String(await freePort()), ...more], { env })
  children.push(child)
  const started: Started = { child, url: undefined, said: '' }
  return new Promise((done) => {
    const hear = (text: Buffer) => {
      started.said += text
      started.url = /Esvik is at (\S+)/.exec(started.said)?.[1]
      if (started.url) done(started)
    }
    child.stdout!.on('data', hear)
    child.stderr!.on('data', hear)
    child.on('exit', () => done(started))
  })
}
async function stop({ child }: Started): Promise<void> {
  if (child.exitCode !== null || child.signalCode !== null) return
  child.kill('SIGINT')
  await once(child, 'exit')
}
/** Everything that runs for a data folder ends at once, as in a power cut. */
function cutPower(data: string, { child, said }: Started): void {
  child.kill('SIGKILL')
  const place = /lies in (\S+),/.exec(said)?.[1] ?? join(data, 'pg')
  spawnSync('pkill', ['-KILL', '-f', `postgres.*${place}`])
}
const title = async (url: string): Promise<string> => (await ask(url, '/api/shows')).body[0].title

afterEach(async () => {
  for (const child of children.splice(0)) if (child.exitCode === null && child.signalCode === null) await stop({ child, url: '', said: '' }) // prettier-ignore
  for (const made of folders.splice(0)) rmSync(made, { recursive: true, force: true })
})

describe('starting, whatever was left behind', () => {
  it('two at the same time: one wins, the other says where that is', async () => {
    const data = folder()
    const both = await Promise.all([start(data), start(data)])
    const [winner] = both.filter(({ url }) => url)
    const [loser] = both.filter(({ url }) => !url)
    expect(winner && loser).toBeTruthy()
    expect(loser!.said).toMatch(/Esvik runs on this data already/)
    expect((await start(data)).said).toContain(winner!.url)
  })

  it('right after everything was killed, and with whatever notes that left', async () => {
    const data = folder()
    const first = await start(data)
    const name = await title(first.url!)
    cutPower(data, first)
    const second = await start(data)
    expect(await title(second.url!)).toBe(name)
    expect(statSync(join(data, 'pg.log')).mode & 0o077).toBe(0)
    for (const [file, content] of [
      ['running.json', ''],
      ['running.json', '{"pid":1,"url":"http'],
      ['password', ''],
      ['password', 'cut off'],
    ] as const) {
      cutPower(data, second)
      writeFileSync(join(data, file), content)
      const again = await start(data)
      expect(again.url, `${file}: ${content}: ${again.said}`).toBeTruthy()
      expect(await title(again.url!)).toBe(name)
      cutPower(data, again)
    }
    // A note of a database whose pid is somebody else's by now.
    const place = /lies in (\S+),/.exec(first.said)?.[1] ?? join(data, 'pg')
    writeFileSync(join(place, 'postmaster.pid'), `1\n${place}\n0\n5432\n\n127.0.0.1\n`)
    const last = await start(data)
    expect(await title(last.url!)).toBe(name)
  })

  it('a path that can hold no data is told in a sentence', async () => {
    const file = join(folder(), 'file')
    writeFileSync(file, 'x')
    for (const path of [file, join(file, 'below'), '/proc/esvik/data']) {
      const { said, url, child } = await start(path)
      expect(url).toBeUndefined()
      expect(child.exitCode).toBe(1)
      expect(said.trim()).toMatch(/^The data can't lie in .*: .*(file|makes no folders there)\.$/)
    }
  })
})

describe('listening elsewhere', () => {
  const EDIT = 'kelp and salt and rope'
  const LOOK = 'only a lantern here'
  const enter = (url: string, passphrase: string) =>
    fetch(`${url}/enter`, { method: 'POST', redirect: 'manual', body: new URLSearchParams({ passphrase }), headers: { origin: url } }) // prettier-ignore

  it('asks for a passphrase, by page and on sockets; one lets edit, one lets look, and five tries a minute are all', async () => {
    const data = folder()
    const phrases = join(data, 'phrases')
    writeFileSync(phrases, `${EDIT}\n${LOOK}\n`)
    const { url } = await start(data, '--host', '127.0.0.2', '--passphrase-file', phrases)
    expect(url).toMatch(/^http:\/\/127\.0\.0\.2:/)
    const page = await fetch(`${url}/`, { headers: { accept: 'text/html' } })
    expect([page.url, await page.text()]).toEqual([`${url}/enter`, expect.stringContaining('Passphrase')])
    expect((await ask(url!, '/api/shows')).status).toBe(401)
    const kept = readFileSync(join(data, 'access.json'), 'utf8')
    expect(kept).not.toContain('kelp')
    expect(statSync(join(data, 'access.json')).mode & 0o077).toBe(0)

    const cookieOf = async (passphrase: string) => {
      const answer = await enter(url!, passphrase)
      expect(answer.status).toBe(303)
      const cookie = answer.headers.get('set-cookie')!
      expect(cookie).toMatch(/HttpOnly/)
      expect(cookie).toMatch(/SameSite=Strict/)
      return cookie.split(';')[0]!
    }
    const editor = { cookie: await cookieOf(EDIT) }
    const looker = { cookie: await cookieOf(LOOK) }
    const make = (who: object) => ask(url!, '/api/shows', 'POST', { title: 'Made' }, { ...who })
    expect([(await make(editor)).status, (await make(looker)).status]).toEqual([200, 403])
    expect((await ask(url!, '/api/shows', 'GET', undefined, looker)).status).toBe(200)
    expect((await ask(url!, '/api/shows', 'GET', undefined, { cookie: `${looker.cookie}0` })).status).toBe(401)

    const socket = (headers: Record<string, string>) =>
      new Promise<string>((done) => {
        const made = new WebSocket(`${url!.replace('http', 'ws')}/live`, { origin: url!, headers })
        made.on('open', () => (made.terminate(), done('open')))
        made.on('error', ({ message }) => done(message))
      })
    expect(await socket({})).toContain('401')
    expect(await socket(looker)).toBe('open')

    const statuses: number[] = []
    // Right ones don't count.
    for (let n = 0; n < 7; n++) statuses.push((await enter(url!, `wrong guess ${n}`)).status)
    expect(statuses).toEqual([401, 401, 401, 401, 401, 429, 429])
    expect((await enter(url!, EDIT)).status).toBe(429)
  })

  it('tells made-up passphrases once', async () => {
    const data = folder()
    const first = await start(data, '--host', '127.0.0.2')
    expect(first.said).toMatch(/to edit +[a-z-]{20,}/)
    await stop(first)
    const second = await start(data, '--host', '127.0.0.2')
    expect(second.said).not.toMatch(/to edit/)
    expect((await ask(second.url!, '/api/shows')).status).toBe(401)
  })

  it('behind a proxy that is named, everybody is told apart, and a cookie that came by HTTPS stays there', async () => {
    const data = folder()
    const phrases = join(data, 'phrases')
    writeFileSync(phrases, `${EDIT}\n`)
    const { url } = await start(data, '--host', '127.0.0.2', '--passphrase-file', phrases, '--proxy', '127.0.0.1')
    const by = (address: string, passphrase: string, more: Record<string, string> = {}) =>
      fetch(`${url}/enter`, { method: 'POST', redirect: 'manual', body: new URLSearchParams({ passphrase }), headers: { origin: 'https://shows.example', 'x-forwarded-for': address, 'x-forwarded-host': 'shows.example', ...more } }) // prettier-ignore
    for (let n = 0; n < 5; n++) expect((await by('10.1.1.1', `wrong ${n}`)).status).toBe(401)
    expect((await by('10.1.1.1', EDIT)).status).toBe(429)
    const plain = await by('10.1.1.2', EDIT)
    expect([plain.status, plain.headers.get('set-cookie')]).toEqual([303, expect.not.stringContaining('Secure')])
    const safe = await by('10.1.1.2', EDIT, { 'x-forwarded-proto': 'https' })
    expect(safe.headers.get('set-cookie')).toContain('Secure')
    // Another program's cookie of the same name, before or behind, changes nothing.
    const own = safe.headers.get('set-cookie')!.split(';')[0]!
    for (const cookie of [`esvik=somebody-elses; ${own}`, `${own}; esvik=somebody-elses`])
      expect((await ask(url!, '/api/shows', 'GET', undefined, { cookie })).status).toBe(200)
    expect((await start(folder(), '--proxy', 'nonsense')).said).toMatch(/--proxy must be addresses/)
  })
})
