import { neverFiring } from '../../core/findings'
import { printOf, type Print } from '../../core/score'
import { showNow } from './list'

/** So long a run may take for a print (ms): a longer one is printed as far as it has come. */
const PATIENCE = 150
/** So many prints are held in memory; the oldest goes first. */
const MOST_HELD = 300
const held = new Map<string, PrintNow>()

/** A print with what can be said of the show before anybody walks. */
export interface PrintNow extends Print {
  /** How many rules can never fire. */
  neverFire: number
}

/** A show in miniature, as it is now. @throws Refusal 404 */
export async function printNow(id: string): Promise<PrintNow> {
  const { show, revision } = await showNow(id)
  const key = `${id}/${revision}`
  const known = held.get(key)
  if (known) return known
  const until = performance.now() + PATIENCE
  const print = { ...printOf(show, () => performance.now() > until), neverFire: neverFiring(show).length }
  // What was cut short is printed anew when it is asked for again: then the machine may have more time.
  if (print.isWhole) held.set(key, print)
  while (held.size > MOST_HELD) held.delete(held.keys().next().value!)
  return print
}
