import { shallowRef } from 'vue'
import { fragmentOf, paste, withParts, type Listed, type Shape, type Show } from '~~/core/show'
import { freshZone } from '~/document/making/fresh'
import { cuesOnlyOf, groupTogether, wholeOf } from '~/document/groups'
import { useShow } from '~/document/show'
import {
  listAddress,
  listedOf,
  nameOfThing,
  othersLike,
  ownerOf,
  refOf,
  removeThing,
  replaceThing,
  thingsOf,
  usesOfThing,
  type ThingKind,
  type ThingRef,
  type Things,
} from '~/document/things'
import { give } from '~/frame/picking'
import { useSelection } from '~/frame/selection'
import { count } from '~/words/time'
import { carrying } from '../forms/carried'
import { moveThings } from '../forms/thing-forms'

/** A deletion that others depend on: it is made once somebody has said so. */
const asked = shallowRef<{
  label: string
  dependents: string[]
  /** What can be put in its place, if it is one thing. */
  others: { id: string; name: string }[]
  goOn: (instead?: string) => void
}>()
export const deletionAsked = asked

/** How far beside it a copy lies (m). */
export const BESIDE = 0.6

/** Everything that is done to things of the place as a whole. */
export function useThingEdits() {
  const doc = useShow()
  const selection = useSelection()

  /** Adds things of one kind and chooses the first. */
  function add<K extends ThingKind>(label: string, kind: K, things: readonly Things[K][]): boolean {
    const done = doc.edit(label, (edit) => things.forEach((thing) => edit.addFound(listAddress(kind), thing)))
    if (done && things[0] && !give({ kind, id: things[0].id }, true)) selection.choose(kind, things[0].id)
    return done
  }
  const drawZone = (shape: Shape) => add('Draw a zone', 'zone', [freshZone(doc.now, shape)])

  /** What is chosen, as the lists of the show name it: of a group it, and all that is in it. */
  function chosen(): Listed[] {
    const { group, things } = selection
    return group ? wholeOf(group) : things.map(listedOf)
  }
  /** Puts things of a show into this one, so far from where they are there, and chooses them. */
  function put(label: string, from: Show, things: readonly Listed[], isOwn: boolean, dx: number, dz: number): void {
    let made: readonly Listed[] = []
    const done = doc.edit(label, (edit) => {
      // A sound is the same wherever it is used.
      const all = withParts(from, things).filter(({ list }) => list !== 'sounds')
      const pasted = paste(edit, fragmentOf(from, all), all, { isOwn })
      made = pasted.made
      moveThings(edit, edit.show, pasted.added.flatMap(refOf), dx, dz)
    })
    const group = made.find(({ list }) => list === 'groups')
    if (done && group) selection.choose('group', group.id)
    else if (done) selection.chooseAll(made.flatMap(refOf))
  }
  const duplicate = (): void =>
    put(`Duplicate ${selection.group?.name ?? called(selection.things)}`, doc.now, chosen(), true, BESIDE, BESIDE)

  /** Several things in a few words. */
  const called = (refs: readonly ThingRef[]): string =>
    refs.length === 1 ? nameOfThing(doc.now, refs[0]!) : count(refs.length, 'thing')

  /** Puts what is chosen into a group of its own, with the cues that only its zones fire, and chooses that. */
  function group(): void {
    const refs = selection.things
    if (refs.length < 2) return void (doc.problem = 'Choose several things first: they become a group.')
    const zones = refs.flatMap(({ kind, id }) => (kind === 'zone' ? [id] : []))
    const things = [...refs.map(listedOf), ...cuesOnlyOf(doc.now, zones).map((id): Listed => ({ list: 'cues', id }))]
    let made = ''
    const [first] = refs
    const done = doc.edit(`Group ${called(refs)}`, (edit) => {
      made = groupTogether(edit, things, `${nameOfThing(doc.now, first!)} group`)
    })
    if (done) selection.choose('group', made)
  }

  /** Deletes things; what depends on them is asked about first. */
  function remove(refs: readonly ThingRef[] = selection.things): void {
    if (refs.length === 0) return
    const dependents = [
      ...new Set(
        refs.flatMap((ref) =>
          usesOfThing(doc.now, ref)
            .filter(({ keys }) => !refs.some((other) => isWithin(keys, other)))
            .map((use) => ownerOf(doc.now, use)),
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
    asked.value = { label, dependents, others: refs.length === 1 ? othersLike(doc.now, refs[0]!) : [], goOn }
  }
  /** Whether a reference stands in a thing. */
  function isWithin(keys: readonly (string | number)[], { kind, id }: ThingRef): boolean {
    const list = listAddress(kind)
    if (!list.every((key, i) => keys[i] === key)) return false
    const index = Number(keys[list.length])
    return thingsOf(doc.now, kind)[index]?.id === id
  }

  function nudge(dx: number, dz: number): void {
    const refs = selection.things
    const before = doc.now
    doc.edit(
      `Move ${called(refs)}`,
      carrying((edit) => moveThings(edit, before, refs, dx, dz)),
    )
  }
  return { add, chosen, group, drawZone, put, duplicate, remove, nudge, called }
}
