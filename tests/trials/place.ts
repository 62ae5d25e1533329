import { mkdtempSync, rmSync } from 'node:fs'
import { spawnSync } from 'node:child_process'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { openDatabase, removeDatabase } from '../../bin/lib/database.mjs'
import { program } from '../harness/program'
import { startServer, type TestServer } from '../harness/server'

/** A database and a server of a trial's own, either of which can be killed. */
export interface Place {
  server: TestServer
  url: string
  databaseUrl: string
  /** Kills the database with all its processes, as a power cut does; it is started again by itself. */
  killDatabase(): void
  /** Runs the command line's backup or restore. */
  keep(...args: string[]): Promise<{ status: number; said: string }>
  close(): Promise<void>
}

const built = (name: string) => join(process.env.ESVIK_BUILD ?? '.build/test', name)

export async function openPlace(): Promise<Place> {
  const data = mkdtempSync(join(tmpdir(), 'esvik-trial-'))
  const database = await openDatabase(data, { said: () => {} })
  const env = { DATABASE_URL: database.url as string, ESVIK_DATA: data }
  process.env.DATABASE_URL = env.DATABASE_URL
  const prepared = spawnSync(process.execPath, [built('prepare.mjs')], { env: { ...process.env, ...env } })
  if (prepared.status !== 0) throw new Error(String(prepared.stderr))
  const server = await startServer(env)
  return {
    server,
    url: server.url,
    databaseUrl: env.DATABASE_URL,
    killDatabase: () => void spawnSync('pkill', ['-KILL', '-f', `postgres.*${database.place}`]),
    async keep(...args) {
      const { status, stdout, stderr } = await program(built('backup.mjs'), args, env)
      return { status, said: stdout + stderr }
    },
    async close() {
      await server.kill()
      await database.stop()
      removeDatabase(data)
      rmSync(data, { recursive: true, force: true })
    },
  }
}

/** Numbers that are the same each time (mulberry32). */
export function numbers(seed: number): () => number {
  let a = seed
  return () => {
    a = (a + 0x6d2b79f5) | 0
    let t = Math.imul(a ^ (a >>> 15), 1 | a)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}
export const picker =
  (next: () => number) =>
  <T>(of: readonly T[]): T =>
    of[Math.floor(next() * of.length)]!

/** What a trial found: counts to be told, and what should not have been. */
export interface Figures {
  [what: string]: number
}
/** No answer may take longer (ms). */
export const SLOWEST = 2000
