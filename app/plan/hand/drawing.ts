import { useEventListener } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import type { Point, Shape, Spot, Wall } from '~~/core/show'
import { alongFloors } from '~~/core/space'
import {
  CAMERA_UP,
  freshFloor,
  freshLight,
  freshMark,
  freshPoint,
  freshProp,
  freshWalk,
  freshWall,
} from '~/document/making/fresh'
import { useShow } from '~/document/show'
import { followPointer } from '~/frame/pointer-drag'
import { useSelection } from '~/frame/selection'
import { useRun } from '~/run/current-run'
import { calculated } from '~/words/arithmetic'
import { round } from '../forms/geometry'
import { snapped } from '../forms/snapping'
import { useFloor } from '../forms/floor-under'
import type { Reach } from './gestures'
import { drawn } from '../forms/handles'
import { useOpeningDrawing } from './opening-drawing'
import { usePaths } from '../ways/paths'
import { cornerAt, directionOf, going } from '../forms/snapping'
import { useThingEdits } from './thing-edits'
import { isSameSpot } from '../forms/wall-joins'
import { useView } from '~/frame/view'
import type { Tool } from './tools'

/** Heights at which things are made (m): a lamp, a camera. */
const HANGS = 2.4
/** With more corners than these something is there to be kept. */
const LEAST: { [tool in Tool]?: number } = { walk: 1, wall: 1, floor: 2 }
const PROP_HEIGHT = 1

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
  const runs = useRun()
  const view = useView()
  const selection = useSelection()
  const edits = useThingEdits()
  const floorUnder = useFloor()
  const paths = usePaths()

  const tool = ref<Tool>('choose')
  const openings = useOpeningDrawing(reach, () => (tool.value = 'choose'))
  const pair = shallowRef<{ a: Spot; b: Spot }>()
  const run = shallowRef<Spot[]>([])
  /** The way to each corner of a walk after the first: round the walls. */
  const legs = shallowRef<Spot[][]>([])
  const pointer = shallowRef<Spot>()
  const free = ref(false)
  /** What is typed while a wall is drawn: how long, or at which angle. */
  const typed = ref('')
  const typesAngle = ref(false)
  const heldAngle = ref<number>()
  const fills = shallowRef<Spot[]>()
  const leads = shallowRef<Spot[]>([])

  const kind = computed(() => tool.value.split(' ') as [string, string | undefined])
  const spot = (event: PointerEvent | MouseEvent): Spot => {
    const [x, z] = spotAt(event)
    return [snapped(x, event.altKey), snapped(z, event.altKey)]
  }
  const standing = (at: Spot, up = 0): Point => [round(at[0]), round(floorUnder(at) + up), round(at[1])]

  /** Where the next corner would go: as typed, or by the pointer. */
  const next = computed((): Spot | undefined => {
    if (!pointer.value) return undefined
    if (tool.value === 'walk') return pointer.value
    const drawnSoFar = run.value
    const by = cornerAt(doc.show!, drawnSoFar, pointer.value, pixel(), free.value)
    const last = drawnSoFar.at(-1)
    if (!last) return by
    const angle = heldAngle.value ?? directionOf(last, by)
    const length = typesAngle.value ? undefined : calculated(typed.value)
    if (length === undefined && heldAngle.value === undefined) return by
    return going(last, angle, length ?? Math.hypot(by[0] - last[0], by[1] - last[1]))
  })
  const closes = computed(
    () => run.value.length > 2 && next.value !== undefined && isSameSpot(next.value, run.value[0]!),
  )

  const draft = computed((): Draft => {
    const [what, which] = kind.value
    if (pair.value && what === 'zone') return { shape: drawn(which as Shape['kind'], pair.value.a, pair.value.b, 0) }
    if (pair.value && what === 'prop') return { shape: drawn(which as Shape['kind'], pair.value.a, pair.value.b, 0) }
    if (openings.stretch.value) return { opening: openings.stretch.value }
    if (pair.value) return { facing: { at: pair.value.a, to: pair.value.b } }
    if (tool.value === 'walk') return { run: walkedSpots(), next: undefined, fills: undefined, ...lead() }
    if (run.value.length > 0) return { run: run.value, next: next.value, closes: closes.value }
    return { fills: fills.value, next: next.value }
  })
  const walkedSpots = (): Spot[] => run.value.flatMap((at, i) => [...(legs.value[i] ?? []), at])
  const lead = (): Partial<Draft> =>
    run.value.length > 0 ? { next: pointer.value, run: [...walkedSpots(), ...leads.value] } : {}

  /** The words beside the next corner: how long, at which angle. */
  const measure = computed(() => {
    const last = run.value.at(-1)
    if (!last || !next.value || (tool.value !== 'wall' && tool.value !== 'floor')) return undefined
    const length = Math.hypot(next.value[0] - last[0], next.value[1] - last[1])
    const angle = ((Math.round(directionOf(last, next.value) * 10) / 10) % 360) + 0
    return {
      at: next.value,
      length: !typesAngle.value && typed.value ? `${typed.value}|` : length.toFixed(2),
      angle: typesAngle.value ? `${typed.value}|` : `${angle}`,
    }
  })

  function press(event: PointerEvent): void {
    const [what, which] = kind.value
    if (what === 'wall' || what === 'floor' || what === 'walk') return
    if (what === 'opening') return openings.press(event)
    if (what === 'door') return openings.hang(event)
    const a = spot(event)
    pair.value = { a, b: a }
    followPointer(event, {
      move: (e) => (pair.value = { a, b: spot(e) }),
      end: (e, far) => {
        pair.value = undefined
        const b = spot(e)
        tool.value = 'choose'
        if (what === 'zone')
          return void edits.drawZone(drawn(which as Shape['kind'], a, far ? b : [a[0] + 2, a[1] + 2], floorUnder(a)))
        if (what === 'prop') return makeProp(which as 'box' | 'cylinder', a, far ? b : [a[0] + 0.6, a[1] + 0.6])
        const yaw = far ? Math.round((Math.atan2(-(b[0] - a[0]), -(b[1] - a[1])) * 180) / Math.PI / 5) * 5 + 0 : 0
        if (what === 'mark') {
          const up = which === 'camera' ? CAMERA_UP : 0
          edits.add('Draw a mark', 'mark', [freshMark(doc.show!, which as 'standing', standing(a, up), yaw)])
        } else makeLight(which as 'point' | 'spot', a, far, yaw)
      },
      cancel: () => (pair.value = undefined),
    })
  }
  function makeLight(which: 'point' | 'spot', at: Spot, turned: boolean, yaw: number): void {
    const light = freshLight(doc.show!, which, standing(at, HANGS))
    edits.add('Draw a light', 'light', [which === 'spot' && turned ? { ...light, yaw, pitch: -30 } : light])
  }
  function makeProp(which: 'box' | 'cylinder', a: Spot, b: Spot): void {
    const shape = drawn(which, a, b, floorUnder(a))
    if (shape.kind === 'box')
      edits.add('Draw a prop', 'prop', [
        freshProp(doc.show!, 'box', shape.at, [shape.size[0], PROP_HEIGHT, shape.size[2]]),
      ])
    else if (shape.kind === 'cylinder')
      edits.add('Draw a prop', 'prop', [
        freshProp(doc.show!, 'cylinder', shape.at, [shape.radius * 2, PROP_HEIGHT, shape.radius * 2]),
      ])
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
    if (tool.value === 'walk') return addWalkCorner(onGrid, isFree)
    if (tool.value === 'floor' && run.value.length === 0 && !shift) {
      const outline = await paths.enclosure(doc.show!, view.storey, at)
      if (outline) return fillFloor(outline)
    }
    if (tool.value !== 'wall' && tool.value !== 'floor') return
    pointer.value = at
    free.value = isFree
    putCorner()
  }
  function fillFloor(outline: Spot[]): void {
    const y = floorLevel(outline[0]!)
    tool.value = 'choose'
    edits.add('Draw a floor', 'floor', [freshFloor(doc.show!, y, outline)])
  }
  const floorLevel = (at: Spot): number => floorUnder(at)

  function putCorner(): void {
    if (!next.value) return
    if (closes.value) {
      if (tool.value === 'wall') run.value = [...run.value, run.value[0]!]
      return end()
    }
    const last = run.value.at(-1)
    if (last && isSameSpot(last, next.value)) return
    run.value = [...run.value, next.value]
    typed.value = ''
    typesAngle.value = false
    heldAngle.value = undefined
  }
  async function addWalkCorner(at: Spot, straight: boolean): Promise<void> {
    const last = run.value.at(-1)
    const leg = last && !straight ? await paths.route(doc.show!, last, at, [floorUnder(last), floorUnder(at)]) : []
    if (tool.value !== 'walk') return
    legs.value = [...legs.value, leg]
    run.value = [...run.value, at]
    leads.value = []
  }

  /** Ends what is drawn corner by corner. */
  function end(): void {
    const spots = (tool.value === 'walk' ? walkedSpots() : run.value).filter(
      (at, i, all) => i === 0 || !isSameSpot(at, all[i - 1]!),
    )
    const what = tool.value
    clear()
    tool.value = 'choose'
    if (what === 'walk') return endWalk(spots)
    if (what === 'wall') return endWalls(spots)
    if (what === 'floor' && spots.length > 2)
      edits.add('Draw a floor', 'floor', [freshFloor(doc.show!, floorLevel(spots[0]!), spots)])
  }
  function endWalls(spots: Spot[]): void {
    const walls: Wall[] = []
    for (const [i, to] of spots.slice(1).entries()) {
      const taken = walls.map(({ id }) => id)
      walls.push(freshWall(doc.show!, spots[i]!, to, floorLevel(spots[0]!), taken))
    }
    if (walls.length > 0) edits.add(walls.length === 1 ? 'Draw a wall' : 'Draw walls', 'wall', walls)
  }
  const rounded = ([x, y, z]: Point): Point => [round(x), round(y), round(z)]
  function endWalk(spots: Spot[]): void {
    if (spots.length < 2) return
    const stops = spots.map((at) => standing(at))
    // Who walks over a ramp goes by its foot and its head, however straight that is from above.
    const way = stops.flatMap((at, i) => {
      const next = stops[i + 1]
      return next ? [at, ...alongFloors(doc.show!.place.floors, at, next).map(rounded)] : [at]
    })
    const walk = freshWalk(
      doc.show!,
      way.map((at) => freshPoint(at)),
    )
    if (!doc.edit(`Draw ${walk.name}`, (edit) => edit.add(['walks'], walk))) return
    selection.choose('walk', walk.id)
    runs.walks = [walk.id]
  }

  async function hover(event: PointerEvent): Promise<void> {
    pointer.value = tool.value === 'walk' ? spot(event) : spotAt(event)
    free.value = event.altKey
    if (tool.value === 'door') openings.hover(event)
    if (tool.value === 'floor' && run.value.length === 0) {
      fills.value = event.shiftKey ? undefined : await paths.enclosure(doc.show!, view.storey, spotAt(event))
    } else if (tool.value === 'walk' && run.value.length > 0) {
      const from = run.value.at(-1)!
      const to = pointer.value
      leads.value = event.altKey ? [] : await paths.routeLately(doc.show!, from, to, [floorUnder(from), floorUnder(to)])
    }
  }

  function clear(): void {
    pair.value = openings.stretch.value = undefined
    run.value = []
    legs.value = []
    leads.value = []
    fills.value = undefined
    typed.value = ''
    typesAngle.value = false
    heldAngle.value = undefined
  }
  watch(tool, clear)

  /** What is drawn stays, if it is anything: undo takes it back. */
  function leave(): void {
    if (run.value.length > (LEAST[tool.value] ?? Infinity)) end()
    else if (run.value.length > 0) clear()
    else tool.value = 'choose'
  }
  function takeBack(): void {
    run.value = run.value.slice(0, -1)
    legs.value = legs.value.slice(0, -1)
  }
  function key(event: KeyboardEvent): void {
    if (tool.value === 'choose' || event.ctrlKey || event.metaKey) return
    if (event.key === 'Escape') inTurn(leave)
    else if (event.key === 'Enter') {
      if (typed.value && tool.value === 'wall') {
        if (typesAngle.value) holdAngle()
        else putCorner()
      } else inTurn(end)
    } else if (event.key === 'Backspace') {
      if (typed.value) typed.value = typed.value.slice(0, -1)
      else inTurn(takeBack)
    } else if (event.key === 'Tab' && tool.value === 'wall' && run.value.length > 0) {
      if (typesAngle.value) holdAngle()
      else {
        typesAngle.value = true
        typed.value = ''
      }
    } else if (
      /^[\d.,+\-*/()]$/.test(event.key) &&
      (tool.value === 'wall' || tool.value === 'floor') &&
      run.value.length > 0
    ) {
      typed.value += event.key.replace(',', '.')
    } else return
    event.stopPropagation()
    event.preventDefault()
  }
  function holdAngle(): void {
    heldAngle.value = calculated(typed.value) ?? heldAngle.value
    typed.value = ''
    typesAngle.value = false
  }
  useEventListener(window, 'keydown', key, { capture: true })

  return { tool, draft, measure, press, click, hover, end: () => inTurn(end) }
}
