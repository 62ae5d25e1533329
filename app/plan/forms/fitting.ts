import { hundredths, memoFor } from '~~/core/base'
import {
  alongWall,
  floorAt,
  floorHeight,
  fromFrame,
  holds,
  insidePolygon,
  middleOf,
  outlineOf,
  STEP,
  yawOfWall,
} from '~~/core/space'
import type { Opening, Shape, Show, Spot, Wall, Zone } from '~~/core/show'
import { round, solidOfZone } from './geometry'

/** What a zone in a doorway reaches up to, and how deep it is (m). */
const HIGH = 2.2
/** So many looks of a game that looks 20 times a second fall on somebody who runs through. */
const LOOKS = 5
const TICKS = 20
/** A zone that is let go with its middle so near to the middle of a doorway fits itself to it (m). */
const NEAR = 0.35

export interface Doorway {
  wall: Wall
  opening: Opening
  at: Spot
}

/** The openings that somebody walks through. */
export const doorwaysOf = (show: Show): Doorway[] =>
  doorwaysFor(show.place.walls, [show.player], () =>
    show.place.walls.flatMap((wall) =>
      wall.openings
        .filter((opening) => opening.sill <= STEP && opening.height >= show.player.height)
        .map((opening) => ({ wall, opening, at: alongWall(wall, opening.at + opening.width / 2) })),
    ),
  )
const doorwaysFor = memoFor<Wall[], Doorway[]>()

export const nameOfDoorway = ({ opening }: Doorway): string => opening.name ?? 'the doorway'

/** A box that nobody gets past in a doorway: its whole width, from the floor to over the head, deep enough for a runner. */
export function fittedTo(show: Show, { wall, opening, at }: Doorway): Shape {
  const yaw = yawOfWall(wall)
  const floor = floorAt(show.place.floors, ...at)
  const y = floor !== undefined && Math.abs(floor - wall.y) < 1 ? floor : wall.y
  const depth = Math.max(wall.thickness + 0.6, (LOOKS * show.player.run) / TICKS)
  const half = yaw > 90 ? yaw - 180 : yaw <= -90 ? yaw + 180 : yaw
  return {
    kind: 'box',
    at: [round(at[0]), round(y), round(at[1])],
    yaw: hundredths(half),
    size: [round(opening.width), HIGH, round(depth)],
  }
}

/** The doorway that a zone put here takes to itself; it must stand at its height. */
export function doorwayAt(show: Show, zone: Zone, near = NEAR): Doorway | undefined {
  if (zone.tiedTo || zone.shape.kind === 'sphere') return undefined
  const [x, y, z] = middleOf(solidOfZone(show, zone))
  return doorwaysOf(show)
    .map((door) => ({ door, off: Math.hypot(door.at[0] - x, door.at[1] - z) }))
    .filter(({ door, off }) => off <= near && Math.abs(door.wall.y + 1.1 - y) < 1.5)
    .sort((a, b) => a.off - b.off)[0]?.door
}

/** How high a zone hangs over the floor under it at the most (m); undefined where there is none. */
export function hangsAbove(show: Show, zone: Zone): number | undefined {
  const { bounds } = solidOfZone(show, zone)
  const [x0, low, z0, x1, high, z1] = bounds
  const middle: Spot = [(x0 + x1) / 2, (z0 + z1) / 2]
  const spots: Spot[] = [middle, [x0, z0], [x1, z0], [x1, z1], [x0, z1]]
  const under = show.place.floors.flatMap((floor) =>
    spots.filter(([x, z]) => insidePolygon(x, z, floor.outline)).map(([x, z]) => floorHeight(floor, x, z)),
  )
  const reached = under.filter((y) => y < high && y > low - 3)
  return reached.length === 0 ? undefined : Math.max(0, low - Math.min(...reached))
}

/** Of the zones of a show, those that one holds wholly. */
export function heldWithin(show: Show, zone: Zone): Zone[] {
  const outer = solidOfZone(show, zone)
  return show.zones.filter((other) => other !== zone && holds(outer, solidOfZone(show, other)))
}

/** A shape that reaches as far as it did and around some others as well: a box that keeps its turn, a cylinder or ball that keeps its middle. */
export function reachingAround(show: Show, { shape, tiedTo }: Zone, others: readonly Zone[]): Shape | undefined {
  if (tiedTo || shape.kind === 'prism') return undefined
  const solids = others.map((other) => solidOfZone(show, other))
  const low = Math.min(...solids.map(({ bounds }) => bounds[1]))
  const high = Math.max(...solids.map(({ bounds }) => bounds[4]))
  const spots = solids.flatMap((solid) => outlineOf(solid))
  const up = (value: number) => Math.ceil(value * 100 - 1e-6) / 100
  const [x, y, z] = shape.at
  if (shape.kind === 'sphere') {
    const tall = Math.max(Math.abs(low - y), Math.abs(high - y))
    return { ...shape, radius: up(Math.max(shape.radius, ...spots.map((s) => Math.hypot(s[0] - x, s[1] - z, tall)))) }
  }
  const foot = Math.min(y, low)
  if (shape.kind === 'cylinder') {
    const radius = up(Math.max(shape.radius, ...spots.map((s) => Math.hypot(s[0] - x, s[1] - z))))
    return { ...shape, at: [x, round(foot), z], radius, height: up(Math.max(y + shape.height, high) - foot) }
  }
  const a = (shape.yaw * Math.PI) / 180
  const [cos, sin] = [Math.cos(a), Math.sin(a)]
  const [w, h, d] = shape.size
  const us = [-w / 2, w / 2, ...spots.map((s) => (s[0] - x) * cos - (s[1] - z) * sin)]
  const vs = [-d / 2, d / 2, ...spots.map((s) => (s[0] - x) * sin + (s[1] - z) * cos)]
  const [u0, u1, v0, v1] = [Math.min(...us), Math.max(...us), Math.min(...vs), Math.max(...vs)]
  const [mx, mz] = fromFrame((u0 + u1) / 2, (v0 + v1) / 2, shape)
  return {
    ...shape,
    at: [round(mx), round(foot), round(mz)],
    size: [up(u1 - u0 + 2e-3), up(Math.max(y + h, high) - foot), up(v1 - v0 + 2e-3)],
  }
}
