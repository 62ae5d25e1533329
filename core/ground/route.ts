import Flatbush from 'flatbush'
import { memo } from '../base'
import type { Spot } from '../show'
import { distanceToOutline, distanceToSegment, nearestOnSegment } from '../space'
import { isInRegion, piecesOf, type Region } from './clip'
import { sheetUnder, type Walkable } from './walkable'

/** A region with what straight ways through it need: its edges in a tree, and the corners that a shortest way can turn at. */
export interface Maze {
  region: Region
  tree: Flatbush | undefined
  /** x, z of both ends of each edge. */
  edges: Float64Array
  corners: Corner[]
}
/** A corner that juts into a region, with the ones before and after it on its outline. */
export interface Corner {
  at: Spot
  before: Spot
  after: Spot
}
/** How far into an edge a way may run: ways go along walls (m). */
const GRAZE = 1e-4

/** A walkable region as shortest ways need it. */
export function mazeOf(region: Region): Maze {
  const count = region.reduce((sum, outline) => sum + outline.length, 0)
  const edges = new Float64Array(count * 4)
  const tree = count > 0 ? new Flatbush(count) : undefined
  const corners: Corner[] = []
  let at = 0
  for (const outline of region)
    outline.forEach((a, i) => {
      const b = outline[(i + 1) % outline.length]
      const before = outline[(i + outline.length - 1) % outline.length]
      edges.set([a[0], a[1], b[0], b[1]], at)
      tree!.add(Math.min(a[0], b[0]), Math.min(a[1], b[1]), Math.max(a[0], b[0]), Math.max(a[1], b[1]))
      at += 4
      // Outlines turn one way, holes the other: a corner that juts into the region turns against it in both.
      const turn = (a[0] - before[0]) * (b[1] - a[1]) - (a[1] - before[1]) * (b[0] - a[0])
      if (turn < 0) corners.push({ at: a, before, after: b })
    })
  tree?.finish()
  return { region, tree, edges, corners }
}

/** Whether one sees, and walks, straight from a spot to another within the region. */
export function isStraight({ region, tree, edges }: Maze, a: Spot, b: Spot): boolean {
  if (!tree) return false
  const found = tree.search(Math.min(a[0], b[0]), Math.min(a[1], b[1]), Math.max(a[0], b[0]), Math.max(a[1], b[1]))
  const dx = b[0] - a[0]
  const dz = b[1] - a[1]
  const length = Math.hypot(dx, dz)
  if (length === 0) return true
  const side = (x: number, z: number) => ((x - a[0]) * dz - (z - a[1]) * dx) / length
  for (const index of found) {
    const [x1, z1, x2, z2] = edges.subarray(index * 4, index * 4 + 4)
    const s1 = side(x1, z1)
    const s2 = side(x2, z2)
    if ((s1 > -GRAZE && s2 > -GRAZE) || (s1 < GRAZE && s2 < GRAZE)) continue
    const ex = x2 - x1
    const ez = z2 - z1
    const long = Math.hypot(ex, ez) || 1
    const off = (x: number, z: number) => ((x - x1) * ez - (z - z1) * ex) / long
    const o1 = off(a[0], a[1])
    const o2 = off(b[0], b[1])
    if ((o1 > -GRAZE && o2 > -GRAZE) || (o1 < GRAZE && o2 < GRAZE)) continue
    return false
  }
  // What crosses nothing can still run outside, from corner to corner.
  for (const u of [0.5, 0.25, 0.75])
    if (
      !isNear({ region, tree, edges } as Maze, a[0] + dx * u, a[1] + dz * u) &&
      !isInRegion(region, a[0] + dx * u, a[1] + dz * u)
    )
      return false
  return true
}

/** Both ends of an edge. */
export const edgeAt = ({ edges }: Maze, index: number): [Spot, Spot] => [
  [edges[index * 4], edges[index * 4 + 1]],
  [edges[index * 4 + 2], edges[index * 4 + 3]],
]

/** Whether a spot lies on an edge. */
function isNear(maze: Maze, x: number, z: number): boolean {
  const near = maze.tree!.search(x - 0.001, z - 0.001, x + 0.001, z + 0.001)
  return near.some((index) => distanceToSegment(x, z, ...edgeAt(maze, index)) < 0.001)
}

/** The spot of a region that is nearest to another, and how far off it is. */
export function nearestIn(maze: Maze, [x, z]: Spot): { at: Spot; off: number } {
  if (isInRegion(maze.region, x, z)) return { at: [x, z], off: 0 }
  let at: Spot = [x, z]
  let off = Infinity
  for (let index = 0; index * 4 < maze.edges.length; index++) {
    const spot = nearestOnSegment(x, z, ...edgeAt(maze, index))
    const d = Math.hypot(x - spot[0], z - spot[1])
    if (d >= off) continue
    off = d
    at = spot
  }
  return { at, off }
}

interface Node {
  sheet: number
  at: Spot
  corner?: Corner
}

/** Whether a taut thread can lie along a line through a corner: what juts out there lies to one side of it. */
function isTaut(from: Spot, to: Spot, { at, before, after }: Corner): boolean {
  const dx = to[0] - from[0]
  const dz = to[1] - from[1]
  const a = dx * (before[1] - at[1]) - dz * (before[0] - at[0])
  const b = dx * (after[1] - at[1]) - dz * (after[0] - at[0])
  return (a >= -GRAZE && b >= -GRAZE) || (a <= GRAZE && b <= GRAZE)
}

/** Whether there is any way between two nodes: their pieces are one, or hang together by portals. */
function areConnected(
  mazes: readonly Maze[],
  portals: readonly { sheets: readonly [number, number]; at: Spot }[],
  from: Node,
  to: Node,
): boolean {
  const pieceAt = ({ sheet, at }: Node): string | undefined => {
    const index = piecesIn(mazes[sheet]).findIndex((piece) => isInRegion(piece, ...at) || isOnEdge(piece, at))
    return index < 0 ? undefined : `${sheet}/${index}`
  }
  const goal = pieceAt(to)
  const reached = new Set([pieceAt(from)])
  if (goal === undefined || reached.has(undefined)) return false
  const doors = portals.map(({ sheets, at }) => sheets.map((sheet) => pieceAt({ sheet, at })))
  for (let more = true; more;) {
    const before = reached.size
    for (const [a, b] of doors)
      if (a !== undefined && b !== undefined && (reached.has(a) || reached.has(b))) reached.add(a).add(b)
    more = reached.size > before
  }
  return reached.has(goal)
}
const piecesIn = memo(({ region }: Maze) => piecesOf(region))
const isOnEdge = (region: Region, [x, z]: Spot): boolean =>
  region.some((outline) => distanceToOutline(x, z, outline) < 0.002)

/**
 * The shortest way between two nodes through mazes, sheet by sheet: A* over corners and portals, whose straight sights are looked for only as they
 * are come to. Undefined if there is none. Lengths in plan (m).
 */
export function shortest(
  mazes: readonly Maze[],
  portals: readonly { sheets: readonly [number, number]; at: Spot }[],
  from: Node,
  to: Node,
): { spots: Spot[]; length: number } | undefined {
  if (!areConnected(mazes, portals, from, to)) return undefined
  const nodes: Node[] = [from, to]
  const bySheet = new Map<number, number[]>()
  mazes.forEach((maze, sheet) => maze.corners.forEach((corner) => nodes.push({ sheet, at: corner.at, corner })))
  const twins = new Map<number, number>()
  for (const { sheets, at } of portals) {
    twins.set(nodes.length, nodes.length + 1)
    twins.set(nodes.length + 1, nodes.length)
    nodes.push({ sheet: sheets[0], at }, { sheet: sheets[1], at })
  }
  nodes.forEach(({ sheet }, index) => {
    const known = bySheet.get(sheet)
    if (known) known.push(index)
    else bySheet.set(sheet, [index])
  })
  const best = new Float64Array(nodes.length).fill(Infinity)
  const came = new Int32Array(nodes.length).fill(-1)
  const done = new Uint8Array(nodes.length)
  const far = (a: Spot, b: Spot) => Math.hypot(a[0] - b[0], a[1] - b[1])
  best[0] = 0
  for (;;) {
    let here = -1
    let least = Infinity
    for (let i = 0; i < nodes.length; i++) {
      if (done[i] || best[i] === Infinity) continue
      const hope = best[i] + far(nodes[i].at, to.at)
      if (hope < least) {
        least = hope
        here = i
      }
    }
    if (here < 0) return undefined
    if (here === 1) break
    done[here] = 1
    const { sheet, at, corner } = nodes[here]
    const twin = twins.get(here)
    if (twin !== undefined && best[here] < best[twin]) {
      best[twin] = best[here]
      came[twin] = here
    }
    for (const next of bySheet.get(sheet)!) {
      if (done[next]) continue
      const there = nodes[next]
      const reached = best[here] + far(at, there.at)
      if (reached >= best[next]) continue
      if ((corner && !isTaut(at, there.at, corner)) || (there.corner && !isTaut(at, there.at, there.corner))) continue
      if (!isStraight(mazes[sheet], at, there.at)) continue
      best[next] = reached
      came[next] = here
    }
  }
  const spots: Spot[] = []
  for (let i = 1; i >= 0; i = came[i]) spots.unshift(nodes[i].at)
  return { spots, length: best[1] }
}

/** The sheets of a place, each as shortest ways need it; kept with the place. */
export const mazesOf = memo((walkable: Walkable): Maze[] => walkable.sheets.map(({ free }) => mazeOf(free)))

/**
 * The corners of the shortest way from one spot to another, round what stands in between; both ends left out. Empty where it goes straight,
 * or where there is no way. `heights`: those of the floors at both ends (m).
 */
export function routeBetween(walkable: Walkable, a: Spot, b: Spot, heights: readonly [number, number]): Spot[] {
  const [from, to] = [sheetUnder(walkable, a, heights[0]), sheetUnder(walkable, b, heights[1])]
  if (from === undefined || to === undefined) return []
  const all = mazesOf(walkable)
  const start = nearestIn(all[from], a)
  const end = nearestIn(all[to], b)
  const way = shortest(all, walkable.portals, { sheet: from, at: start.at }, { sheet: to, at: end.at })
  if (!way) return []
  const inner = way.spots.slice(1, -1)
  return [...(start.off > 0.01 ? [start.at] : []), ...inner, ...(end.off > 0.01 ? [end.at] : [])]
}
