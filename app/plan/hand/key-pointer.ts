import { ref, type Ref } from 'vue'
import type { Spot } from '~~/core/show'
import { round } from '../forms/geometry'
import { drags, type Tool } from './tools'
import { needed } from '~~/core/base'

/** How far an arrow moves the cross (m), and with Shift. */
const STEP = 0.5
const FINE = 0.1
const ARROWS: { [key: string]: Spot } = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
const onGrid = ([x, z]: Spot): Spot => [Math.round(x / STEP) * STEP, Math.round(z / STEP) * STEP]
/** A key brings the plan nearer, or further away, by so much. */
const NEARER = 0.8
/** What is taken and put down again, wherever it is met. */
const TAKEN = '[data-handle], [data-walk-point], [data-onward]'

/** How the plan lies on the page. */
interface Page {
  frame: Ref<HTMLElement | undefined>
  tool: Ref<Tool>
  /** Where a spot is on the page (px). */
  onPage: (x: number, z: number) => { x: number; y: number }
  /** Where the middle of what is seen is. */
  middle: () => Spot
  pan: (dx: number, dy: number) => void
  zoom: (factor: number, around: Spot) => void
  fit: () => void
}

/**
 * A pointer that the keys move: a cross in the plan, which chooses, takes hold and draws whatever the mouse can. Arrows move it, + and −
 * look closer and step back around it, Space presses; what is dragged is pressed once where it begins and once where it ends.
 */
export function useKeyPointer({ frame, tool, onPage, middle, pan, zoom, fit }: Page) {
  const cross = ref<Spot>()
  /** What was pressed and not let go yet. */
  const held = ref(false)

  function send(type: 'pointerdown' | 'pointermove' | 'pointerup' | 'click', event: KeyboardEvent): void {
    const { x, y } = onPage(...needed(cross.value, 'cross'))
    const under = document.elementFromPoint(x, y)
    const target =
      under && needed(frame.value, 'frame').contains(under) ? under : needed(frame.value, 'frame').querySelector('svg')!
    const init = {
      clientX: x,
      clientY: y,
      bubbles: true,
      cancelable: true,
      button: 0,
      buttons: held.value ? 1 : 0,
      shiftKey: event.shiftKey && event.key === ' ',
      altKey: event.altKey,
    }
    target.dispatchEvent(type === 'click' ? new MouseEvent(type, init) : new PointerEvent(type, init))
  }
  const isTaken = (): boolean => {
    const { x, y } = onPage(...needed(cross.value, 'cross'))
    return document.elementFromPoint(x, y)?.closest(TAKEN) != null
  }

  function move([dx, dz]: Spot, event: KeyboardEvent): void {
    const by = event.shiftKey ? FINE : STEP
    const [x, z] = cross.value ?? middle()
    cross.value = [round(x + dx * by), round(z + dz * by)]
    const box = needed(frame.value, 'frame').getBoundingClientRect()
    const at = onPage(...cross.value)
    const edge = 24
    const out = (value: number, low: number, high: number) =>
      value < low + edge ? low + edge - value : value > high - edge ? high - edge - value : 0
    const [px, py] = [out(at.x, box.left, box.right), out(at.y, box.top, box.bottom)]
    if (px !== 0 || py !== 0) pan(px, py)
    send('pointermove', event)
  }
  function press(event: KeyboardEvent): void {
    cross.value ??= onGrid(middle())
    const isDrag = drags(tool.value) || (tool.value === 'choose' && isTaken())
    if (held.value) {
      held.value = false
      return send('pointerup', event)
    }
    send('pointerdown', event)
    if (isDrag) held.value = true
    else {
      send('pointerup', event)
      send('click', event)
    }
  }

  /** What is typed while the plan itself has the focus. */
  function key(event: KeyboardEvent): void {
    if (event.target !== frame.value || event.ctrlKey || event.metaKey || event.altKey) return
    const arrow = ARROWS[event.key]
    if (arrow) move(arrow, event)
    else if (event.key === ' ') press(event)
    else if (event.key === '+' || event.key === '=') zoom(NEARER, cross.value ?? middle())
    else if (event.key === '-') zoom(1 / NEARER, cross.value ?? middle())
    else if (event.key === '0') fit()
    else {
      if (event.key === 'Escape') held.value = false
      return
    }
    event.preventDefault()
    event.stopPropagation()
  }
  return { cross, held, key }
}
