import type { Show } from '~~/core/show'
import { signalsOf } from '~/document/flags-and-signals'
import type { ThingKind } from '~/document/things'
import { nameOfThing, THING_KINDS, thingsOf } from '~/document/things'
import { stepWords } from '~/words/step-kinds'

/** What of a show can be found, and where that leads. */
export type Kind =
  ThingKind | 'cue' | 'step' | 'sound' | 'pool' | 'flag' | 'signal' | 'walk' | 'kit' | 'group' | 'atmosphere' | 'action'
export interface Entry {
  /** Unique among all. */
  key: string
  kind: Kind
  id: string
  name: string
  /** What else it is found by. */
  more: string
  /** The cue of a step. */
  cue?: string
}

const entry = (kind: Kind, id: string, name: string, more: string[] = [], cue?: string): Entry => ({
  key: `${kind}/${cue ?? ''}/${id}`,
  kind,
  id,
  name,
  more: more.join(' '),
  ...(cue !== undefined && { cue }),
})

/** Everything of a show that has a name or does something, in the order in which it is listed there. */
export function entriesOf(show: Show): Entry[] {
  const kits = new Map(show.kits.map(({ id, name }) => [id, name]))
  return [
    ...THING_KINDS.flatMap((kind) =>
      thingsOf(show, kind).map((thing) => {
        const more = 'tags' in thing ? thing.tags : []
        const kit = 'kit' in thing && thing.kit !== undefined ? [kits.get(thing.kit) ?? ''] : []
        return entry(kind, thing.id, nameOfThing(show, { kind, id: thing.id }), [...more, ...kit, thing.note ?? ''])
      }),
    ),
    ...show.cues.flatMap((cue) => [
      entry('cue', cue.id, cue.name, [cue.scare ? 'scare' : '', cue.note ?? '']),
      ...cue.steps.map((step) => entry('step', step.id, stepWords(show, step), [cue.name, step.note ?? ''], cue.id)),
    ]),
    ...show.sounds.map(({ id, name, tags, note, credit }) =>
      entry('sound', id, name, [...tags, note ?? '', ...Object.values(credit ?? {})]),
    ),
    ...show.pools.map(({ id, name }) => entry('pool', id, name)),
    ...show.flags.map(({ id, name }) => entry('flag', id, name)),
    ...signalsOf(show).map(({ name }) => entry('signal', name, name)),
    ...show.walks.map(({ id, name }) => entry('walk', id, name)),
    ...show.kits.map(({ id, name }) => entry('kit', id, name)),
    ...show.groups.map(({ id, name, note }) => entry('group', id, name, [note ?? ''])),
    ...show.atmospheres.map(({ id, name }) => entry('atmosphere', id, name)),
  ]
}

/** Where something that can't be chosen itself is met: a zone or a step that it is about. */
export function metAt(
  show: Show,
  kind: 'flag' | 'signal' | 'kit',
  id: string,
): { zone: string } | { cue: string; step: string } | undefined {
  const step = (fits: (step: Show['cues'][number]['steps'][number]) => boolean) => {
    for (const cue of show.cues) for (const each of cue.steps) if (fits(each)) return { cue: cue.id, step: each.id }
    return undefined
  }
  const zone = (fits: (zone: Show['zones'][number]) => boolean) => {
    const found = show.zones.find(fits)
    return found && { zone: found.id }
  }
  if (kind === 'kit') return zone((each) => each.kit === id)
  if (kind === 'signal')
    return (
      zone(({ rules }) => rules.some(({ on }) => on.at === 'signal' && on.name === id)) ??
      step((each) => each.kind === 'signal' && each.name === id)
    )
  return (
    step((each) => each.kind === 'flag' && each.flag === id) ??
    zone(
      ({ rules, parts }) =>
        rules.some(({ when }) => when.some(({ flag }) => flag === id)) || Object.values(parts ?? {}).includes(id),
    )
  )
}
