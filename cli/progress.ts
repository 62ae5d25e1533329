import { setImmediate } from 'node:timers/promises'
import { CliError, FAULTS } from './errors'

/** Long work is told of after so long, and so often (ms). */
const EVERY = 500

export interface Progress {
  /** Work has come to a time of the run; this is where Ctrl+C ends it. @throws CliError once it was pressed */
  cameTo(seconds: number): Promise<void>
  end(): void
}

/** Tells on a terminal, or wherever it is asked for, how far a run has come, and lets Ctrl+C end it cleanly. */
export function createProgress(asked = false): Progress {
  const { stderr } = process
  const shown = asked || stderr.isTTY
  let stopped = false
  let last = Date.now()
  let wrote = false
  const stop = () => void (stopped = true)
  process.once('SIGINT', stop)
  return {
    async cameTo(seconds) {
      if (Date.now() - last >= EVERY) {
        last = Date.now()
        // Signals come through here.
        await setImmediate()
        if (shown) {
          wrote = true
          stderr.write(
            `${stderr.isTTY ? '\r' : ''}${Math.floor(seconds / 60)} min of the run …${stderr.isTTY ? '' : '\n'}`,
          )
        }
      }
      if (stopped) throw new CliError(FAULTS.stopped(Math.floor(seconds / 60)), 130)
    },
    end() {
      process.off('SIGINT', stop)
      if (wrote && stderr.isTTY) stderr.write('\r\x1b[K')
    },
  }
}
