import { thousandths, radians } from '~~/core/base'
import { GRAVITY, movedBy } from '~~/core/engine'
import {
  namesParts,
  type Cue,
  type Editor,
  type Point,
  type Prop,
  type Range,
  type Show,
  type Spot,
  type Step,
} from '~~/core/show'
import { floorAt, fromFrame, wrapped, yawOf } from '~~/core/space'
import { hingeOf } from '~/document/making/hinge'
import { propOutline } from '../forms/thing-forms'

/** Something of a step to take hold of in the place: where a leaf stands when it is open, where a throw comes down. What it says can be typed, too. */
export interface Pose {
  key: 'slide' | 'turn' | 'throw' | 'pitch'
  says: string
  at: Point
  value: number
  unit: 'm' | '°'
  in: readonly ('plan' | 'section')[]
  /** Pulls it to a point; `free`: it is held by nothing. */
  pull: (edit: Editor, to: Point, free: boolean) => void
  put: (edit: Editor, value: number) => void
}

type PropStep = Extract<Step, { kind: 'prop' }>
type FlingStep = Extract<Step, { kind: 'fling' }>
/** Turns hold at so many degrees, slides at so much of a metre; a slide that goes nearly along the leaf goes along it. */
const TURNS = 5
const SLIDES = 0.05
const ALONG = 0.08
/** How far off a throw is taken hold of for its pitch (m). */
const ARM = 1.2
const inSteps = (value: number, step: number, free: boolean, finest: number): number => {
  const by = free ? finest : step
  return thousandths(Math.round(value / by) * by)
}

/** A way in plan as a frame that is turned has it. */
function inFrame([dx, dz]: Spot, yaw: number): Spot {
  const frame = { at: [0, 0, 0] as const, yaw }
  const [ax, az] = fromFrame(1, 0, frame)
  const [bx, bz] = fromFrame(0, 1, frame)
  return [dx * ax + dz * az, dx * bx + dz * bz]
}
/** The corner of a prop, in its order, that is farthest from a spot. */
function farCorner(outline: readonly Spot[], [x, z]: Spot): number {
  const far = outline.map(([cx, cz]) => Math.hypot(cx - x, cz - z))
  return far.indexOf(Math.max(...far))
}

function posesOfProp(prop: Prop, cue: Cue, step: PropStep): Pose[] {
  const address = ['cues', cue.id, 'steps', step.id]
  const isBare = !step.slide && !step.turn && step.shown === undefined && !step.colour && !step.surface && !step.carried // prettier-ignore
  const slide: Point = step.slide?.by ?? [0, 0, 0]
  const turn = step.turn ?? { by: 0, about: hingeOf(prop) ?? ([0, 0] as Spot) }
  const stands = (by: Point, degrees: number) => movedBy(prop, { slide: by, turn: degrees, about: turn.about })
  const now = stands(slide, turn.by)
  const middle: Point = [now.at[0], now.at[1] + prop.size[1] / 2, now.at[2]]
  const poses: Pose[] = []
  const putSlide = (edit: Editor, by: Point) => edit.setFound([...address, 'slide'], { by: by.map(thousandths) })
  if (step.slide || isBare)
    poses.push({
      key: 'slide',
      says: 'Where it slides',
      at: middle,
      value: Math.hypot(...slide),
      unit: 'm',
      in: ['plan', 'section'],
      pull(edit, [x, y, z], free) {
        const [dx, dz] = inFrame([x - middle[0], z - middle[2]], prop.yaw)
        let [sx, sz]: Spot = [slide[0] + dx, slide[2] + dz]
        if (!free && Math.abs(sz) < ALONG * Math.abs(sx)) sz = 0
        if (!free && Math.abs(sx) < ALONG * Math.abs(sz)) sx = 0
        const up = y === middle[1] ? slide[1] : slide[1] + y - middle[1]
        putSlide(edit, [sx, up, sz].map((each) => inSteps(each, SLIDES, free, 0.001)) as unknown as Point)
      },
      put(edit, length) {
        const was = Math.hypot(...slide)
        putSlide(edit, was > 0 ? (slide.map((each) => (each * length) / was) as unknown as Point) : [length, 0, 0])
      },
    })
  if (step.turn || isBare) {
    // About where it turns, and the corner that goes farthest, before and after.
    const [hx, hz] = fromFrame(slide[0] + turn.about[0], slide[2] + turn.about[1], prop)
    const at = (degrees: number): Spot[] => {
      const { at: [x, y, z], yaw } = stands(slide, degrees) // prettier-ignore
      return propOutline({ ...prop, at: [x, y, z], yaw })
    }
    const rest = at(0)
    const corner = farCorner(rest, [hx, hz])
    const [cx, cz] = rest[corner] ?? [hx, hz]
    const [nx, nz] = at(turn.by)[corner] ?? [hx, hz]
    const putTurn = (edit: Editor, by: number) => edit.setFound([...address, 'turn'], { ...turn, by })
    poses.push({
      key: 'turn',
      says: 'How far it turns',
      at: [nx, middle[1], nz],
      value: turn.by,
      unit: '°',
      in: ['plan'],
      pull(edit, [x, , z], free) {
        // On from where it is: more than half a turn is turned, too.
        const by = turn.by + wrapped(yawOf(x - hx, z - hz) - yawOf(cx - hx, cz - hz) - turn.by)
        putTurn(edit, inSteps(by, TURNS, free, 0.1))
      },
      put: putTurn,
    })
  }
  return poses
}

/** How far a throw goes that comes down so much lower (m); upwards it may not reach that height: then as far as its top. */
function distanceOf(speed: number, pitch: number, drop: number): number {
  const [along, up] = [speed * Math.cos(radians(pitch)), speed * Math.sin(radians(pitch))]
  return along * ((up + Math.sqrt(Math.max(0, up * up + 2 * GRAVITY * drop))) / GRAVITY)
}
/** How fast a throw must be to come down so far away and so much lower (m/s); undefined where it can't at that pitch. */
function speedFor(distance: number, pitch: number, drop: number): number | undefined {
  const falls = distance * Math.tan(radians(pitch)) + drop
  if (falls < 0.01 || Math.abs(pitch) > 89) return undefined
  return Math.sqrt((GRAVITY * distance * distance) / (2 * Math.cos(radians(pitch)) ** 2 * falls))
}
/** The same range about another middle, as wide in proportion. */
function scaled([a, b]: Range, to: number): Range {
  const middle = (a + b) / 2
  return middle > 0 ? [thousandths((a / middle) * to), thousandths((b / middle) * to)] : [thousandths(to), thousandths(to)] // prettier-ignore
}

function posesOfFling(show: Show, prop: Prop, cue: Cue, step: FlingStep): Pose[] {
  const address = ['cues', cue.id, 'steps', step.id]
  const half = prop.size[1] / 2
  const [x, y, z]: Point = [prop.at[0], prop.at[1] + half, prop.at[2]]
  const dropTo = ([sx, sz]: Spot): number => y - half - (floorAt(show.place.floors.filter((floor) => floor.y <= prop.at[1] + 0.01), sx, sz) ?? prop.at[1]) // prettier-ignore
  const [dx, dz] = [-Math.sin(radians(step.yaw)), -Math.cos(radians(step.yaw))]
  const speed = (step.speed[0] + step.speed[1]) / 2
  // Where it comes down depends on the floor there, and that on where: the second look settles it but at an edge.
  const first = distanceOf(speed, step.pitch, dropTo([x, z]))
  const drop = dropTo([x + dx * first, z + dz * first])
  const distance = distanceOf(speed, step.pitch, drop)
  const at: Point = [x + dx * distance, y - drop, z + dz * distance]
  const putDistance = (edit: Editor, to: number, lower: number) => {
    const reaches = speedFor(to, step.pitch, lower)
    // What can't come there at its pitch is thrown a little higher.
    const pitch = reaches === undefined ? Math.min(80, Math.round((Math.atan2(0.3 * to - lower, to) * 180) / Math.PI)) : step.pitch // prettier-ignore
    if (pitch !== step.pitch) edit.setFound([...address, 'pitch'], pitch)
    edit.setFound([...address, 'speed'], scaled(step.speed, reaches ?? speedFor(to, pitch, lower) ?? speed))
  }
  const putPitch = (edit: Editor, pitch: number) => edit.setFound([...address, 'pitch'], Math.min(90, Math.max(-90, pitch))) // prettier-ignore
  const [up, far] = [Math.sin(radians(step.pitch)) * ARM, Math.cos(radians(step.pitch)) * ARM]
  return [
    {
      key: 'throw',
      says: 'Where it comes down',
      at,
      value: distance,
      unit: 'm',
      in: ['plan', 'section'],
      pull(edit, [px, , pz], free) {
        const to = Math.max(0.1, Math.hypot(px - x, pz - z))
        edit.setFound([...address, 'yaw'], inSteps(yawOf(px - x, pz - z), 1, free, 0.1))
        putDistance(edit, to, dropTo([px, pz]))
      },
      put: (edit, to) => putDistance(edit, Math.max(0.1, to), dropTo([x + dx * to, z + dz * to])),
    },
    {
      key: 'pitch',
      says: 'How steeply it is thrown',
      at: [x + dx * far, y + up, z + dz * far],
      value: step.pitch,
      unit: '°',
      in: ['section'],
      pull(edit, [px, py, pz], free) {
        const along = Math.max(0, (px - x) * dx + (pz - z) * dz)
        putPitch(edit, inSteps((Math.atan2(py - y, along) * 180) / Math.PI, TURNS, free, 1))
      },
      put: putPitch,
    },
  ]
}

/** What can be taken hold of of a step: a prop's slide and turn, a throw. Of a cue that names parts nothing: its things differ by zone. */
export function posesOf(show: Show, cue: Cue, step: Step): Pose[] {
  if ((step.kind !== 'prop' && step.kind !== 'fling') || namesParts(cue)) return []
  const prop = show.place.props.find(({ id }) => id === step.prop)
  if (!prop) return []
  return step.kind === 'prop' ? posesOfProp(prop, cue, step) : posesOfFling(show, prop, cue, step)
}

/** Where the place is cut so that one sees what a step moves: through its prop, along the way it slides or is thrown. */
export function cutAlong(show: Show, step: Step): { x: number; z: number; yaw: number } | undefined {
  if (step.kind !== 'prop' && step.kind !== 'fling') return undefined
  const prop = show.place.props.find(({ id }) => id === step.prop)
  if (!prop) return undefined
  const [x, , z] = prop.at
  if (step.kind === 'fling') return { x, z, yaw: lineOf(step.yaw + 90) }
  const [sx, , sz] = step.slide?.by ?? [0, 0, 0]
  const [ax, az] = fromFrame(sx, sz, { at: [0, 0, 0], yaw: prop.yaw })
  return { x, z, yaw: Math.hypot(ax, az) > 0 ? lineOf(yawOf(ax, az) + 90) : lineOf(prop.yaw) }
}
/** A yaw as that of a line, which goes both ways: (−90, 90]. */
const lineOf = (yaw: number): number => {
  const turned = wrapped(yaw)
  return turned > 90 ? turned - 180 : turned <= -90 ? turned + 180 : turned
}
