// Who owns a data folder: a lock that the system lets go of when its holder is gone, however that went.
import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { join } from 'node:path'
import { setTimeout as delay } from 'node:timers/promises'

/** Someone killed a moment ago may take so long to be gone (ms). */
const DYING = 3000

/**
 * Takes the lock of a data folder for as long as this process lives (flock(2), by util-linux, whose `cat` ends with our end of its pipe).
 * Gives undefined if another process keeps it.
 */
export async function lockData(data) {
  for (const until = Date.now() + DYING; ;) {
    const holder = spawn('flock', ['--nonblock', '--no-fork', join(data, 'lock'), 'cat'], {
      stdio: ['pipe', 'pipe', 'ignore'],
      detached: true,
    })
    holder.stdin.on('error', () => {})
    holder.stdin.write('held\n')
    const held = await Promise.race([
      once(holder.stdout, 'data').then(() => true),
      once(holder, 'exit').then(() => false),
      once(holder, 'error').then(() => false),
    ])
    if (held) {
      for (const part of [holder, holder.stdin, holder.stdout]) part.unref()
      return { release: () => holder.stdin.end() }
    }
    if (Date.now() > until) return undefined
    await delay(150)
  }
}
