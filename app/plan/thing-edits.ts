import { shallowRef } from 'vue'
import { freeId, kitOf, ruleIds, type Shape, type Show, type Zone } from '~~/core/show'
import { shiftedBy, stamp } from '~/document/kit-parts'
import { freshZone } from '~/document/fresh'
import { useShow } from '~/document/show'
import {
  isThing,
  listAddress,
  nameOfThing,
  othersLike,
  ownerOf,
  removeThing,
  replaceThing,
  thingIn,
  thingsOf,
  usesOfThing,
  type ThingKind,
  type ThingRef,
  type Things,
} from '~/document/things'
import { give } from '~/frame/picking'
import { useSelection } from '~/frame/selection'
import { count } from '~/words/time'
import { carrying } from './carried'
import { moveThings } from './thing-forms'

/** A deletion that others depend on: it is made once somebody has said so. */
const asked = shallowRef<{
  label: string
  dependents: string[]
  /** What can be put in its place, if it is one thing. */
  others: { id: string; name: string }[]
  goOn: (instead?: string) => void
}>()
export const deletionAsked = asked

/** What a zone fills the parts of its kit with, as far as it stands in the place. */
function placedParts(show: Show, id: string): ThingRef[] {
  const zone = thingIn(show, 'zone', id)!
  return (kitOf(show, zone)?.parts ?? []).flatMap(({ id: part, is }) =>
    isThing(is) ? [{ kind: is, id: zone.parts![part]! }] : [],
  )
}

/** How far beside it a copy lies (m). */
const BESIDE = 0.6

/** Everything that is done to things of the place as a whole. */
export function useThingEdits() {
  const doc = useShow()
  const selection = useSelection()

  /** Adds things of one kind and chooses the first. */
  function add<K extends ThingKind>(label: string, kind: K, things: readonly Things[K][]): boolean {
    const done = doc.edit(label, (edit) => things.forEach((thing) => edit.add(listAddress(kind), thing)))
    if (done && things[0] && !give({ kind, id: things[0].id }, true)) selection.choose(kind, things[0].id)
    return done
  }
  const drawZone = (shape: Shape) => add('Draw a zone', 'zone', [freshZone(doc.show!, shape)])

  /** Copies are named after what they are copies of; a zone's rules get ids of their own. */
  function copyOf<K extends ThingKind>({ kind, id }: { kind: K; id: string }, takenRules: string[]): Things[K] {
    const thing = thingIn(doc.show!, kind, id)!
    const list = thingsOf(doc.show!, kind).map((each) => each.id)
    const made = { ...thing, id: freeId(`${id}-copy`, list), ...(thing.name && { name: `${thing.name}, copy` }) }
    if (kind !== 'zone') return made
    const rules = (thing as Zone).rules.map((rule) => {
      const copy = { ...rule, id: freeId(rule.id, takenRules) }
      takenRules.push(copy.id)
      return copy
    })
    return { ...made, rules }
  }

  function duplicate(refs: readonly ThingRef[] = selection.things): void {
    const taken = ruleIds(doc.show!)
    const made: ThingRef[] = []
    const done = doc.edit(`Duplicate ${called(refs)}`, (edit) => {
      for (const ref of refs) {
        const parts = ref.kind === 'zone' && kitOf(edit.show, thingIn(edit.show, 'zone', ref.id)!)?.parts
        if (parts && parts.length > 0) {
          // It is put beside below, its things here.
          const [id] = stamp(edit, ref.id, [shiftedBy(0, 0)])
          made.push({ kind: 'zone', id: id! }, ...placedParts(edit.show, id!))
          continue
        }
        const copy = copyOf(ref, taken)
        edit.add(listAddress(ref.kind), copy)
        made.push({ kind: ref.kind, id: copy.id })
      }
      moveThings(edit, edit.show, made, BESIDE, BESIDE)
    })
    if (done) selection.chooseAll(made)
  }

  /** Several things in a few words. */
  const called = (refs: readonly ThingRef[]): string =>
    refs.length === 1 ? nameOfThing(doc.show!, refs[0]!) : count(refs.length, 'thing')

  /** Deletes things; what depends on them is asked about first. */
  function remove(refs: readonly ThingRef[] = selection.things): void {
    if (refs.length === 0) return
    const dependents = [
      ...new Set(
        refs.flatMap((ref) =>
          usesOfThing(doc.show!, ref)
            .filter(({ keys }) => !refs.some((other) => isWithin(keys, other)))
            .map((use) => ownerOf(doc.show!, use)),
        ),
      ),
    ]
    const label = `Delete ${called(refs)}`
    const goOn = (instead?: string) => {
      const [first] = refs
      selection.clear()
      doc.edit(label, (edit) => {
        if (instead !== undefined) replaceThing(edit, first!, instead)
        refs.forEach((ref) => removeThing(edit, ref))
      })
      if (instead !== undefined) selection.choose(first!.kind, instead)
    }
    if (dependents.length === 0) return goOn()
    asked.value = { label, dependents, others: refs.length === 1 ? othersLike(doc.show!, refs[0]!) : [], goOn }
  }
  /** Whether a reference stands in a thing. */
  function isWithin(keys: readonly (string | number)[], { kind, id }: ThingRef): boolean {
    const list = listAddress(kind)
    if (!list.every((key, i) => keys[i] === key)) return false
    const index = Number(keys[list.length])
    return thingsOf(doc.show!, kind)[index]?.id === id
  }

  function nudge(dx: number, dz: number): void {
    const refs = selection.things
    const before = doc.show!
    doc.edit(
      `Move ${called(refs)}`,
      carrying((edit) => moveThings(edit, before, refs, dx, dz)),
    )
  }
  return { add, drawZone, duplicate, remove, nudge, called }
}
