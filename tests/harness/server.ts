import { spawn, type ChildProcess } from 'node:child_process'
import { once } from 'node:events'
import { createServer } from 'node:net'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { passphrasesIn } from '../../bin/lib/passphrases.mjs'

const file = join(process.env.ESVIK_BUILD ?? '.build/test', 'output/server/index.mjs')

export interface TestServer {
  url: string
  /** Ends it at once, as kill -9 does. */
  kill(): Promise<void>
  pid(): number
  /** Starts it again on the same port. */
  start(): Promise<void>
}

async function freePort(host: string): Promise<number> {
  const server = createServer()
  server.listen(0, host)
  await once(server, 'listening')
  const { port } = server.address() as { port: number }
  server.close()
  await once(server, 'close')
  return port
}

/** The built server on the test database, on a port of its own. */
export async function startServer(env: Record<string, string> = {}, host = '127.0.0.1'): Promise<TestServer> {
  if (!process.env.DATABASE_URL) throw new Error('Run the tests with bin/test: it starts the database')
  const port = await freePort(host)
  const url = `http://${host}:${port}`
  let child: ChildProcess | undefined
  const start = async () => {
    child = spawn(process.execPath, [file], {
      env: { ...process.env, ...env, NITRO_HOST: host, NITRO_PORT: String(port), NITRO_SHUTDOWN_DISABLED: '1' },
      stdio: ['ignore', 'ignore', 'inherit'],
    })
    for (;;) {
      if (child.exitCode !== null) throw new Error('The server did not start')
      if (
        await fetch(`${url}/api/health`).then(
          (answer) => answer.ok,
          () => false,
        )
      )
        return
    }
  }
  await start()
  return {
    url,
    start,
    pid: () => child!.pid!,
    async kill() {
      if (!child || child.exitCode !== null || child.signalCode !== null) return
      child.kill('SIGKILL')
      await once(child, 'exit')
    },
  }
}

/** The passphrases of a server that asks for them. */
export const PHRASES = { edit: 'kelp-lantern-at-night', look: 'only-looking-around' }

/** A server at a second loopback address, which asks for a passphrase as one elsewhere does. */
export function startGuarded(env: Record<string, string> = {}): Promise<TestServer> {
  const folder = mkdtempSync(join(tmpdir(), 'esvik-guarded-'))
  const file = join(folder, 'phrases')
  writeFileSync(file, `${PHRASES.edit}\n${PHRASES.look}\n`)
  return startServer({ ESVIK_ACCESS: passphrasesIn(folder, file, () => {}), ...env }, '127.0.0.2')
}
