import { completeStep, type Cue, type StepKind } from '~~/core/show'
import { middleOf } from '~~/core/space'
import { freshCue, freshFlag } from '~/document/making/fresh'
import { freeStepId, freshStep, wantOf, type Want } from '~/document/making/fresh-step'
import { useShow } from '~/document/show'
import type { ThingKind } from '~/document/things'
import { picking } from '~/frame/picking'
import { useSelection } from '~/frame/selection'
import { useView } from '~/frame/view'
import { solidOfZone } from '~/plan/forms/geometry'
import { OFFERED, wordsOf, type Sense } from '~/words/step-kinds'
import { firersOf } from './firers'

/** What is said of a thing that a step wants first, and what it is drawn with in the plan, if it can be. */
const WANTED: { [want in Want]: { says: string; draws?: { kind: ThingKind; tool: string } } } = {
  sound: { says: 'a sound: bring one in' },
  pool: { says: 'a pool: make one of sounds' },
  light: { says: 'a light: hang one', draws: { kind: 'light', tool: 'light point' } },
  prop: { says: 'a prop: draw one', draws: { kind: 'prop', tool: 'prop box' } },
  standing: { says: 'a standing mark: draw one', draws: { kind: 'mark', tool: 'mark standing' } },
  camera: { says: 'a camera mark: draw one', draws: { kind: 'mark', tool: 'mark camera' } },
  flag: { says: 'a flag: made with it' },
  zone: { says: 'a zone: draw one', draws: { kind: 'zone', tool: 'zone box' } },
  cue: { says: 'another cue: made with it' },
}

/** A kind of step as it is offered: what it is called, and what it wants first, if it can't be made yet. */
export interface Offer {
  kind: StepKind
  name: string
  sense: Sense
  wants?: string
}

/** Adds steps to a cue: of what stands nearest to where it is fired; where something is missing, that is made first. */
export function useAddStep(cue: () => Cue, at: () => number = () => 0) {
  const doc = useShow()
  const selection = useSelection()
  const view = useView()

  const offers = (): Offer[] =>
    OFFERED.map((kind) => {
      const want = wantOf(doc.now, kind, cue().id)
      const { name, sense } = wordsOf(kind)
      return { kind, name, sense, ...(want && { wants: WANTED[want].says }) }
    })
  /** Where the cue is fired first: new steps take what stands there. */
  function near(): readonly number[] | undefined {
    const zone = firersOf(doc.now, cue().id).find((firer) => firer.zone)?.zone
    return zone && middleOf(solidOfZone(doc.now, zone))
  }
  // A prompt's channel is named after its step, so ids differ in the whole show.
  const idFor = (kind: StepKind) => freeStepId(doc.now, kind)

  /** With `about` it is of the thing that has just been made for it. */
  function make(kind: StepKind, about?: readonly number[]): void {
    const { id, name } = cue()
    const step = freshStep(doc.now, kind, idFor(kind), about ?? near(), id)
    if (!step) return
    if (doc.edit(`Add ${kind} to ${name}`, (edit) => edit.add(['cues', id, 'steps'], { ...step, at: at() })))
      selection.openOne(step.id)
  }
  function add(kind: StepKind): void {
    const want = wantOf(doc.now, kind, cue().id)
    if (!want) return make(kind)
    const { says, draws } = WANTED[want]
    const { id } = cue()
    if (draws)
      return void (picking.value = {
        says,
        kinds: [draws.kind],
        draws: draws.tool,
        take(thing) {
          selection.choose('cue', id)
          make(kind, atOf(thing.id))
        },
      })
    if (want === 'flag') return addWithFlag()
    if (want === 'cue') return addWithCue()
    view.looks = 'sounds'
  }
  /** Where what has just been drawn stands. */
  function atOf(id: string): readonly number[] | undefined {
    const { props, lights, marks } = doc.now.place
    return [...props, ...lights, ...marks].find((thing) => thing.id === id)?.at
  }
  /** Another cue to end, and the step that ends it. */
  function addWithCue(): void {
    const { id, name } = cue()
    const other = freshCue(doc.now, 'Cue')
    const step = completeStep({ ...{ cue: other.id, fade: 0.5, at: at() }, id: idFor('stop'), kind: 'stop' })
    const made = doc.edit(`Add stop to ${name}`, (edit) => {
      edit.add(['cues'], other)
      edit.add(['cues', id, 'steps'], step)
    })
    if (made) selection.openOne(step.id)
  }
  function addWithFlag(): void {
    const { id, name } = cue()
    const flag = freshFlag(doc.now)
    const step = completeStep({
      ...{ flag: flag.id, set: true, at: at() },
      id: idFor('flag'),
      kind: 'flag',
    })
    const made = doc.edit(`Add flag to ${name}`, (edit) => {
      edit.add(['flags'], flag)
      edit.add(['cues', id, 'steps'], step)
    })
    if (made) selection.openOne(step.id)
  }
  return { offers, add }
}
