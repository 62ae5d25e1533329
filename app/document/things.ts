import {
  usesOf,
  type Address,
  type Editor,
  type Listed,
  type ListName,
  type Reference,
  type Show,
  holderOf,
  itemOf,
  fieldIn,
} from '~~/core/show'
import type { Floor, Group, Light, Mark, Prop, Wall, Zone } from '~~/core/show'
import { namesIn, itemAt, needed } from '~~/core/base'
import { leaveGroup, membersOf } from '~/document/groups'

/** Everything that stands in a place and can be taken in the hand. */
export interface Things {
  zone: Zone
  wall: Wall
  floor: Floor
  prop: Prop
  light: Light
  mark: Mark
}
export type ThingKind = keyof Things
export interface ThingRef {
  kind: ThingKind
  id: string
}

/** Where in the document the list of each kind stands. */
const HOMES = {
  zone: ['zones'],
  wall: ['place', 'walls'],
  floor: ['place', 'floors'],
  prop: ['place', 'props'],
  light: ['place', 'lights'],
  mark: ['place', 'marks'],
} as const satisfies { [kind in ThingKind]: Address }
type Homes = typeof HOMES

interface Home<T> {
  list: (show: Show) => readonly T[]
  /** What references call its list; walls are referred to by nothing. */
  called?: ListName
}

const LISTS: { [kind in ThingKind]: Home<Things[kind]> } = {
  zone: { list: (show) => show.zones, called: 'zones' },
  wall: { list: (show) => show.place.walls },
  floor: { list: (show) => show.place.floors, called: 'floors' },
  prop: { list: (show) => show.place.props, called: 'props' },
  light: { list: (show) => show.place.lights, called: 'lights' },
  mark: { list: (show) => show.place.marks, called: 'marks' },
}
export const THING_KINDS = namesIn(LISTS)
export const isThing = (kind: string): kind is ThingKind => kind in LISTS

/** A thing as the lists of a show name it, and the other way round. */
export const listedOf = ({ kind, id }: ThingRef): Listed => ({ list: `${kind}s`, id })
export function refOf({ list, id }: Listed): ThingRef[] {
  const kind = THING_KINDS.find((each) => `${each}s` === list)
  return kind ? [{ kind, id }] : []
}

/** What of a group stands in the place. */
export const groupThings = (group: Group): ThingRef[] => membersOf(group).flatMap(refOf)

export const thingsOf = <K extends ThingKind>(show: Show, kind: K): readonly Things[K][] => LISTS[kind].list(show)
export const thingIn = <K extends ThingKind>(show: Show, kind: K, id: string): Things[K] | undefined =>
  thingsOf(show, kind).find((thing) => thing.id === id)
/** A thing that is known to be there. @throws Error that names it where it isn't */
export const thingOf = <K extends ThingKind>(show: Show, kind: K, id: string): Things[K] =>
  needed(thingIn(show, kind, id), `${kind} "${id}"`)
/** Where a thing stands in the document, and a field of it. */
export const addressOf = <K extends ThingKind, const F extends Address>(
  kind: K,
  id: string,
  ...fields: F
): readonly [...Homes[K], string, ...F] => [...HOMES[kind], id, ...fields]
export const listAddress = <K extends ThingKind>(kind: K): Homes[K] => HOMES[kind]

/** What a thing is called; walls that have no name, by their id, which stays while others come and go. */
export function nameOfThing(show: Show, { kind, id }: ThingRef): string {
  const name = thingIn(show, kind, id)?.name
  if (name !== undefined) return name
  const own = id.startsWith(kind) ? id.slice(kind.length).replace(/^-/, '') : id
  return `${kind.charAt(0).toUpperCase()}${kind.slice(1)} ${own}`.trim()
}

/** What depends on a thing: the references to it. */
export const usesOfThing = (show: Show, { kind, id }: ThingRef): Reference[] => {
  const name = LISTS[kind].called
  return name === undefined ? [] : usesOf(show, name, id).filter(({ keys: [list] }) => list !== 'groups')
}

/** The cue, zone, walk, rule or thing that a reference stands in, by its name. */
export function ownerOf(show: Show, { keys }: Pick<Reference, 'keys'>): string {
  const [list, , inner, below] = keys
  const { holder } = holderOf(show, { keys })
  const name = itemOf(show, holder)?.name ?? holder.id
  if (list === 'place') return name
  const kind = String(list).replace(/s$/, '')
  if (list === 'cues' && inner === 'steps') return `a step of ${name}`
  if (list === 'walks') return `point ${Number(below) + 1} of ${name}`
  return `the ${kind} ${name}`
}

/** What can be chosen that a reference stands in: a cue with its step, a zone, a walk, another thing. */
export function placeOfUse(
  show: Show,
  { keys }: Reference,
): { kind: ThingKind | 'cue' | 'walk'; id: string; step?: string } | undefined {
  const [list, at, inner, below] = keys
  if (list === 'cues') {
    const cue = itemAt(show.cues, at)
    return { kind: 'cue', id: cue.id, ...(inner === 'steps' && { step: itemAt(cue.steps, below).id }) }
  }
  if (list === 'zones') return { kind: 'zone', id: itemAt(show.zones, at).id }
  if (list === 'walks') return { kind: 'walk', id: itemAt(show.walks, at).id }
  if (list !== 'place') return undefined
  const kind = THING_KINDS.find((each) => HOMES[each].at(1) === at)
  return kind && { kind, id: itemAt(thingsOf(show, kind), inner).id }
}

/** What could stand in the place of a thing wherever that is used: others of its kind, of marks those of the same sort. */
export function othersLike(show: Show, { kind, id }: ThingRef): { id: string; name: string }[] {
  const own = thingIn(show, kind, id)
  return thingsOf(show, kind)
    .filter((other) => other.id !== id && (kind !== 'mark' || (other as Mark).kind === (own as Mark).kind))
    .map((other) => ({ id: other.id, name: nameOfThing(show, { kind, id: other.id }) }))
}

/** Puts another thing of the same kind in the place of one wherever that is used. What would be twice in a list is taken out of it. */
export function replaceThing(edit: Editor, ref: ThingRef, to: string): void {
  for (const { keys } of usesOfThing(edit.show, ref).reverse()) {
    const list = keys.slice(0, -1)
    const siblings = list.reduce(fieldIn, edit.show)
    if (Array.isArray(siblings) && siblings.includes(to)) edit.remove(keys)
    else edit.setFound(keys, to)
  }
}

/** Takes a thing away, and with it what can't be without it: steps, rules that listen to it; ties and looks are let go. */
export function removeThing(edit: Editor, ref: ThingRef): void {
  leaveGroup(edit, `${ref.kind}s`, ref.id)
  for (;;) {
    const [use] = usesOfThing(edit.show, ref)
    if (!use) break
    letGoOf(edit, use)
  }
  edit.remove(addressOf(ref.kind, ref.id))
}

function letGoOf(edit: Editor, { keys }: Reference): void {
  const [list, index, inner, at] = keys
  if (list === 'zones' && inner === 'parts') {
    const zone = itemAt(edit.show.zones, index)
    throw new Error(`${zone.name} needs it for its kit. Put another in its place, or make the rules its own first.`)
  }
  const above = keys.slice(0, -1)
  if (list === 'cues') {
    // A picture goes on to its other marks.
    const marks = keys.indexOf('marks')
    const step = itemAt(itemAt(edit.show.cues, index).steps, at)
    if (marks >= 0 && step.kind === 'camera' && step.marks.length > 1) return edit.remove(keys.slice(0, marks + 2))
    return edit.remove(keys.slice(0, 4))
  }
  if (list === 'walks') {
    const walk = itemAt(edit.show.walks, index)
    return edit.set(
      ['walks', walk.id, 'points'],
      walk.points.map((point, i) => (i === Number(at) ? { ...point, look: 'ahead' } : point)),
    )
  }
  const tie = keys.indexOf('tiedTo')
  if (tie >= 0) return edit.setFound(keys.slice(0, tie + 1), undefined)
  const facing = keys.indexOf('facing')
  if (facing >= 0) return edit.setFound(keys.slice(0, facing + 1), undefined)
  if (keys.includes('holds')) return edit.remove(keys)
  const rules = keys.indexOf('rules')
  if (rules >= 0 && inner !== undefined) return edit.remove(keys.slice(0, rules + 2))
  if (list === 'rules') return edit.remove(keys.slice(0, 2))
  edit.setFound(above, undefined)
}
