import { useEventListener } from '@vueuse/core'
import { computed, nextTick, ref, shallowRef, watch } from 'vue'
import type { Shape, Spot, Wall } from '~~/core/show'
import { freshFloor, freshWall } from '~/document/making/fresh'
import { useShow } from '~/document/show'
import { goesOn } from '~/frame/going-on'
import { useView } from '~/frame/view'
import { useFloor } from '../forms/floor-under'
import { drawn } from '../forms/handles'
import { snapped } from '../forms/snapping'
import { isSameSpot } from '~~/core/space'
import { usePaths } from '../ways/paths'
import { useCornerDrawing } from './corner-drawing'
import { useDragDrawing } from './drag-drawing'
import type { Reach } from './gestures'
import { useOpeningDrawing } from './opening-drawing'
import { useThingEdits } from './thing-edits'
import type { Tool } from './tools'
import { useWalkDrawing } from './walk-drawing'

/** With more corners than these something is there to be kept. */
const LEAST: { [tool in Tool]?: number } = { walk: 1, wall: 1, floor: 2 }

/** What is being drawn, for the plan to show. */
export interface Draft {
  /** A shape between two corners. */
  shape?: Shape
  /** Corners so far, and where the next would go. */
  run?: Spot[]
  next?: Spot
  closes?: boolean
  /** Where it stands and which way it faces. */
  facing?: { at: Spot; to: Spot }
  /** What a floor would fill. */
  fills?: Spot[]
  /** The stretch of a wall that an opening would take. */
  opening?: [Spot, Spot]
}

/** Drawing in the plan: every tool but that which chooses. */
export function usePlanDrawing(reach: Reach) {
  const { spotAt, pixel } = reach
  const doc = useShow()
  const view = useView()
  const edits = useThingEdits()
  const floorUnder = useFloor()
  const paths = usePaths()

  const tool = ref<Tool>('choose')
  /** The tool stays in the hand for the next thing. */
  const stays = ref(false)
  const leaveTool = () => (tool.value = 'choose')
  const done = () => {
    if (!stays.value) leaveTool()
  }
  const spot = (event: PointerEvent | MouseEvent): Spot => {
    const [x, z] = spotAt(event)
    return [snapped(x, event.altKey), snapped(z, event.altKey)]
  }
  const openings = useOpeningDrawing(reach, done)
  const drags = useDragDrawing(spot, done)
  const corners = useCornerDrawing(pixel)
  const walks = useWalkDrawing()
  const fills = shallowRef<Spot[]>()
  const isWalk = () => tool.value === 'walk'
  const hasCorners = () => tool.value === 'wall' || tool.value === 'floor'
  const drawnSoFar = () => (isWalk() ? walks.points : corners.run).value

  const draft = computed((): Draft => {
    const [what, which] = tool.value.split(' ')
    const stroke = drags.stroke.value
    if (stroke && (what === 'zone' || what === 'prop'))
      return { shape: drawn(which as Shape['kind'], stroke.a, stroke.b, 0) }
    if (openings.stretch.value) return { opening: openings.stretch.value }
    if (stroke) return { facing: { at: stroke.a, to: stroke.b } }
    if (isWalk())
      return walks.points.value.length > 0
        ? { run: [...walks.spots(), ...walks.lead.value], next: corners.pointer.value }
        : {}
    const { run, next, closes } = corners
    if (run.value.length > 0) return { run: run.value, next: next.value, closes: closes.value }
    return { fills: fills.value, next: next.value }
  })
  const measure = computed(() => (hasCorners() ? corners.measure.value : undefined))

  function press(event: PointerEvent): void {
    const [what = '', which] = tool.value.split(' ')
    if (isWalk() || hasCorners()) return
    if (what === 'opening') return openings.press(event)
    if (what === 'door') return openings.hang(event)
    drags.press(event, what, which)
  }

  /** What was clicked, and in its turn: an answer of the worker may come after the next click. */
  interface Click {
    spot: Spot
    onGrid: Spot
    free: boolean
    shift: boolean
  }
  let turns: Promise<void> = Promise.resolve()
  const inTurn = (work: () => void | Promise<void>): void => void (turns = turns.then(work).catch(console.error))
  function click(event: MouseEvent): void {
    const now: Click = { spot: spotAt(event), onGrid: spot(event), free: event.altKey, shift: event.shiftKey }
    inTurn(() => take(now))
  }
  async function take({ spot: at, onGrid, free: isFree, shift }: Click): Promise<void> {
    if (isWalk()) return walks.add(onGrid, isFree, isWalk)
    if (tool.value === 'floor' && corners.run.value.length === 0 && !shift) {
      const outline = await paths.enclosure(doc.now, view.seen, at)
      if (outline) {
        done()
        return makeFloor(outline)
      }
    }
    if (!hasCorners()) return
    corners.pointer.value = at
    corners.free.value = isFree
    putCorner()
  }
  function putCorner(): void {
    if (!corners.put()) return
    const { run } = corners
    if (tool.value === 'wall') run.value = [...run.value, run.value[0]!]
    end()
  }

  /** Ends what is drawn corner by corner. */
  function end(): void {
    const spots = corners.run.value.filter((at, i, all) => i === 0 || !isSameSpot(at, all[i - 1]!))
    const what = tool.value
    if (what === 'walk') walks.make()
    clear()
    done()
    if (what === 'wall') makeWalls(spots)
    else if (what === 'floor' && spots.length > 2) makeFloor(spots)
  }
  function makeFloor(outline: Spot[]): void {
    edits.add('Draw a floor', 'floor', [freshFloor(doc.now, floorUnder(outline[0]!), outline)])
  }
  function makeWalls(spots: Spot[]): void {
    const walls: Wall[] = []
    for (const [i, to] of spots.slice(1).entries()) {
      const taken = walls.map(({ id }) => id)
      walls.push(freshWall(doc.now, spots[i]!, to, floorUnder(spots[0]!), taken))
    }
    if (walls.length > 0) edits.add(walls.length === 1 ? 'Draw a wall' : 'Draw walls', 'wall', walls)
  }

  async function hover(event: PointerEvent): Promise<void> {
    corners.pointer.value = isWalk() ? spot(event) : spotAt(event)
    corners.free.value = event.altKey
    if (tool.value === 'door') openings.hover(event)
    if (isWalk()) await walks.look(corners.pointer.value, event.altKey)
    else if (tool.value === 'floor' && corners.run.value.length === 0)
      fills.value = event.shiftKey ? undefined : await paths.enclosure(doc.now, view.seen, spotAt(event))
  }

  function clear(): void {
    drags.stroke.value = undefined
    openings.stretch.value = undefined
    fills.value = undefined
    corners.clear()
    walks.clear()
  }
  watch(tool, (now) => {
    clear()
    if (now === 'choose') stays.value = false
  })
  watch(goesOn, async (id) => {
    goesOn.value = undefined
    if (id === undefined) return
    tool.value = 'walk'
    // What was drawn before is cleared first.
    await nextTick()
    walks.goOnFrom(id)
  })

  /** What is drawn stays, if it is anything: undo takes it back. */
  function leave(): void {
    const { length } = drawnSoFar()
    if (length > (LEAST[tool.value] ?? Infinity)) end()
    else if (length > 0) clear()
    else leaveTool()
  }
  const KEYS: { [key: string]: () => boolean | void } = {
    Escape: () => inTurn(leave),
    Enter() {
      if (!corners.typed.value || tool.value !== 'wall') inTurn(end)
      else if (corners.typesAngle.value) corners.holdAngle()
      else putCorner()
    },
    Backspace() {
      if (corners.typed.value) corners.untypeLast()
      else inTurn(isWalk() ? walks.takeBack : corners.takeBack)
    },
    Tab: () => tool.value === 'wall' && corners.run.value.length > 0 && (corners.turnTyping(), true),
  }
  function key(event: KeyboardEvent): void {
    if (tool.value === 'choose' || event.ctrlKey || event.metaKey) return
    const isTaken = KEYS[event.key]?.() ?? (event.key in KEYS || (hasCorners() && corners.type(event.key)))
    if (isTaken === false) return
    event.stopPropagation()
    event.preventDefault()
  }
  useEventListener(window, 'keydown', key, { capture: true })

  return { tool, stays, draft, measure, press, click, hover, end: () => inTurn(end) }
}
