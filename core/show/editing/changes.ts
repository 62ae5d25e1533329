import { alike } from './alike'
import { isRecord } from '../format/fields'
import { itemsOf, LIST_NAMES, type Item, type ListOfThings } from '../references/lists'
import type { Show } from '../format/types'

/** A field that two versions of a thing have otherwise; undefined where one has none. In lists of things the keys are their ids. */
export interface ChangedField {
  keys: string[]
  before: unknown
  after: unknown
}
/** What became of a thing from one version of a show to another. */
export interface Change {
  /** `show`: what belongs to nothing else, its title, its player, its atmosphere. */
  list: ListOfThings | 'show'
  id: string
  /** As it is called now, or was last. */
  name: string
  what: 'added' | 'removed' | 'changed'
  /** What is otherwise, of a thing that both have. */
  fields: ChangedField[]
}

/** What has been added, removed and changed from one version of a show to another, thing by thing, in the order of the lists. */
export function changesBetween(before: Show, after: Show): Change[] {
  const ofShow = fieldsBetween(withoutLists(before), withoutLists(after))
  return [
    ...(ofShow.length > 0
      ? [{ list: 'show' as const, id: '', name: after.title, what: 'changed' as const, fields: ofShow }]
      : []),
    ...LIST_NAMES.flatMap((list) => changesOfList(list, itemsOf(before, list), itemsOf(after, list))),
  ]
}

function changesOfList(list: ListOfThings, before: readonly Item[], after: readonly Item[]): Change[] {
  if (before === after) return []
  const was = new Map(before.map((item) => [item.id, item]))
  const is = new Set(after.map(({ id }) => id))
  const change = (item: Item, what: Change['what'], fields: ChangedField[] = []): Change => ({
    list,
    id: item.id,
    name: item.name ?? item.id,
    what,
    fields,
  })
  const kept = after.flatMap((item) => {
    const old = was.get(item.id)
    if (!old) return [change(item, 'added')]
    const fields = fieldsBetween(old, item)
    return fields.length > 0 ? [change(item, 'changed', fields)] : []
  })
  return [...kept, ...before.filter(({ id }) => !is.has(id)).map((item) => change(item, 'removed'))]
}

function withoutLists(show: Show): Record<string, unknown> {
  const lists = new Set<string>(LIST_NAMES)
  const others = (record: object) => Object.entries(record).filter(([key]) => !lists.has(key))
  return Object.fromEntries(others({ ...show, place: Object.fromEntries(others(show.place)) }))
}

/** Where two values differ, down to what can be read. */
function fieldsBetween(before: unknown, after: unknown, keys: string[] = []): ChangedField[] {
  if (before === after) return []
  if (isRecord(before) && isRecord(after)) {
    const names = new Set([...Object.keys(before), ...Object.keys(after)])
    return [...names].flatMap((name) => fieldsBetween(before[name], after[name], [...keys, name]))
  }
  if (isItems(before) && isItems(after)) {
    const ids = new Set([...before, ...after].map(({ id }) => id))
    const of = (list: Item[], id: string) => list.find((item) => item.id === id)
    return [...ids].flatMap((id) => fieldsBetween(of(before, id), of(after, id), [...keys, id]))
  }
  return alike(before, after) ? [] : [{ keys, before, after }]
}
const isItems = (value: unknown): value is Item[] =>
  Array.isArray(value) && value.every((item) => isRecord(item) && typeof item.id === 'string')
