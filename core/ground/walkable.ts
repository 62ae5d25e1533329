import { memoFor } from '../base'
import type { Floor, Prop, Show, Spot, Wall } from '../show'
import { floorHeight, insidePolygon, outlineOf, solidOf, STEP } from '../space'

import { grown, joined, unionOf, without, type Region } from './clip'

/** Who walks: as wide and as high as this, and so high a step they take (m). */
export interface Walker {
  radius: number
  height: number
  step?: number
}
/** The bodies of players who walk, each once: as the show has them, or as their walk has its own. The show's where nobody walks. */
export function walkersOf({ walks, player }: Pick<Show, 'walks' | 'player'>): Walker[] {
  const all = walks
    .filter(({ body }) => body.kind === 'player')
    .map(({ body: { radius = player.radius, height = player.height } }) => ({ radius, height, step: player.step }))
  const found = new Map(all.map((walker) => [`${walker.radius}/${walker.height}`, walker]))
  return found.size > 0 ? [...found.values()] : [player]
}
export const stepOf = ({ step = STEP }: Walker): number => step

/** Floors whose edges are this close meet (m). */
const GAP = 0.01

/** Floors that lie side by side, none above another, with where a body can stand on them. */
export interface Sheet {
  floors: Floor[]
  free: Region
}
/** Where one walks from one sheet onto another: where their floors meet at one height. */
export interface Portal {
  sheets: [number, number]
  at: Spot
}
export interface Walkable {
  walker: Walker
  sheets: Sheet[]
  portals: Portal[]
}

const corridor = (a: Spot, b: Spot, half: number): Spot[] => {
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1
  const nx = (-(b[1] - a[1]) * half) / length
  const nz = ((b[0] - a[0]) * half) / length
  return [
    [a[0] + nx, a[1] + nz],
    [b[0] + nx, b[1] + nz],
    [b[0] - nx, b[1] - nz],
    [a[0] - nx, a[1] - nz],
  ]
}

/** The heights between which a floor lies under a stretch. */
function heightsUnder(floor: Floor, spots: readonly Spot[]): [low: number, high: number] {
  const low = Math.min(floor.y, floor.slopeTo?.y ?? floor.y)
  const high = Math.max(floor.y, floor.slopeTo?.y ?? floor.y)
  const heights = spots.map(([x, z]) => Math.min(high, Math.max(low, floorHeight(floor, x, z))))
  return [Math.min(...heights), Math.max(...heights)]
}

/** Whether what stands from `low` to `high` is in the way of somebody on a floor under these spots. */
function isInTheWay(floor: Floor, spots: readonly Spot[], low: number, high: number, walker: Walker): boolean {
  const [lowest, highest] = heightsUnder(floor, spots)
  return high > lowest + stepOf(walker) && low < highest + walker.height
}

/** The stretches of a wall through which nobody of such a height walks, on a floor. */
function closedStretches(wall: Wall, floor: Floor, walker: Walker): Spot[][] {
  const { from, to } = wall
  const length = Math.hypot(to[0] - from[0], to[1] - from[1])
  if (length === 0) return []
  const at = (d: number): Spot => [
    from[0] + ((to[0] - from[0]) * d) / length,
    from[1] + ((to[1] - from[1]) * d) / length,
  ]
  const blocks = (a: number, b: number, low: number, high: number): boolean =>
    isInTheWay(floor, [at(a), at((a + b) / 2), at(b)], low, high, walker)
  const half = Math.max(wall.thickness, 0.02) / 2
  const open = wall.openings
    .map((o) => ({ a: Math.max(0, o.at), b: Math.min(length, o.at + o.width), low: wall.y + o.sill, o }))
    .filter(
      ({ a, b, low, o }) =>
        !blocks(a, b, wall.y, low) && !blocks(a, b, low + o.height, Math.max(low + o.height, wall.y + wall.height)),
    )
    .sort((one, other) => one.a - other.a)
  const stretches: Spot[][] = []
  let begin = 0
  for (const { a, b } of [...open, { a: length, b: length }]) {
    if (a > begin && blocks(begin, a, wall.y, wall.y + wall.height)) {
      // The ends of a wall reach half its thickness further, where it joins the next.
      const first = begin === 0 ? -half : begin
      const last = a === length ? length + half : a
      stretches.push(corridor(at(first), at(last), half))
    }
    begin = Math.max(begin, b)
  }
  return stretches
}

const standsOn = (prop: Prop): Spot[] =>
  outlineOf(
    solidOf(
      prop.kind === 'cylinder'
        ? { kind: 'cylinder', at: prop.at, radius: prop.size[0] / 2, height: prop.size[1] }
        : { kind: 'box', at: prop.at, yaw: prop.yaw, size: prop.size },
    ),
  )

/** What stands in the way on a floor, as it is: not grown by a body. */
const obstacles = memoFor<Floor, Region>()
/** What stands in the way of a body on a floor: walls and solid props, grown by the body. */
export const obstaclesOn = (show: Show, floor: Floor, walker: Walker): Region =>
  obstacles(floor, [show.place.walls, show.place.props, walker.radius, walker.height, stepOf(walker)], () =>
    findObstacles(show, floor, walker),
  )
function findObstacles(show: Show, floor: Floor, walker: Walker): Region {
  const walls = show.place.walls.flatMap((wall) => closedStretches(wall, floor, walker))
  const props = show.place.props
    .filter((prop) => prop.solid && prop.shown)
    .map((prop) => ({ prop, outline: standsOn(prop) }))
    .filter(({ prop, outline }) => isInTheWay(floor, outline, prop.at[1], prop.at[1] + prop.size[1], walker))
    .map(({ outline }) => outline)
  const all = [...walls, ...props]
  return all.length === 0 ? [] : unionOf(all)
}

/** Where the middle of a body can be on a floor: not nearer than its radius to what stands in the way. */
export const freeOn = (show: Show, floor: Floor, walker: Walker): Region =>
  without(unionOf([floor.outline]), grown(obstaclesOn(show, floor, walker), walker.radius))

/** Whether one floor lies above another, so that both can't be in one plan. */
function overlap(a: Floor, b: Floor): boolean {
  const inside = (one: Floor, other: Floor) =>
    one.outline.some(([x, z], i) => {
      const [nx, nz] = one.outline[(i + 1) % one.outline.length]
      // Between the corner and the middle of the floor: what only touches at an edge doesn't lie above.
      const middle = middleOf(one)
      return [
        [x, z],
        [(x + nx) / 2, (z + nz) / 2],
      ].some(([px, pz]) => {
        const [sx, sz] = [px + (middle[0] - px) * 0.02, pz + (middle[1] - pz) * 0.02]
        return (
          insidePolygon(sx, sz, other.outline) && Math.abs(floorHeight(one, sx, sz) - floorHeight(other, sx, sz)) > STEP
        )
      })
    }) || insidePolygon(...middleOf(one), other.outline)
  return inside(a, b) || inside(b, a)
}
const middleOf = ({ outline }: Floor): Spot => [
  outline.reduce((sum, [x]) => sum + x, 0) / outline.length,
  outline.reduce((sum, [, z]) => sum + z, 0) / outline.length,
]

/** Floors put together so that none of a sheet lies above another; those that meet come together where they can. */
function sheetsOf(floors: readonly Floor[]): Floor[][] {
  const sheets: Floor[][] = []
  const left = new Set(floors)
  while (left.size > 0) {
    const sheet: Floor[] = []
    for (const floor of left) {
      if (sheet.some((other) => overlap(floor, other))) continue
      sheet.push(floor)
    }
    for (const floor of sheet) left.delete(floor)
    sheets.push(sheet)
  }
  return sheets
}

/** The middle of the stretch in which an edge of one floor runs along an edge of another, at one height. */
function meetingPlace(one: Floor, other: Floor, walker: Walker): Spot | undefined {
  for (const [i, a] of one.outline.entries()) {
    const b = one.outline[(i + 1) % one.outline.length]
    const length = Math.hypot(b[0] - a[0], b[1] - a[1])
    if (length === 0) continue
    const ux = (b[0] - a[0]) / length
    const uz = (b[1] - a[1]) / length
    for (const [k, c] of other.outline.entries()) {
      const d = other.outline[(k + 1) % other.outline.length]
      const off = (p: Spot) => Math.abs((p[0] - a[0]) * uz - (p[1] - a[1]) * ux)
      if (off(c) > STEP / 2 || off(d) > STEP / 2) continue
      const along = [c, d].map((p) => (p[0] - a[0]) * ux + (p[1] - a[1]) * uz)
      const from = Math.max(0, Math.min(...along))
      const to = Math.min(length, Math.max(...along))
      if (to - from < 0.3) continue
      const m = (from + to) / 2
      const at: Spot = [a[0] + ux * m, a[1] + uz * m]
      if (Math.abs(floorHeight(one, ...at) - floorHeight(other, ...at)) <= stepOf(walker)) return at
    }
  }
  return undefined
}

/** Where somebody can walk: floors less walls, solid props and the body's own width; storeys joined where floors meet. */
export function walkableOf(show: Show, walker: Walker): Walkable {
  const { floors } = show.place
  const sheets = sheetsOf(floors).map((these): Sheet => {
    const parts = these.map((floor) => freeOn(show, floor, walker))
    // Floors that only touch are one once each reaches a hair over its edge.
    return { floors: these, free: grown(joined(parts.map((part) => grown(part, GAP, 'sharp'))), -GAP, 'sharp') }
  })
  const portals: Portal[] = []
  for (let a = 0; a < sheets.length; a++)
    for (let b = a + 1; b < sheets.length; b++)
      for (const one of sheets[a].floors)
        for (const other of sheets[b].floors) {
          const at = meetingPlace(one, other, walker)
          if (at) portals.push({ sheets: [a, b], at })
        }
  return { walker, sheets, portals }
}

/** The sheet whose floor is nearest in height under a spot. */
export function sheetUnder({ sheets }: Walkable, [x, z]: Spot, y: number): number | undefined {
  let best: number | undefined
  let least = Infinity
  sheets.forEach(({ floors }, index) => {
    for (const floor of floors) {
      if (!insidePolygon(x, z, floor.outline)) continue
      const off = Math.abs(floorHeight(floor, x, z) - y)
      if (off < least) {
        least = off
        best = index
      }
    }
  })
  return best
}
