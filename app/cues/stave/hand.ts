import { computed, ref, shallowRef } from 'vue'
import type { Editor, Step, Address } from '~~/core/show'
import { useShow } from '~/document/show'
import { followPointer } from '~/frame/pointer-drag'
import { useSelection } from '~/frame/selection'
import { stepIn } from '~/words/step-kinds'
import { count } from '~/words/time'
import { aligned, copiesOf, pasted, type Alignment } from '../edits/cue-edits'
import { usePreview } from '../preview/preview'
import { putInStep } from '../kinds/step-pieces'
import { mainHandle, type Handle } from '../kinds/handles'
import { handlesOf } from '../kinds/step-sheets'
import { endOf, type Stroke } from '../kinds/stroke'
import { needed } from '~~/core/base'

/** What is dragged holds where others begin and end, within so many pixels. */
const HOLDS = 6
/** Steps that were copied, for any cue of this show. */
const copied = shallowRef<readonly Step[]>([])

const rounded = (t: number, by = 1000) => Math.max(0, Math.round(t * by) / by)

/** What a hand and the keys do on the stave: choose, move, stretch, copy, bring into line. */
export function useStaveHand(clock: { timeAt: (event: { clientX: number }) => number; scale: () => number }) {
  const doc = useShow()
  const selection = useSelection()
  const store = usePreview()
  /** The time at which what is dragged holds, while it does. */
  const guide = ref<number>()

  const cue = computed(() => store.cue)
  const own = () => needed(store.cue, 'cue open')
  const steps = computed(() => cue.value?.steps ?? [])
  const chosen = computed(() => steps.value.filter(({ id }) => selection.steps.includes(id)))
  const isChosen = (id: string) => selection.steps.includes(id)
  const said = (ids: readonly string[]) => (ids.length === 1 ? 'a step' : count(ids.length, 'step'))
  /** Steps of the cue as Undo says them. */
  const saidIn = (ids: readonly string[]) => {
    const one = ids.length === 1 ? steps.value.find(({ id }) => id === ids[0]) : undefined
    return one ? stepIn(own(), one) : `${said(ids)} in ${own().name}`
  }
  const strokeOf = (id: string) => store.strokes.find(({ step }) => step.id === id)
  const address = <const A extends Address>(id: string, ...more: A) => ['cues', own().id, 'steps', id, ...more] as const

  /** Where the others begin and end. */
  const marksBeside = (ids: readonly string[]): number[] => [
    0,
    ...store.strokes
      .filter(({ step }) => !ids.includes(step.id))
      .flatMap((stroke) => [stroke.step.at, endOf(stroke, store.length)]),
  ]
  const near = (t: number, marks: readonly number[]) =>
    marks.reduce<number | undefined>(
      (best, mark) =>
        Math.abs(mark - t) * clock.scale() < HOLDS && (best === undefined || Math.abs(mark - t) < Math.abs(best - t))
          ? mark
          : best,
      undefined,
    )
  /** A time that holds where others begin and end, or at whole tenths, unless it is to be free. */
  function held(t: number, marks: readonly number[], free: boolean): number {
    const found = free ? undefined : near(t, marks)
    guide.value = found
    return rounded(found ?? t, found !== undefined ? 1000 : free ? 100 : 10)
  }
  /** How far steps go: so that the one in the hand holds with its beginning, or else with its end. */
  function way(stroke: Stroke, by: number, marks: readonly number[], free: boolean): number {
    const { at } = stroke.step
    const length = endOf(stroke, store.length) - stroke.from
    const ended = free || near(at + by, marks) !== undefined ? undefined : near(at + by + length, marks)
    if (ended === undefined) return held(at + by, marks, free) - at
    guide.value = ended
    return rounded(ended - length) - at
  }

  const shiftBy = (ids: readonly string[], by: number) => (edit: Editor) => {
    for (const step of steps.value.filter(({ id }) => ids.includes(id)))
      edit.set(address(step.id, 'at'), rounded(step.at + by))
  }

  function press(stroke: Stroke, event: PointerEvent): void {
    if (!cue.value || event.button !== 0) return
    const { id } = stroke.step
    if (event.shiftKey) {
      followPointer(event, { move: () => {}, end: (_, far) => !far && selection.toggleStep(id) })
      return
    }
    const ids = heldWith(id)
    const marks = marksBeside(ids)
    const begun = clock.timeAt(event)
    const first = earliest(ids)
    const to = (e: PointerEvent) => Math.max(-first, way(stroke, clock.timeAt(e) - begun, marks, e.altKey))
    // What is dragged is drawn anew: its edits are made from where it was.
    const before = new Map(steps.value.map((step) => [step.id, step.at]))
    const work = (e: PointerEvent) => {
      const by = to(e)
      return (edit: Editor) => ids.forEach((each) => edit.set(address(each, 'at'), rounded(before.get(each)! + by)))
    }
    followPointer(event, {
      move: (e, far) => far && doc.drag(work(e)),
      end(e, far) {
        guide.value = undefined
        if (far) doc.drop(`Move ${saidIn(ids)}`, work(e))
        else doc.letGo()
        if (!far || !isChosen(id)) selection.openOne(id)
      },
      cancel() {
        guide.value = undefined
        doc.letGo()
      },
    })
  }

  /** Drags one of the places of a step that stand along the clock. */
  function stretch(stroke: Stroke, handle: Handle, event: PointerEvent): void {
    if (!cue.value || event.button !== 0) return
    event.stopPropagation()
    const { id } = stroke.step
    const marks = [...marksBeside([id]), stroke.from]
    const off = handle.t - clock.timeAt(event)
    const work = (e: PointerEvent) => {
      const t = held(clock.timeAt(e) + off, marks, e.altKey)
      return (edit: Editor) => handle.put(putInStep(edit, own().id, id), t)
    }
    followPointer(event, {
      move: (e, far) => far && doc.drag(work(e)),
      end(e, far) {
        guide.value = undefined
        if (far) doc.drop(`${handle.says} of ${stepIn(own(), stroke.step)}`, work(e))
        else doc.letGo()
        if (selection.openStep !== id) selection.openOne(id)
      },
      cancel() {
        guide.value = undefined
        doc.letGo()
      },
    })
  }
  /** A stroke as its step is now: a key that is held down doesn't wait until the preview has come after it. */
  function current(stroke: Stroke): Stroke {
    const step = steps.value.find(({ id }) => id === stroke.step.id) ?? stroke.step
    const held = 'hold' in step && typeof step.hold === 'number' ? stroke.from + step.hold : stroke.to
    return { ...stroke, step, to: held }
  }
  /** By keys: the handle that is called so, or that which makes the whole longer. */
  function stretchBy(stroke: Stroke, key: string | undefined, by: number): void {
    const handles = handlesOf(current(stroke), store.length)
    const handle = key === undefined ? mainHandle(handles) : handles.find((each) => each.key === key)
    if (!handle) return
    const t = Math.max(stroke.from, rounded(handle.t + by))
    doc.edit(`${handle.says} of ${stepIn(own(), stroke.step)}`, (edit) =>
      handle.put(putInStep(edit, own().id, stroke.step.id), t),
    )
  }

  /** A step with those that are held with it. */
  const heldWith = (id: string): readonly string[] => (isChosen(id) ? selection.steps : [id])
  const earliest = (ids: readonly string[]) =>
    Math.min(...steps.value.filter((step) => ids.includes(step.id)).map(({ at }) => at))
  function remove(ids: readonly string[]): void {
    if (ids.length === 0) return
    selection.openOne(undefined)
    doc.edit(`Remove ${saidIn(ids)}`, (edit) => ids.forEach((id) => edit.remove(address(id))))
  }
  function mute(ids: readonly string[]): void {
    const all = steps.value.filter(({ id }) => ids.includes(id))
    const muted = !all.every((step) => step.muted)
    doc.edit(`Mute ${saidIn(ids)}`, (edit) => all.forEach(({ id }) => edit.set(address(id, 'muted'), muted)))
  }
  function copy(ids: readonly string[]): void {
    copied.value = steps.value.filter(({ id }) => ids.includes(id))
  }
  function addAll(label: string, made: readonly Step[]): void {
    if (made.length === 0 || !cue.value) return
    const list = ['cues', cue.value.id, 'steps'] as const
    if (!doc.edit(label, (edit) => made.forEach((step) => edit.add(list, step)))) return
    selection.openOne(made[0]!.id)
    for (const { id } of made.slice(1)) selection.toggleStep(id)
  }
  /** What was copied, from where the playhead stands. */
  function paste(): void {
    if (copied.value.length > 0)
      addAll(`Paste ${said(copied.value.map(({ id }) => id))}`, pasted(doc.now, copied.value, rounded(store.t, 100)))
  }
  function duplicate(ids: readonly string[]): void {
    const own = steps.value.filter(({ id }) => ids.includes(id))
    addAll(`Duplicate ${said(ids)}`, copiesOf(doc.now, own))
  }
  function align(by: Alignment): void {
    const ends = chosen.value.flatMap((step) => {
      const stroke = strokeOf(step.id)
      return stroke ? [{ step, end: step.at + endOf(stroke, store.length) - stroke.from }] : []
    })
    if (ends.length < 2) return
    doc.edit(`Align ${count(ends.length, 'step')}`, (edit) => {
      for (const [id, at] of aligned(ends, by)) edit.set(address(id, 'at'), at)
    })
  }

  /** What a key does with a step that has the focus; whether it did. */
  function key(stroke: Stroke, event: KeyboardEvent): boolean {
    const { id } = stroke.step
    const ids = heldWith(id)
    const far = event.shiftKey ? 1 : 0.1
    const control = event.ctrlKey || event.metaKey
    const side = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0
    if (side !== 0 && event.altKey) {
      stretchBy(stroke, undefined, side * far)
    } else if (side !== 0) {
      const first = earliest(ids)
      doc.edit(`Move ${saidIn(ids)}`, shiftBy(ids, Math.max(-first, side * far)))
    } else if (event.key === 'Enter' && event.shiftKey) selection.toggleStep(id)
    else if (event.key === 'Enter') selection.openOne(id)
    else if (event.key === 'Delete' || event.key === 'Backspace') remove(ids)
    else if (control && event.key === 'c') copy(ids)
    else if (control && event.key === 'x') {
      copy(ids)
      remove(ids)
    } else if (control && event.key === 'd') duplicate(ids)
    else if (!control && event.key === 'm') mute(ids)
    else if (!control && event.key === 'o') store.hearAlone(ids)
    else return false
    return true
  }
  const chooseAll = () => {
    const [first, ...more] = steps.value
    selection.openOne(first?.id)
    for (const { id } of more) selection.toggleStep(id)
  }
  return {
    guide,
    copied,
    press,
    stretch,
    stretchBy,
    key,
    copy,
    paste,
    duplicate,
    align,
    chooseAll,
  }
}
