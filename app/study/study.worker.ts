import { expose } from 'comlink'
import { messageOf } from '~~/core/base'
import { prepare, RunError } from '~~/core/engine'
import type { Show } from '~~/core/show'
import {
  outcomeOf,
  seenFirsts,
  sweptAt,
  triedBy,
  type Outcome,
  type SeenFirst,
  type SetOut,
  type Sweep,
  type Swept,
} from '~~/core/study'

/** What is found is told so often (ms), with a breath in which a stop comes through. */
const TELLS = 80
const breathe = () => new Promise<void>((done) => setTimeout(done, 0))

/** Which walkers of how many are this worker's: from the first on every `step`-th. */
export interface Slice {
  setOut: SetOut
  first: number
  step: number
  walkers: number
}
/** Which of so many workers this is: it tries what falls to it, in turn. */
export interface Share {
  index: number
  of: number
}
let newest = 0
const worker = {
  /** Has walkers walk a show, and tells what they met as it comes. Gives why it couldn't go on, if it couldn't. */
  async study(
    show: Show,
    { setOut, first, step, walkers }: Slice,
    tell: (outcomes: Outcome[]) => void | Promise<void>,
  ): Promise<string | undefined> {
    const mine = ++newest
    await prepare(show, { tally: true })
    let found: Outcome[] = []
    let since = performance.now()
    try {
      for (let walker = first; walker <= walkers; walker += step) {
        found.push(outcomeOf(show, setOut, walker))
        if (performance.now() - since < TELLS) continue
        void tell(found)
        found = []
        await breathe()
        if (mine !== newest) return undefined
        since = performance.now()
      }
    } catch (error) {
      if (error instanceof RunError) return messageOf(error)
      throw error
    }
    // What has been told comes another way than that it is over.
    await tell(found)
    return undefined
  },
  /** Looks for what some walkers see, and tells it after each. Gives why it couldn't go on, if it couldn't. */
  async look(
    show: Show,
    setOut: SetOut,
    walkers: readonly number[],
    tell: (walker: number, seen: SeenFirst[]) => void | Promise<void>,
  ): Promise<string | undefined> {
    const mine = ++newest
    await prepare(show)
    try {
      for (const walker of walkers) {
        await breathe()
        if (mine !== newest) return undefined
        await tell(walker, seenFirsts(show, setOut, walker))
      }
    } catch (error) {
      if (error instanceof RunError) return messageOf(error)
      throw error
    }
    return undefined
  },
  /** Tries its share of a sweep one after the other, and tells what each comes to. Gives why it couldn't go on, if it couldn't. */
  async sweep(
    show: Show,
    asked: Sweep,
    { index, of }: Share,
    tell: (swept: Swept) => void | Promise<void>,
  ): Promise<string | undefined> {
    const mine = ++newest
    let since = performance.now()
    const stretch = async () => {
      if (performance.now() - since < TELLS) return true
      await breathe()
      since = performance.now()
      return mine === newest
    }
    try {
      for (const at of triedBy(asked).filter((_, n) => n % of === index)) {
        const swept = await sweptAt(show, asked, at, stretch)
        if (!swept) return undefined
        await tell(swept)
      }
    } catch (error) {
      if (error instanceof RunError) return messageOf(error)
      throw error
    }
    return undefined
  },
  stop(): void {
    newest++
  },
}
export type StudyWorker = typeof worker
expose(worker)
