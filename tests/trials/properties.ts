import { spawn } from 'node:child_process'
import { text } from 'node:stream/consumers'
import type { Figures } from './place'

/** All properties of the unit tests, each tried as often as it asks for, on shows of another luck than `bin/test` has. */
export async function properties(): Promise<Figures> {
  const child = spawn('node_modules/.bin/vitest', ['run', '--project', 'unit', '--reporter', 'dot'], {
    env: { ...process.env, ESVIK_TRIES: 'all', ESVIK_SEED: process.env.ESVIK_SEED ?? 'random', NO_COLOR: '1' },
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  const ended = new Promise<number>((done) => child.on('close', (code) => done(code ?? 1)))
  const said = await text(child.stdout)
  const status = await ended
  if (status !== 0) process.stdout.write(said)
  const counts = [...said.matchAll(/all (\d+) tries/g)].map(([, n]) => Number(n))
  return { tries: counts.reduce((sum, n) => sum + n, 0), errors: status === 0 ? 0 : 1 }
}
