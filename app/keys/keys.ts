import type { Shape } from '~~/core/show'
import { standingAt } from '~/document/making/fresh'
import { type ThingRef } from '~/document/things'
import { seenThings } from '~/plan/forms/storeys'
import { boxOfThing } from '~/plan/forms/thing-forms'
import { useThingEdits } from '~/plan/hand/thing-edits'
import { useWalkPoints } from '~/plan/ways/walk-points'
import { useEventListener } from '@vueuse/core'
import { picking } from '~/frame/picking'
import { usePlayhead } from '~/frame/playhead'
import { isSearching } from '~/frame/searching'
import { useSelection } from '~/frame/selection'
import { useShow } from '~/document/show'
import { walkInSomewhere, walksFrom } from '~/frame/walking-in'
import { useView, type ViewName } from '~/frame/view'
import { VIEW_NAMES, VIEWS } from '~/views/views'
import { elementOf } from '~/frame/event-targets'
import { needed } from '~~/core/base'
import { eachOf } from '~~/core/space'

/** What a slider does with its own keys; and none of them takes a zone away. */
const OF_SLIDERS = new Set([
  'ArrowRight',
  'ArrowLeft',
  'ArrowUp',
  'ArrowDown',
  'Home',
  'End',
  'PageUp',
  'PageDown',
  'Delete',
])

/** Brings the focus to a part of the page: to what is chosen in it, or else to its first button. */
function focusIn(region: string): void {
  const part = globalThis.document.querySelector<HTMLElement>(`[role=region][aria-label="${region}"]`)
  if (!part) return
  if (part.dataset.takesKeys !== undefined) return part.focus()
  const first =
    part.querySelector<HTMLElement>('[aria-pressed=true][data-zone]') ??
    part.querySelector<HTMLElement>('button, input')
  ;(first ?? part).focus()
}

/** What is chosen in the plan is deleted with these, and nudged with Alt, whatever is seen above it. */
const OF_THE_PLAN = new Set(['Delete', 'Backspace', 'Escape'])
function holdsIn(looks: ViewName, event: KeyboardEvent): boolean {
  const { keys } = VIEWS[looks]
  return (
    keys === 'all' ||
    event.ctrlKey ||
    event.metaKey ||
    (keys === 'plan' && (event.altKey || OF_THE_PLAN.has(event.key)))
  )
}
/** The view that a key goes to, from wherever one is. */
const viewOfKey = ({ key, ctrlKey, metaKey, altKey }: KeyboardEvent): ViewName | undefined =>
  ctrlKey || metaKey || altKey ? undefined : VIEW_NAMES.find((name) => VIEWS[name].key === key)

/** What Ctrl+A chooses: what stands in the place, not the place itself. */
const IN_THE_PLAN = ['zone', 'prop', 'light', 'mark'] as const
/** How near one comes to a thing that a zone is put around, and how high that zone is (m). */
const NEAR = 1.5
const ZONE_HEIGHT = 2.5
/** Presses what the page has there, if it has it. */
function press(selector: string): boolean {
  const there = globalThis.document.querySelector<HTMLElement>(selector)
  there?.click()
  return there !== null
}
/** So many frames a part of the page is waited for. */
const FRAMES = 120

/** The keys of the desk view, where nothing is being typed. */
export function useKeys() {
  const doc = useShow()
  const playhead = usePlayhead()
  const selection = useSelection()
  const view = useView()
  const things = useThingEdits()
  const points = useWalkPoints()
  const middle = () => (playhead.t >= view.from && playhead.t <= view.to ? playhead.t : (view.from + view.to) / 2)

  /** The list of whole things of the chosen zone; around what else is chosen a zone is put first. */
  async function wholeThings(): Promise<void> {
    const [one] = selection.things
    if (one && one.kind !== 'zone') things.drawZone(around(one))
    if (!selection.zone) return void (doc.problem = 'Choose or draw a zone first, whole things happen at one.')
    // The desk of a zone that has just been made comes a little later.
    for (let n = 0; n < FRAMES && !press('[data-whole-things]'); n++) await new Promise(requestAnimationFrame)
  }
  /** A zone around a thing, with room to come near. */
  function around({ kind, id }: ThingRef): Shape {
    const [x0, z0, x1, z1] = needed(boxOfThing(doc.now, kind, id), kind)
    const [x, z] = [(x0 + x1) / 2, (z0 + z1) / 2]
    const size = eachOf([x1 - x0 + 2 * NEAR, ZONE_HEIGHT, z1 - z0 + 2 * NEAR], (m) => Math.round(m * 10) / 10)
    return { kind: 'box', at: standingAt(doc.now, [x, z]), size, yaw: 0 }
  }

  const remove = () => (selection.points.length > 0 ? points.remove() : things.remove())
  const plain: { [key: string]: (event: KeyboardEvent) => void } = {
    ' ': () => playhead.toggle(),
    ArrowRight: (event) => (event.shiftKey ? playhead.seek(playhead.t + 1) : playhead.stepEvent(1)),
    ArrowLeft: (event) => (event.shiftKey ? playhead.seek(playhead.t - 1) : playhead.stepEvent(-1)),
    Home: () => playhead.seek(0),
    End: () => playhead.seek(playhead.length),
    l: () => playhead.loop(),
    i: (event) => (event.shiftKey ? walkInSomewhere() : void (walksFrom.value = { t: playhead.t })),
    n: () => void (view.narrow = !view.narrow),
    '+': () => view.zoom(0.7, middle()),
    '=': () => view.zoom(0.7, middle()),
    '-': () => view.zoom(1 / 0.7, middle()),
    PageDown: () => view.pan((view.to - view.from) / 2),
    PageUp: () => view.pan((view.from - view.to) / 2),
    '0': () => view.fit(),
    z: () => playhead.marked && view.show(playhead.marked.from, playhead.marked.to),
    d: () => focusIn('Desk'),
    s: () => focusIn('Score'),
    p: () => focusIn('Plan'),
    f: () => (view.tall = view.tall === undefined ? 'score' : view.tall === 'score' ? 'below' : undefined),
    w: () => void wholeThings(),
    a: () => void press('[data-add]'),
    Delete: () => remove(),
    Backspace: () => remove(),
    Escape: () => (picking.value ? (picking.value = undefined) : selection.clear()),
  }
  const withControl: { [key: string]: (event: KeyboardEvent) => void } = {
    z: (event) => (event.shiftKey ? doc.redo() : doc.undo()),
    y: () => doc.redo(),
    d: () => things.duplicate(),
    g: () => things.group(),
    a: () =>
      view.looks === 'desk' &&
      selection.chooseAll(
        IN_THE_PLAN.flatMap((kind) => seenThings(doc.now, kind, view.seen).map(({ id }) => ({ kind, id }))),
      ),
    k: () => (isSearching.value = true),
  }

  /** By how much the arrows move what is chosen, with Alt (m). */
  const NUDGE = 0.1
  const nudge = (dx: number, dz: number) => (event: KeyboardEvent) => {
    const by = NUDGE * (event.shiftKey ? 10 : 1)
    if (selection.things.length > 0) things.nudge(dx * by, dz * by)
    else if (selection.points.length > 0) points.nudge(dx * by, dz * by)
  }
  const withAlt: { [key: string]: (event: KeyboardEvent) => void } = {
    ArrowLeft: nudge(-1, 0),
    ArrowRight: nudge(1, 0),
    ArrowUp: nudge(0, -1),
    ArrowDown: nudge(0, 1),
  }

  /** The button that a pointer has pressed, until keys bring the focus elsewhere. */
  let clicked: Element | null = null
  useEventListener(window, 'pointerdown', (event) => (clicked = elementOf(event).closest('button')))
  useEventListener(window, 'keydown', ({ key }) => key === 'Tab' && (clicked = null), { capture: true })
  useEventListener(window, 'keydown', (event: KeyboardEvent) => {
    const target = elementOf(event)
    if (
      target.closest(
        'input:not([type=range]):not([type=checkbox]), textarea, [role=dialog], [role=listbox], [role=menu]',
      ) ||
      event.defaultPrevented
    )
      return
    const key = event.key.length === 1 ? event.key.toLowerCase() : event.key
    if (OF_SLIDERS.has(key) && target.matches('input[type=range]')) return
    const to = viewOfKey(event)
    if (to) {
      event.preventDefault()
      return void (view.looks = to)
    }
    if (!holdsIn(view.looks, event)) return
    const act = event.ctrlKey || event.metaKey ? withControl[key] : event.altKey ? withAlt[key] : plain[key]
    if (!act) return
    // A button that keys have brought the focus to is pressed by Space; the playhead takes it from elsewhere, from the marks of the score, and after a click.
    const button = target.closest('button')
    if (key === ' ' && button && button !== clicked && !target.matches('[data-mark]')) return
    event.preventDefault()
    act(event)
  })
}
