import { setImmediate } from 'node:timers/promises'
import { CliError, FAULTS } from './errors'

/** Long work is told of after so long, and so often (ms). */
const EVERY = 500

export interface Progress {
  /** Work has come so far, a time of the run or a count; this is where Ctrl+C ends it. @throws CliError once it was pressed */
  cameTo(done: number): Promise<void>
  end(): void
}

/** What is told of work that has come so far, and once it was stopped there. */
export interface Telling {
  words: (done: number) => string
  stopped: (done: number) => string
}
const OF_A_RUN: Telling = {
  words: (seconds) => `${Math.floor(seconds / 60)} min of the run …`,
  stopped: (seconds) => FAULTS.stopped(Math.floor(seconds / 60)),
}

/** Tells on a terminal, or wherever it is asked for, how far work has come, and lets Ctrl+C end it cleanly. */
export function createProgress(asked = false, telling: Telling = OF_A_RUN): Progress {
  const { stderr } = process
  const shown = asked || stderr.isTTY
  let stopped = false
  let last = Date.now()
  let wrote = false
  const stop = () => void (stopped = true)
  process.once('SIGINT', stop)
  return {
    async cameTo(done) {
      if (Date.now() - last >= EVERY) {
        last = Date.now()
        // Signals come through here.
        await setImmediate()
        if (shown) {
          wrote = true
          stderr.write(`${stderr.isTTY ? '\r' : ''}${telling.words(done)}${stderr.isTTY ? '' : '\n'}`)
        }
      }
      if (stopped) throw new CliError(telling.stopped(done), 130)
    },
    end() {
      process.off('SIGINT', stop)
      if (wrote && stderr.isTTY) stderr.write('\r\x1b[K')
    },
  }
}
