import { BUSES, type Show, type Step } from '~~/core/show'
import type { ThingKind } from '~/document/things'
import type { Option, StepPart } from './parts'

/** What of a show can be chosen for a step. */
export const named = (items: readonly { id: string; name: string }[]): Option[] =>
  items.map(({ id, name }) => ({ value: id, words: name }))

export const buses = (show: Show): Option[] => {
  const own = named(show.buses)
  return [
    ...own,
    ...BUSES.filter((id) => !own.some(({ value }) => value === id)).map((id) => ({ value: id, words: id })),
  ]
}
export const camerasOf = (show: Show): Option[] => named(show.place.marks.filter(({ kind }) => kind === 'camera'))

type Where = Extract<Step, { kind: 'sound' }>['where']
const AROUND: Where = { at: 'around', near: 3, far: 9, arc: 360 }
export const wheres = (show: Show, now: Where): Option[] => [
  { value: { at: 'head' }, words: 'in the head' },
  { value: { at: 'zone' }, words: 'in the middle of the zone' },
  { value: { at: 'player' }, words: 'at the player' },
  { value: now.at === 'around' ? now : AROUND, words: 'around the player' },
  ...show.place.props.map((prop) => ({ value: { at: 'prop', prop: prop.id }, words: `at ${prop.name}` })),
  ...show.place.marks.map((mark) => ({ value: { at: 'mark', mark: mark.id }, words: `at ${mark.name}` })),
]
export const anchors = (show: Show): Option[] => [
  ...show.place.props.map((prop) => ({ value: { prop: prop.id }, words: prop.name })),
  ...show.place.marks.map((mark) => ({ value: { mark: mark.id }, words: mark.name })),
  ...show.zones.map((zone) => ({ value: { zone: zone.id }, words: zone.name })),
]
export const drifting = (show: Show): Option[] => [
  ...show.place.lights.map((light) => ({ value: { light: light.id }, words: light.name })),
  ...buses(show).map((bus) => ({ value: { bus: bus.value }, words: bus.words })),
]
/** A sound, or one of a pool. */
export const sounding = (show: Show): Option[] => [
  ...show.sounds.map(({ id, name }) => ({ value: { sound: id }, words: name })),
  ...show.pools.map(({ id, name }) => ({ value: { pool: id }, words: `one of ${name}` })),
]

type Picks = NonNullable<Extract<StepPart, { as: 'choice' }>['picks']>
const pick = (kinds: readonly ThingKind[], value: Picks['value']): Picks => ({ kinds, value })
/** What can be picked in the plan for a place, an anchor, one thing of a kind. */
export const PICKS = {
  where: pick(['prop', 'mark', 'zone'], (kind, id) => (kind === 'zone' ? { at: 'zone' } : { at: kind, [kind]: id })),
  anchor: pick(['prop', 'mark', 'zone'], (kind, id) => ({ [kind]: id })),
  lit: pick(['light'], (_, id) => ({ light: id })),
  one: (kind: ThingKind): Picks => pick([kind], (_, id) => id),
}
