import { alike } from './alike'
import { complete } from '../format/complete'
import { nextId, nextName, type Editor } from './edits'
import { partIn, fieldIn } from '../format/fields'
import { ruleIds } from '../references/kits'
import {
  holderOf,
  itemOf,
  itemsOf,
  LIST_NAMES,
  LISTS,
  type Item,
  type Listed,
  type ListOfThings,
} from '../references/lists'
import { kitOf, listOfPart } from '../references/parts'
import { references } from '../references/references'
import { GROUPED, showTable } from '../format/table'
import type { Cue, Group, Kit, Show, Sound, Zone } from '../format/types'

const keyOf = ({ list, id }: Listed): string => `${list}/${id}`

/** What each thing of a show names, by `keyOf` the thing. */
function namedBy(show: Show): Map<string, Listed[]> {
  const found = new Map<string, Listed[]>()
  for (const reference of references(show)) {
    if (partIn(reference.id) !== undefined) continue
    if (!(String(reference.keys[reference.keys[0] === 'place' ? 1 : 0]) in LISTS)) continue
    const key = keyOf(holderOf(show, reference).holder)
    const named = { list: reference.to, id: reference.id }
    const known = found.get(key)
    if (known) known.push(named)
    else found.set(key, [named])
  }
  return found
}

/** Things with what their zones have for the parts of their kits: that belongs to them as their shape does. */
export function withParts(show: Show, things: readonly Listed[]): Listed[] {
  const all = things.flatMap((thing) => {
    const zone = thing.list === 'zones' ? (itemOf(show, thing) as Zone | undefined) : undefined
    const parts = (zone && kitOf(show, zone)?.parts) ?? []
    return [
      thing,
      ...parts.flatMap(({ id, is }) =>
        is === 'sound' || is === 'pool' ? [] : [{ list: listOfPart(is), id: zone!.parts![id] }],
      ),
    ]
  })
  return all.filter((thing, i) => all.findIndex((other) => keyOf(other) === keyOf(thing)) === i)
}

/** A show of some things of another and of everything that they need, and of nothing else. */
export function fragmentOf(show: Show, things: readonly Listed[]): Show {
  const named = namedBy(show)
  const wanted = new Set<string>()
  const open = [...things]
  for (let thing; (thing = open.pop());) {
    if (wanted.has(keyOf(thing))) continue
    wanted.add(keyOf(thing))
    open.push(...(named.get(keyOf(thing)) ?? []))
  }
  const only = (list: ListOfThings) => itemsOf(show, list).filter(({ id }) => wanted.has(keyOf({ list, id })))
  const bare = { format: 'esvik-show', version: 1, title: show.title, place: {} }
  const empty = complete(showTable, bare) as Show
  const lists = Object.fromEntries(LIST_NAMES.filter((list) => LISTS[list].length === 1).map((l) => [l, only(l)]))
  const inPlace = Object.fromEntries(LIST_NAMES.filter((list) => LISTS[list].length === 2).map((l) => [l, only(l)]))
  return { ...empty, ...lists, place: { ...empty.place, ...inPlace } }
}

/** How a fragment is put into a show. */
export interface Pasting {
  /** It comes from this show: what its things need is what has the same id there, however that is now. */
  isOwn: boolean
  /** Things that are there take the form that they have in the fragment, instead of a copy beside them. */
  replaces?: boolean
}

/** Which of the fragment's needs are in the show already, with their ids there. */
function knownThere(
  show: Show,
  fragment: Show,
  isRoot: (thing: Listed) => boolean,
  isOwn: boolean,
): Map<string, string> {
  const known = new Map<string, string>()
  for (const list of LIST_NAMES)
    for (const item of itemsOf(fragment, list)) {
      if (isRoot({ list, id: item.id })) continue
      const there = itemsOf(show, list).find((other) => isSame(list, item, other, isOwn))
      if (there) known.set(keyOf({ list, id: item.id }), there.id)
    }
  if (isOwn) return known
  // What is alike and names other things is another thing.
  const named = namedBy(fragment)
  const isBuiltIn = (other: Listed) => itemOf(fragment, other) === undefined
  const isOther = (other: Listed) => !isSound(other) && !isBuiltIn(other) && known.get(keyOf(other)) !== other.id
  for (let before = -1; before !== known.size;) {
    before = known.size
    for (const key of known.keys()) if ((named.get(key) ?? []).some(isOther)) known.delete(key)
  }
  return known
}
const isSound = ({ list }: Listed): boolean => list === 'sounds'
function isSame(list: ListOfThings, item: Item, other: Item, isOwn: boolean): boolean {
  if (isOwn) return item.id === other.id
  if (list === 'sounds') return (item as Sound).asset === (other as Sound).asset
  return item.id === other.id && alike(item, other)
}
/**
 * Puts things of a fragment into a show, with what they need of it; gives what came of each thing, and all that was added.
 * What is there already is not added again. @throws ShowError if the show would not be one any more
 */
export function paste(
  edit: Editor,
  fragment: Show,
  things: readonly Listed[],
  { isOwn, replaces = false }: Pasting,
): { made: Listed[]; added: Listed[] } {
  const roots = new Set(things.map(keyOf))
  const isRoot = (thing: Listed) => roots.has(keyOf(thing))
  const ids = knownThere(edit.show, fragment, isRoot, isOwn)
  const copy = JSON.parse(JSON.stringify(fragment)) as Show
  const names = new Map<string, string>()
  for (const list of LIST_NAMES) {
    const taken = itemsOf(edit.show, list).map(({ id }) => id)
    const takenNames = itemsOf(edit.show, list).flatMap(({ name }) => name ?? [])
    for (const { id, name } of itemsOf(copy, list)) {
      const key = keyOf({ list, id })
      if (ids.has(key)) continue
      if (replaces && isRoot({ list, id }) && taken.includes(id)) {
        ids.set(key, id)
        continue
      }
      const made = nextId(id, taken)
      ids.set(key, made)
      taken.push(made)
      if (name === undefined) continue
      const free = nextName(name, takenNames)
      names.set(key, free)
      takenNames.push(free)
    }
  }
  for (const reference of references(fragment)) {
    const to = ids.get(keyOf({ list: reference.to, id: reference.id }))
    if (to === undefined || to === reference.id) continue
    const above = reference.keys.slice(0, -1).reduce(fieldIn, copy)
    for (const key of reference.keys.slice(-1)) Object.assign(above as object, { [key]: to })
  }
  const rules = ruleIds(edit.show)
  const steps = edit.show.cues.flatMap((cue) => cue.steps.map(({ id }) => id))
  const added: Listed[] = []
  /** The rules of kits that are added, by what they were called. */
  const kitRules = new Map<string, { [rule: string]: string }>()
  for (const list of PASTED)
    for (const item of itemsOf(copy, list)) {
      const key = keyOf({ list, id: item.id })
      const id = ids.get(key)!
      const replaced = itemsOf(edit.show, list).some((other) => other.id === id)
      if (replaced && !(replaces && isRoot({ list, id: item.id }))) continue
      const name = names.get(key)
      const whole = { ...item, id, ...(name !== undefined && { name }) }
      if (replaced) {
        edit.setFound([...LISTS[list], id], whole)
        continue
      }
      const value = withFreshIds(whole, rules, steps)
      if (list === 'kits') kitRules.set(id, renamedRules(item as Kit, value as Kit))
      edit.addFound(LISTS[list], fitted(list, value, kitRules, added))
      added.push({ list, id })
    }
  return { made: things.map(({ list, id }) => ({ list, id: ids.get(keyOf({ list, id }))! })), added }
}
/** Kits come before their zones. */
const PASTED: ListOfThings[] = ['kits', ...LIST_NAMES.filter((list) => list !== 'kits')]

/** A thing as it fits to those that were added before it. */
function fitted(
  list: ListOfThings,
  item: Item,
  kitRules: ReadonlyMap<string, { [rule: string]: string }>,
  added: readonly Listed[],
): Item {
  if (list === 'zones') return withOverrides(item as Zone, kitRules)
  return list === 'groups' ? ofAdded(item as Group, added) : item
}
/** A group of what came with it: what was there before stays in the group that it is in. */
function ofAdded(group: Group, added: readonly Listed[]): Group {
  const keys = new Set(added.map(keyOf))
  const lists = GROUPED.map((list) => [list, group[list]?.filter((id) => keys.has(keyOf({ list, id })))] as const)
  return { ...group, ...Object.fromEntries(lists.filter(([, ids]) => ids)) }
}
const renamedRules = (before: Kit, after: Kit): { [rule: string]: string } =>
  Object.fromEntries(before.rules.map(({ id }, i) => [id, after.rules[i].id]))
function withOverrides(zone: Zone, kitRules: ReadonlyMap<string, { [rule: string]: string }>): Zone {
  const renamed = zone.kit === undefined ? undefined : kitRules.get(zone.kit)
  if (!renamed || !zone.overrides) return zone
  const overrides = Object.fromEntries(Object.entries(zone.overrides).map(([rule, own]) => [renamed[rule], own]))
  return { ...zone, overrides }
}

/** A thing whose rules and steps have ids that none of the taken ones is; these are taken then. */
function withFreshIds(item: Item, rules: string[], steps: string[]): Item {
  const fresh = <T extends Item>(each: T, taken: string[]): T => {
    const id = nextId(each.id, taken)
    taken.push(id)
    return { ...each, id }
  }
  const whole = item as Item & Partial<Pick<Zone, 'rules'> & Pick<Cue, 'steps'>>
  return {
    ...item,
    ...(whole.rules && { rules: whole.rules.map((rule) => fresh(rule, rules)) }),
    ...(whole.steps && { steps: whole.steps.map((step) => fresh(step, steps)) }),
  } as Item
}
