import { spawn } from 'node:child_process'
import { text } from 'node:stream/consumers'

/** What a program said, and how it ended. */
export interface Ended {
  status: number
  stdout: string
  stderr: string
}

/**
 * Runs one of the built programs to its end. Meanwhile the tests go on hearing what others say: a connection that the server has
 * closed in the meantime is not used once more.
 */
export async function program(file: string, args: readonly string[], env: Record<string, string> = {}): Promise<Ended> {
  const child = spawn(process.execPath, [file, ...args], {
    env: { ...process.env, ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  const ended = new Promise<number>((done) => child.on('close', (code) => done(code ?? -1)))
  const [stdout, stderr] = await Promise.all([text(child.stdout), text(child.stderr)])
  return { status: await ended, stdout, stderr }
}
