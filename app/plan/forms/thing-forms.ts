import {
  alongWall,
  distanceToOutline,
  fromFrame,
  insidePolygon,
  onWall,
  outlineOf,
  solidOf,
  STEP,
  wallLength,
} from '~~/core/space'
import type { Editor, Floor, Light, Mark, Point, Prop, Show, Spot, Wall, Zone, Shape } from '~~/core/show'
import { addressOf, thingIn, type ThingKind, type ThingRef, type Things } from '~/document/things'
import { moveCorner } from './wall-joins'
import { moved, round, solidOfZone } from './geometry'
import { handlesOf } from './handles'

/** Something one can take hold of in the plan to change a thing. */
export interface Hold {
  key: string
  x: number
  z: number
  /** What it looks like: a ring takes an edge or a corner, an arrow turns, a diamond goes along. */
  look: 'ring' | 'turn' | 'along'
  says: string
  /** What it does to the show, when it is dragged to a spot. */
  drag: (edit: Editor, x: number, z: number, free: boolean) => void
}

interface Form<T> {
  /** How far a spot is off the thing (m); 0 within it. */
  off: (show: Show, thing: T, x: number, z: number) => number
  /** Its height above nought, for the storey it belongs to. */
  height: (show: Show, thing: T) => number
  /** The same thing moved in plan. */
  move: (edit: Editor, before: Show, thing: T, dx: number, dz: number) => void
  /** `arm`: how far out what turns it stands (m). */
  holds: (show: Show, thing: T, arm: number) => Hold[]
}

const movedPoint = ([x, y, z]: Point, dx: number, dz: number): Point => [round(x + dx), y, round(z + dz)]
const yawTo = (at: Point, x: number, z: number, free: boolean): number => {
  const yaw = (Math.atan2(-(x - at[0]), -(z - at[2])) * 180) / Math.PI
  return (free ? Math.round(yaw * 10) / 10 : Math.round(yaw / 5) * 5) + 0
}
/** What turns a thing about where it stands. */
function turning(kind: 'prop' | 'light' | 'mark', thing: { id: string; at: Point; yaw: number }, arm: number): Hold {
  const a = (thing.yaw * Math.PI) / 180
  return {
    key: 'turn',
    x: thing.at[0] - arm * Math.sin(a),
    z: thing.at[2] - arm * Math.cos(a),
    look: 'turn',
    says: 'Turn',
    drag: (edit, x, z, free) => edit.set(addressOf(kind, thing.id, 'yaw'), yawTo(thing.at, x, z, free)),
  }
}

export function propOutline(prop: Prop): Spot[] {
  const [w, h, d] = prop.size
  return prop.kind === 'cylinder'
    ? outlineOf(solidOf({ kind: 'cylinder', at: prop.at, radius: w / 2, height: h }))
    : outlineOf(solidOf({ kind: 'box', at: prop.at, yaw: prop.yaw, size: [w, h, d] }))
}
const offOutline = (outline: readonly Spot[], x: number, z: number): number =>
  insidePolygon(x, z, outline) ? 0 : distanceToOutline(x, z, outline)
const offPoint = ([px, , pz]: Point, x: number, z: number): number => Math.hypot(px - x, pz - z)

/** What a floor keeps of its slope when its outline changes. */
const withOutline = (floor: Floor, outline: Spot[]): Floor => ({ ...floor, outline })

export function wallHolds(show: Show, wall: Wall): Hold[] {
  const { walls } = show.place
  const corner = (end: 'from' | 'to'): Hold => ({
    key: end,
    x: wall[end][0],
    z: wall[end][1],
    look: 'ring',
    says: 'Corner',
    drag: (edit, x, z) => moveCorner(edit, walls, wall, end, [round(x), round(z)]),
  })
  const openings = wall.openings.flatMap((opening, index): Hold[] => {
    const put = (edit: Editor, change: object) =>
      edit.set(
        addressOf('wall', wall.id, 'openings'),
        wall.openings.map((each, i) => (i === index ? { ...each, ...change } : each)),
      )
    const hold = (key: string, at: number, look: Hold['look'], drag: Hold['drag']): Hold => {
      const [x, z] = alongWall(wall, at)
      return { key: `${key}-${opening.id}`, x, z, look, says: opening.name ?? 'Opening', drag }
    }
    const { at, width } = opening
    const length = wallLength(wall)
    const stop = (x: number, z: number) => Math.min(length, Math.max(0, onWall(wall, x, z).at))
    return [
      hold('left', at, 'ring', (edit, x, z) => {
        const from = Math.min(stop(x, z), at + width - 0.1)
        put(edit, { at: round(from), width: round(at + width - from) })
      }),
      hold('along', at + width / 2, 'along', (edit, x, z) =>
        put(edit, { at: round(Math.min(length - width, Math.max(0, onWall(wall, x, z).at - width / 2))) }),
      ),
      hold('right', at + width, 'ring', (edit, x, z) => put(edit, { width: round(Math.max(0.1, stop(x, z) - at)) })),
    ]
  })
  return [corner('from'), corner('to'), ...openings]
}

const zoneForm: Form<Zone> = {
  off: (show, zone, x, z) => {
    const solid = solidOfZone(show, zone)
    const [x0, , z0, x1, , z1] = solid.bounds
    if (x < x0 || x > x1 || z < z0 || z > z1)
      return Math.hypot(Math.max(x0 - x, 0, x - x1), Math.max(z0 - z, 0, z - z1))
    return offOutline(outlineOf(solid), x, z)
  },
  height: (show, zone) => {
    const { bounds, kind } = solidOfZone(show, zone)
    return kind === 'sphere' ? (bounds[1] + bounds[4]) / 2 - 0.9 : bounds[1]
  },
  move: (edit, before, zone, dx, dz) => {
    // What is tied stands in the frame of its prop.
    const prop = zone.tiedTo && before.place.props.find(({ id }) => id === zone.tiedTo!.prop)
    const [x, z] = prop ? fromFrame(dx, dz, { at: [0, 0, 0], yaw: -prop.yaw }) : [dx, dz]
    edit.set(addressOf('zone', zone.id, 'shape'), moved(zone.shape, x, z))
  },
  holds: (_, zone, arm) =>
    zone.tiedTo
      ? []
      : handlesOf(zone.shape, arm).map(({ key, x, z, turns, drag }) => ({
          key,
          x,
          z,
          look: turns ? 'turn' : 'ring',
          says: turns ? 'Turn' : 'Size',
          drag: (edit, px, pz, free) => edit.set(addressOf('zone', zone.id, 'shape'), drag(px, pz, free)),
        })),
}
const wallForm: Form<Wall> = {
  off: (_, wall, x, z) => {
    const { at, off } = onWall(wall, x, z)
    // A doorway is no wall: there one takes what stands in it.
    const gap = wall.openings.find((o) => o.sill <= STEP && at > o.at && at < o.at + o.width)
    const aside = gap ? Math.min(at - gap.at, gap.at + gap.width - at) : 0
    return Math.max(aside, off - wall.thickness / 2, 0)
  },
  height: (_, wall) => wall.y,
  move: (edit, before, wall, dx, dz) => {
    for (const end of ['from', 'to'] as const)
      moveCorner(edit, before.place.walls, wall, end, [round(wall[end][0] + dx), round(wall[end][1] + dz)])
  },
  holds: (show, wall) => wallHolds(show, wall),
}
const floorForm: Form<Floor> = {
  off: (_, floor, x, z) => offOutline(floor.outline, x, z),
  height: (_, floor) => Math.min(floor.y, floor.slopeTo?.y ?? Infinity),
  move: (edit, _, floor, dx, dz) =>
    edit.set(
      addressOf('floor', floor.id, 'outline'),
      floor.outline.map(([x, z]): Spot => [round(x + dx), round(z + dz)]),
    ),
  holds: (_, floor) => {
    const put = (edit: Editor, outline: Spot[]) => edit.set(addressOf('floor', floor.id), withOutline(floor, outline))
    const [mx, mz] = floor.outline.reduce<Spot>((sum, [x, z]) => [sum[0] + x, sum[1] + z], [0, 0])
    const n = floor.outline.length
    return [
      ...floor.outline.map(([x, z], index): Hold => ({
        key: `corner${index}`,
        x,
        z,
        look: 'ring',
        says: 'Corner',
        drag: (edit, px, pz) =>
          put(
            edit,
            floor.outline.map((spot, i): Spot => (i === index ? [round(px), round(pz)] : spot)),
          ),
      })),
      {
        key: 'move',
        x: mx / n,
        z: mz / n,
        look: 'along',
        says: 'Move',
        drag: (edit, px, pz) =>
          put(
            edit,
            floor.outline.map(([x, z]): Spot => [round(x + px - mx / n), round(z + pz - mz / n)]),
          ),
      },
    ]
  },
}
const propForm: Form<Prop> = {
  off: (_, prop, x, z) => offOutline(propOutline(prop), x, z),
  height: (_, prop) => prop.at[1],
  move: (edit, _, prop, dx, dz) => edit.set(addressOf('prop', prop.id, 'at'), movedPoint(prop.at, dx, dz)),
  holds: (_, prop, arm) => {
    const [w, h, d] = prop.size
    const round_ = prop.kind === 'cylinder'
    const shape: Shape = round_
      ? { kind: 'cylinder', at: prop.at, radius: w / 2, height: h }
      : { kind: 'box', at: prop.at, yaw: prop.yaw, size: [w, h, d] }
    return [
      ...handlesOf(shape, arm)
        .filter(({ turns }) => !turns)
        .map(({ key, x, z, drag }): Hold => ({
          key,
          x,
          z,
          look: 'ring',
          says: 'Size',
          drag: (edit, px, pz, free) => {
            const now = drag(px, pz, free)
            if (now.kind === 'cylinder')
              return edit.set(addressOf('prop', prop.id, 'size'), [round(now.radius * 2), h, round(now.radius * 2)])
            if (now.kind !== 'box') return
            edit.set(addressOf('prop', prop.id, 'size'), now.size)
            edit.set(addressOf('prop', prop.id, 'at'), now.at)
          },
        })),
      turning('prop', prop, d / 2 + arm),
    ]
  },
}
/** The spot so far ahead of something that faces a way. */
const ahead = ({ at, yaw }: { at: Point; yaw: number }, by: number, aside = 0): Spot =>
  fromFrame(aside, -by, { at, yaw })

const lightForm: Form<Light> = {
  off: (_, light, x, z) => offPoint(light.at, x, z),
  // Lamps hang: they belong to the floor below them.
  height: (_, light) => light.at[1] - 2.2,
  move: (edit, _, light, dx, dz) => edit.set(addressOf('light', light.id, 'at'), movedPoint(light.at, dx, dz)),
  holds: (_, light, arm) => {
    const reach: Hold = {
      key: 'reach',
      x: light.at[0] + light.reach,
      z: light.at[2],
      look: 'ring',
      says: 'Reach',
      drag: (edit, x, z) =>
        edit.set(
          addressOf('light', light.id, 'reach'),
          Math.max(0.1, round(Math.hypot(x - light.at[0], z - light.at[2]))),
        ),
    }
    return light.kind === 'spot' ? [reach, turning('light', light, 2 * arm)] : [reach]
  },
}
const markForm: Form<Mark> = {
  off: (_, mark, x, z) => offPoint(mark.at, x, z),
  height: (_, mark) => mark.at[1] - (mark.kind === 'camera' ? 1.2 : 0),
  move: (edit, _, mark, dx, dz) => edit.set(addressOf('mark', mark.id, 'at'), movedPoint(mark.at, dx, dz)),
  holds: (_, mark, arm) => {
    if (mark.kind === 'standing') return [turning('mark', mark, 1.6 * arm)]
    const long = 4 * arm
    const half = (mark.fov * Math.PI) / 360
    const [x, z] = ahead(mark, long * Math.cos(half), long * Math.sin(half))
    return [
      turning('mark', mark, long),
      {
        key: 'fov',
        x,
        z,
        look: 'ring',
        says: 'View angle',
        drag: (edit, px, pz) => {
          const yaw = yawTo(mark.at, px, pz, true)
          const off = Math.abs(((yaw - mark.yaw + 540) % 360) - 180)
          edit.set(addressOf('mark', mark.id, 'fov'), Math.min(170, Math.max(1, Math.round(2 * off))))
        },
      },
    ]
  },
}

const boxOfSpots = (spots: readonly Spot[]): Box => {
  const xs = spots.map(([x]) => x)
  const zs = spots.map(([, z]) => z)
  return [Math.min(...xs), Math.min(...zs), Math.max(...xs), Math.max(...zs)]
}
const BOXES: { [kind in ThingKind]: (show: Show, thing: Things[kind]) => Box } = {
  zone: (show, zone) => {
    const [x0, , z0, x1, , z1] = solidOfZone(show, zone).bounds
    return [x0, z0, x1, z1]
  },
  wall: (_, { from, to }) => boxOfSpots([from, to]),
  floor: (_, { outline }) => boxOfSpots(outline),
  prop: (_, prop) => boxOfSpots(propOutline(prop)),
  light: (_, { at }) => [at[0], at[2], at[0], at[2]],
  mark: (_, { at }) => [at[0], at[2], at[0], at[2]],
}
export type Box = [x0: number, z0: number, x1: number, z1: number]
/** The box in plan that holds a thing; undefined if there is no such thing. */
export function boxOfThing<K extends ThingKind>(show: Show, kind: K, id: string): Box | undefined {
  const thing = thingIn(show, kind, id)
  const boxOf: (show: Show, thing: Things[K]) => Box = BOXES[kind]
  return thing && boxOf(show, thing)
}

const FORMS: { [kind in ThingKind]: Form<Things[kind]> } = {
  zone: zoneForm,
  wall: wallForm,
  floor: floorForm,
  prop: propForm,
  light: lightForm,
  mark: markForm,
}
const formOf = <K extends ThingKind>(kind: K): Form<Things[K]> => FORMS[kind]

export const offThing = <K extends ThingKind>(show: Show, kind: K, thing: Things[K], x: number, z: number): number =>
  formOf(kind).off(show, thing, x, z)
export const heightOfThing = <K extends ThingKind>(show: Show, kind: K, thing: Things[K]): number =>
  formOf(kind).height(show, thing)
export const holdsOfThing = (show: Show, { kind, id }: ThingRef, arm: number): Hold[] => holdsOf(show, kind, id, arm)
function holdsOf<K extends ThingKind>(show: Show, kind: K, id: string, arm: number): Hold[] {
  const thing = thingIn(show, kind, id)
  return thing ? formOf(kind).holds(show, thing, arm) : []
}

/** Moves things together; corners that two of them share are moved once, what is tied goes with its prop. `before`: the show as it was. */
export function moveThings(edit: Editor, before: Show, refs: readonly ThingRef[], dx: number, dz: number): void {
  const props = new Set(refs.flatMap(({ kind, id }) => (kind === 'prop' ? [id] : [])))
  const move = <K extends ThingKind>(kind: K, id: string) => {
    const thing = thingIn(before, kind, id)
    if (thing && !goesAlong(thing, props)) formOf(kind).move(edit, before, thing, dx, dz)
  }
  for (const { kind, id } of refs) move(kind, id)
}
/** Whether a thing is tied to one of some props. */
export const goesAlong = (thing: Things[ThingKind], props: ReadonlySet<string>): boolean =>
  'tiedTo' in thing && thing.tiedTo !== undefined && 'prop' in thing.tiedTo && props.has(thing.tiedTo.prop)
