import { alike, applyPatch, rebase, undoing, valueAtPointer, type Operation, type Show } from '~~/core/show'

/** An edit that can be taken back, or done again. */
export interface Step {
  label: string
  back: Operation[]
  /** What each operation of `back` finds if nobody has changed it since; undefined where it doesn't matter. */
  finds: unknown[]
}

/** How to take an edit back that made `after` of `before`. */
export function stepBack(label: string, before: Show, after: Show, patch: readonly Operation[]): Step {
  const back = undoing(before, patch)
  return { label, back, finds: found(after, back) }
}

/** What each operation that replaces or takes away a field finds there. */
function found(show: Show, patch: readonly Operation[]): unknown[] {
  let now: Show = show
  return patch.map((operation) => {
    const finds = operation.op === 'replace' ? valueAtPointer(now, operation.path) : undefined
    now = applyPatch(now, [operation])
    return finds
  })
}

/** What somebody else has put since where an edit is to be taken back; undefined if nobody has. */
export function changedSince(show: Show, { back, finds }: Step): unknown {
  return found(show, rebase(show, back)).find((value, i) => finds[i] !== undefined && !alike(value, finds[i]))
}
