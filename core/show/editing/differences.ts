import { alike } from './alike'
import { pointerOf } from '../format/errors'
import { isRecord } from '../format/fields'
import type { Operation } from './patch'

/**
 * A patch that makes one document of another. What both share is not looked at, so that it costs what has changed; things in lists are
 * told apart by their ids.
 */
export function differences(before: unknown, after: unknown): Operation[] {
  const patch: Operation[] = []
  compare(before, after, [], patch)
  return patch
}

type Keys = (string | number)[]

function compare(before: unknown, after: unknown, keys: Keys, patch: Operation[]): void {
  if (before === after) return
  if (isRecord(before) && isRecord(after)) return compareRecords(before, after, keys, patch)
  if (isThings(before) && isThings(after)) return compareThings(before, after, keys, patch)
  if (!alike(before, after)) patch.push({ op: 'replace', path: pointerOf(keys), value: after })
}

function compareRecords(
  before: Record<string, unknown>,
  after: Record<string, unknown>,
  keys: Keys,
  patch: Operation[],
) {
  for (const key of Object.keys(before))
    if (after[key] === undefined && before[key] !== undefined)
      patch.push({ op: 'remove', path: pointerOf([...keys, key]) })
  for (const key of Object.keys(after)) {
    if (after[key] === undefined) continue
    if (before[key] === undefined) patch.push({ op: 'add', path: pointerOf([...keys, key]), value: after[key] })
    else compare(before[key], after[key], [...keys, key], patch)
  }
}

type Thing = { id: string }
const isThings = (value: unknown): value is Thing[] =>
  Array.isArray(value) && value.every((item) => isRecord(item) && typeof item.id === 'string')

/** Things that begin and end both lists stay; what lies between goes and comes. */
function compareThings(before: readonly Thing[], after: readonly Thing[], keys: Keys, patch: Operation[]): void {
  let first = 0
  while (first < before.length && first < after.length && before[first].id === after[first].id) first++
  let rest = 0
  while (
    rest < before.length - first &&
    rest < after.length - first &&
    before[before.length - 1 - rest].id === after[after.length - 1 - rest].id
  )
    rest++
  for (let i = before.length - rest - 1; i >= first; i--) patch.push({ op: 'remove', path: pointerOf([...keys, i]) })
  for (let i = first; i < after.length - rest; i++)
    patch.push({ op: 'add', path: pointerOf([...keys, i]), value: after[i] })
  const shift = after.length - before.length
  for (let i = 0; i < after.length; i++) {
    if (i >= first && i < after.length - rest) continue
    compare(before[i < first ? i : i - shift], after[i], [...keys, i], patch)
  }
}
