import type { Reference } from './references'
import type { Show } from '../format/types'
import { namesIn } from '../../base'

/** Every list of named things that a show has, and where it stands. */
export const LISTS = {
  floors: ['place', 'floors'],
  walls: ['place', 'walls'],
  props: ['place', 'props'],
  lights: ['place', 'lights'],
  marks: ['place', 'marks'],
  atmospheres: ['atmospheres'],
  flags: ['flags'],
  sounds: ['sounds'],
  pools: ['pools'],
  buses: ['buses'],
  cues: ['cues'],
  zones: ['zones'],
  kits: ['kits'],
  rules: ['rules'],
  walks: ['walks'],
  groups: ['groups'],
} as const
export type ListOfThings = keyof typeof LISTS
/** The names of all lists. */
export const LIST_NAMES = namesIn(LISTS)

/** A thing of a show, by the list that it stands in. */
export interface Listed {
  list: ListOfThings
  id: string
}
/** What all things of lists have. */
export interface Item {
  id: string
  name?: string
}

/** The things of a list. */
export const itemsOf = (show: Show, list: ListOfThings): readonly Item[] =>
  list === 'floors' || list === 'walls' || list === 'props' || list === 'lights' || list === 'marks'
    ? show.place[list]
    : show[list]
/** A thing of a list by its id; undefined if there is none. */
export const itemOf = (show: Show, { list, id }: Listed): Item | undefined =>
  itemsOf(show, list).find((item) => item.id === id)

/** The thing that a reference stands in, and the way to the reference within it. */
export function holderOf(
  show: Show,
  { keys }: Pick<Reference, 'keys'>,
): { holder: Listed; within: (string | number)[] } {
  const inPlace = keys[0] === 'place'
  const list = String(keys[inPlace ? 1 : 0]) as ListOfThings
  const at = inPlace ? 2 : 1
  return { holder: { list, id: itemsOf(show, list)[Number(keys[at])].id }, within: keys.slice(at + 1) }
}
