import type { Outbox } from './outbox'

/** So long it is waited before the next try, and then as long as the last of these (ms). */
const RETRY = [500, 1000, 2000, 4000]

/**
 * Sends what waits, one window of this browser at a time, until nothing waits any more or the outbox is another. `next` sends the first
 * that waits and gives whether another can follow.
 */
export function useSending(of: {
  outbox: () => Outbox | undefined
  waits: () => boolean
  next: (box: Outbox) => Promise<boolean>
  done: () => void
}) {
  let sending: Promise<void> | undefined
  let wakeUp: (() => void) | undefined

  function send(): void {
    if (!sending && of.waits()) sending = sendAll().finally(() => (sending = undefined))
  }
  async function sendAll(): Promise<void> {
    let tries = 0
    for (let box = of.outbox(); box && box === of.outbox() && of.waits();) {
      let failed = false
      await box.alone(async () => {
        while (box === of.outbox() && of.waits() && !failed) failed = !(await of.next(box))
      })
      if (!failed) break
      // Another window may get through meanwhile.
      await pause(RETRY[Math.min(tries++, RETRY.length - 1)]!)
    }
    if (!of.waits()) of.done()
  }
  const pause = (ms: number) =>
    new Promise<void>((done) => {
      const timer = setTimeout(done, ms)
      wakeUp = () => (clearTimeout(timer), done())
    })
  return { send, isSending: () => sending !== undefined, wake: () => wakeUp?.() }
}
