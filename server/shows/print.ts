import { printOf, type Print } from '../../core/score'
import { showNow } from './list'

/** So long a run may take for a print (ms): a longer one is printed as far as it has come. */
const PATIENCE = 150
/** So many prints are held in memory; the oldest goes first. */
const MOST_HELD = 300
const held = new Map<string, Print>()

/** A show in miniature, as it is now. @throws Refusal 404 */
export async function printNow(id: string): Promise<Print> {
  const { show, revision } = await showNow(id)
  const key = `${id}/${revision}`
  const known = held.get(key)
  if (known) return known
  const until = performance.now() + PATIENCE
  const print = printOf(show, () => performance.now() > until)
  held.set(key, print)
  while (held.size > MOST_HELD) held.delete(held.keys().next().value!)
  return print
}
