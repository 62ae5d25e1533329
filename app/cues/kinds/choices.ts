import { BUSES, partIn, type Cue, type PartKind, type Show, type Step } from '~~/core/show'
import { cuesOfKit } from '~/document/making/kit-parts'
import type { ThingKind } from '~/document/things'
import type { Option, SentencePart } from '~/sentence/pieces'

/** What of a show can be chosen for a step. */
export const named = (items: readonly { id: string; name: string }[]): Option<string>[] =>
  items.map(({ id, name }) => ({ value: id, words: name }))

/** What a cue may speak of: a show, and the cue itself, where the parts of its kit may stand. */
export interface Of {
  show: Show
  cue: Cue
}
/** The parts of a kind that a cue may name: those of the kit that alone fires it. */
function partsFor({ show, cue }: Of, is: PartKind): { id: string; name: string }[] {
  const kit = show.kits.find((each) => each.parts.length > 0 && cuesOfKit(show, each).has(cue.id))
  return (kit?.parts ?? [])
    .filter((part) => part.is === is)
    .map(({ id, name }) => ({ id: `part:${id}`, name: `its ${name}` }))
}
/** Whether a flag is a number; of a part that is so where a zone fills it. */
export function countsIn(show: Show, id: string): boolean {
  const part = partIn(id)
  const flag = part === undefined ? id : show.zones.find(({ parts }) => parts?.[part] !== undefined)?.parts![part]
  return typeof show.flags.find((each) => each.id === flag)?.start === 'number'
}
const LISTS = {
  light: (show: Show) => show.place.lights,
  prop: (show: Show) => show.place.props,
  mark: (show: Show) => show.place.marks,
  flag: (show: Show) => show.flags,
  zone: (show: Show) => show.zones,
  sound: (show: Show) => show.sounds,
  pool: (show: Show) => show.pools,
} satisfies { [is in PartKind]: (show: Show) => readonly { id: string; name: string }[] }
/** Everything of a kind that a step may be about: parts first, then the show's own. */
const all = (of: Of, is: PartKind): { id: string; name: string }[] => [...partsFor(of, is), ...LISTS[is](of.show)]
export const one = (of: Of, is: PartKind): Option[] => named(all(of, is))

export const buses = (show: Show): Option[] => {
  const own = named(show.buses)
  return [
    ...own,
    ...BUSES.filter((id) => !own.some(({ value }) => value === id)).map((id) => ({ value: id, words: id })),
  ]
}
export const camerasOf = (of: Of): Option<string>[] => [
  ...named(partsFor(of, 'mark')),
  ...named(of.show.place.marks.filter(({ kind }) => kind === 'camera')),
]

type Where = Extract<Step, { kind: 'sound' }>['where']
const AROUND: Where = { at: 'around', near: 3, far: 9, arc: 360 }
export const wheres = (of: Of, now: Where): Option[] => [
  { value: { at: 'head' }, words: 'in the head' },
  { value: { at: 'zone' }, words: 'in the middle of the zone' },
  { value: { at: 'player' }, words: 'at the player' },
  { value: now.at === 'around' ? now : AROUND, words: 'around the player' },
  ...all(of, 'prop').map(({ id, name }) => ({ value: { at: 'prop', prop: id }, words: `at ${name}` })),
  ...all(of, 'mark').map(({ id, name }) => ({ value: { at: 'mark', mark: id }, words: `at ${name}` })),
]
export const anchors = (of: Of): Option[] => [
  ...all(of, 'prop').map(({ id, name }) => ({ value: { prop: id }, words: name })),
  ...all(of, 'mark').map(({ id, name }) => ({ value: { mark: id }, words: name })),
  ...all(of, 'zone').map(({ id, name }) => ({ value: { zone: id }, words: name })),
]
export const drifting = (of: Of): Option[] => [
  ...all(of, 'light').map(({ id, name }) => ({ value: { light: id }, words: name })),
  ...buses(of.show).map((bus) => ({ value: { bus: bus.value }, words: bus.words })),
]
/** A sound, or one of a pool. */
export const sounding = (of: Of): Option[] => [
  ...all(of, 'sound').map(({ id, name }) => ({ value: { sound: id }, words: name })),
  ...all(of, 'pool').map(({ id, name }) => ({ value: { pool: id }, words: `one of ${name}` })),
]

type Picks = NonNullable<Extract<SentencePart, { as: 'choice' }>['picks']>
const pick = (kinds: readonly ThingKind[], value: Picks['value']): Picks => ({ kinds, value })
/** What can be picked in the plan for a place, an anchor, one thing of a kind. */
export const PICKS = {
  where: pick(['prop', 'mark', 'zone'], (kind, id) => (kind === 'zone' ? { at: 'zone' } : { at: kind, [kind]: id })),
  anchor: pick(['prop', 'mark', 'zone'], (kind, id) => ({ [kind]: id })),
  lit: pick(['light'], (_, id) => ({ light: id })),
  one: (kind: ThingKind): Picks => pick([kind], (_, id) => id),
}
