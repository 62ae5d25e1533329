import { memoFor } from '../../base'
import { fieldIn, fieldsIn, itemsIn, kindOf, meantBy, type Field, type ListName } from '../format/fields'
import { kitOf, listOfPart } from './parts'
import { showTable } from '../format/table'
import type { Show } from '../format/types'

/** One place in a document that names another thing by its id. */
export interface Reference {
  keys: (string | number)[]
  to: ListName
  id: string
}

function walk(field: Field, value: unknown, keys: (string | number)[], found: Reference[]): void {
  if (value === undefined) return
  switch (field.type) {
    case 'ref':
      found.push({ keys, to: field.to, id: String(value) })
      return
    case 'record':
      for (const [name, of] of Object.entries(field.fields)) walk(of, fieldIn(value, name), [...keys, name], found)
      return
    case 'kinds':
      walk(kindOf(field, value), value, keys, found)
      return
    case 'either':
      walk(meantBy(field, value), value, keys, found)
      return
    case 'list':
      if (carriesRefs(field.of))
        itemsIn(value).forEach((item, index) => within(field.of, item, [...keys, index], found))
      return
    case 'map':
      for (const [key, item] of Object.entries(fieldsIn(value))) walk(field.of, item, [...keys, key], found)
      return
  }
}
const referencesFor = memoFor<object, Reference[]>()

/** The references within an item of a list; kept as long as the item is the same object, as it is until it is edited. */
function within(field: Field, item: unknown, keys: (string | number)[], found: Reference[]): void {
  if (typeof item !== 'object' || item === null) return walk(field, item, keys, found)
  const own = referencesFor(item, [field], () => {
    const found: Reference[] = []
    walk(field, item, [], found)
    return found
  })
  for (const reference of own) found.push({ ...reference, keys: [...keys, ...reference.keys] })
}
const carriesRefs = (field: Field): boolean =>
  field.type !== 'numbers' && field.type !== 'text' && field.type !== 'choice'

/** Every place of a complete show that names another thing, in document order. */
export function references(show: Show): Reference[] {
  const found: Reference[] = []
  walk(showTable, show, [], found)
  if (show.kits.some(({ parts }) => parts.length > 0)) found.push(...fillings(show))
  return found
}
/** What zones have for the parts of their kits: which list that names the kit says. */
const fillings = (show: Show): Reference[] =>
  show.zones.flatMap((zone, z) => {
    const parts = kitOf(show, zone)?.parts ?? []
    return Object.entries(zone.parts ?? {}).flatMap(([part, id]) => {
      const is = parts.find((each) => each.id === part)?.is
      return is ? [{ keys: ['zones', z, 'parts', part], to: listOfPart(is), id }] : []
    })
  })

const lists = {
  props: (show: Show) => show.place.props,
  lights: (show: Show) => show.place.lights,
  marks: (show: Show) => show.place.marks,
  floors: (show: Show) => show.place.floors,
  walls: (show: Show) => show.place.walls,
  atmospheres: (show: Show) => show.atmospheres,
  flags: (show: Show) => show.flags,
  sounds: (show: Show) => show.sounds,
  pools: (show: Show) => show.pools,
  buses: (show: Show) => show.buses,
  cues: (show: Show) => show.cues,
  zones: (show: Show) => show.zones,
  kits: (show: Show) => show.kits,
  walks: (show: Show) => show.walks,
} satisfies { [list in ListName]: (show: Show) => readonly { id: string }[] }
/** The things of a list of the show, by the name references use for it. */
export const listOf = <L extends ListName>(show: Show, name: L): ReturnType<(typeof lists)[L]> =>
  lists[name](show) as ReturnType<(typeof lists)[L]>

/** Everything that uses a thing: the references to it. */
export function usesOf(show: Show, to: ListName, id: string): Reference[] {
  return references(show).filter((reference) => reference.to === to && reference.id === id)
}
