import { thousandths } from '../base'
import type { Spot } from '../show'
import { distanceToSegment, floorHeight, insidePolygon, wallLength } from '../space'
import type { FoundFloor } from './floors'
import type { Triangles } from './mesh'
import { cutAt, type Stretch } from './section'

/** A wall that a section shows, with the gaps in it. */
export interface FoundWall {
  from: Spot
  to: Spot
  y: number
  height: number
  thickness: number
  openings: { at: number; width: number; sill: number; height: number }[]
}

/** Shorter stretches are no walls, thicker pairs no wall's two sides; what has no other side is a sheet (m). */
const SHORTEST = 0.3
const THICKEST = 0.7
const SHEET = 0.05
/** Gaps this wide between walls of one line are openings (m). */
const GAP = { least: 0.5, most: 3.2 }
/** Of a wall's two sides this share must lie beside each other. */
const BESIDE = 0.5
/** The leaf of a door (m): no thicker, wider, higher; hung no further from where its opening begins. */
const LEAF = { thickest: 0.09, widest: 1.6, highest: 2.6, near: 0.25 }
/** What is lower than this is no wall (m); a step is no higher than that over its ramp. */
const LOWEST = 1
const STEP = 0.45

interface Half extends Stretch {
  ux: number
  uz: number
  a: number
  b: number
  off: number
}
function halfOf(stretch: Stretch): Half {
  const { from, to } = stretch
  const length = Math.hypot(to[0] - from[0], to[1] - from[1])
  let [ux, uz] = [(to[0] - from[0]) / length, (to[1] - from[1]) / length]
  if (ux < -1e-6 || (Math.abs(ux) <= 1e-6 && uz < 0)) [ux, uz] = [-ux, -uz]
  const [a, b] = [from[0] * ux + from[1] * uz, to[0] * ux + to[1] * uz]
  return { ...stretch, ux, uz, a: Math.min(a, b), b: Math.max(a, b), off: from[0] * uz - from[1] * ux }
}

interface Middle {
  ux: number
  uz: number
  off: number
  a: number
  b: number
  thickness: number
  low: number
  high: number
}

/**
 * Walls in the straight stretches of a section at the height `cut` (m) of a mesh: two sides beside each other are one wall, walls on a line
 * with a gap one with an opening, as low and as high as the mesh leaves it open.
 */
export function wallsIn(stretches: readonly Stretch[], cut: number, mesh: Triangles): FoundWall[] {
  const halves = stretches
    .map(halfOf)
    .filter(({ a, b, low, high }) => b - a >= SHORTEST && high - low >= LOWEST)
    .sort((one, other) => other.b - other.a - (one.b - one.a))
  const middles = pairs(halves)
  const leaves = leavesOf(middles)
  const walls = middles.filter((middle) => !leaves.includes(middle))
  return onLines(walls).map((line) => wallOf(line, cut, leaves.length > 0 ? withoutLeaves(mesh, leaves) : mesh))
}

/** The leaves of doors: as thin and as large as one, and with an end where an opening begins or ends. */
function leavesOf(middles: readonly Middle[]): Middle[] {
  const isLike = ({ thickness, a, b, low, high }: Middle) =>
    thickness <= LEAF.thickest && b - a >= GAP.least && b - a <= LEAF.widest && high - low <= LEAF.highest
  const like = middles.filter(isLike)
  if (like.length === 0) return []
  const jambs = onLines(middles.filter((middle) => !isLike(middle))).flatMap((line) =>
    line.slice(1).flatMap((next, i) => [spotOn(line[i], line[i].b), spotOn(next, next.a)]),
  )
  const isAtJamb = ([x, z]: Spot) => jambs.some(([jx, jz]) => Math.hypot(jx - x, jz - z) <= LEAF.near)
  return like.filter((leaf) => isAtJamb(spotOn(leaf, leaf.a)) || isAtJamb(spotOn(leaf, leaf.b)))
}
const spotOn = ({ ux, uz, off }: Middle, along: number): Spot => [along * ux + off * uz, along * uz - off * ux]

/** A mesh less the leaves of its doors: what is open when they are. */
function withoutLeaves({ positions, indices }: Triangles, leaves: readonly Middle[]): Triangles {
  const isIn = ({ ux, uz, off, a, b, thickness }: Middle, at: number) => {
    const [x, z] = [positions[at], positions[at + 2]]
    const [along, aside] = [x * ux + z * uz, x * uz - z * ux]
    return along > a - 0.02 && along < b + 0.02 && Math.abs(aside - off) < thickness / 2 + 0.02
  }
  const kept: number[] = []
  for (let i = 0; i < indices.length; i += 3) {
    const corners = [indices[i], indices[i + 1], indices[i + 2]]
    if (!leaves.some((leaf) => corners.every((corner) => isIn(leaf, corner * 3)))) kept.push(...corners)
  }
  return { positions, indices: Uint32Array.from(kept) }
}

/** Walls but those that were found twice, at two heights: what lies along another, at its height, is that one again. */
export function withoutTwins(walls: readonly FoundWall[]): FoundWall[] {
  const kept: FoundWall[] = []
  for (const wall of [...walls].sort((one, other) => wallLength(other) - wallLength(one))) {
    const isTwin = kept.some((other) => {
      const near = Math.max(wall.thickness, other.thickness) / 2 + 0.03
      const beside = [wall.from, wall.to].every(([x, z]) => distanceToSegment(x, z, other.from, other.to) <= near)
      const shared = Math.min(wall.y + wall.height, other.y + other.height) - Math.max(wall.y, other.y)
      return beside && shared > wall.height / 2
    })
    if (!isTwin) kept.push(wall)
  }
  return kept
}

function pairs(halves: readonly Half[]): Middle[] {
  const middles: Middle[] = []
  /** What of each half is already a side of a wall. */
  const used = new Set<Half>()
  for (const half of halves) {
    if (used.has(half)) continue
    let best: Half | undefined
    for (const other of halves) {
      if (other === half || used.has(other)) continue
      if (Math.abs(half.ux * other.uz - half.uz * other.ux) > 0.02) continue
      const apart = Math.abs(half.off - other.off)
      if (apart < 0.01 || apart > THICKEST) continue
      const beside = Math.min(half.b, other.b) - Math.max(half.a, other.a)
      if (beside < BESIDE * Math.min(half.b - half.a, other.b - other.a) || beside < SHORTEST / 2) continue
      if (!best || apart < Math.abs(half.off - best.off)) best = other
    }
    used.add(half)
    const { ux, uz, low, high } = half
    if (!best) {
      middles.push({ ux, uz, off: half.off, a: half.a, b: half.b, thickness: SHEET, low, high })
      continue
    }
    used.add(best)
    middles.push({
      ux,
      uz,
      off: (half.off + best.off) / 2,
      a: Math.min(half.a, best.a),
      b: Math.max(half.b, best.b),
      thickness: Math.abs(half.off - best.off),
      low: Math.min(low, best.low),
      high: Math.max(high, best.high),
    })
  }
  // The ends of walls are thin faces across them: what lies wholly within another wall's thickness is no wall.
  return middles.filter(
    (middle) =>
      middle.b - middle.a > THICKEST ||
      !middles.some(
        (other) =>
          other !== middle &&
          other.thickness > SHEET &&
          Math.abs(other.thickness - (middle.b - middle.a)) < 0.03 &&
          isEndOf(middle, other),
      ),
  )
}
function isEndOf(small: Middle, wall: Middle): boolean {
  const m = (small.a + small.b) / 2
  const x = m * small.ux + small.off * small.uz
  const z = m * small.uz - small.off * small.ux
  const along = x * wall.ux + z * wall.uz
  const off = x * wall.uz - z * wall.ux
  return Math.abs(off - wall.off) < 0.05 && along > wall.a - 0.1 && along < wall.b + 0.1
}

/** Walls on one line, near enough to each other to be one with openings. */
function onLines(middles: readonly Middle[]): Middle[][] {
  const left = [...middles].sort((one, other) => one.a - other.a)
  const lines: Middle[][] = []
  while (left.length > 0) {
    const line = [left.shift()!]
    for (let i = 0; i < left.length;) {
      const last = line[line.length - 1]
      const next = left[i]
      const gap = next.a - last.b
      const isOn =
        Math.abs(last.ux * next.uz - last.uz * next.ux) < 0.02 &&
        Math.abs(last.off - next.off) < 0.03 &&
        Math.abs(last.thickness - next.thickness) < 0.03 &&
        Math.abs(last.low - next.low) < 0.3
      if (isOn && gap >= GAP.least && gap <= GAP.most) {
        line.push(next)
        left.splice(i, 1)
        i = 0
      } else i++
    }
    lines.push(line)
  }
  return lines
}

function wallOf(line: readonly Middle[], cut: number, mesh: Triangles): FoundWall {
  const [first] = line
  const last = line[line.length - 1]
  const spot = (d: number): Spot => {
    const [x, z] = spotOn(first, d)
    return [thousandths(x), thousandths(z)]
  }
  const low = Math.min(...line.map((middle) => middle.low))
  const high = Math.max(...line.map((middle) => middle.high))
  return {
    from: spot(first.a),
    to: spot(last.b),
    y: thousandths(low),
    height: thousandths(high - low),
    thickness: thousandths(first.thickness),
    openings: line.slice(1).map((next, i) => {
      const width = next.a - line[i].b
      const middle = spot((line[i].b + next.a) / 2)
      const near = Math.min(0.4, width / 2 - 0.05)
      const [foot, head] = openAt(mesh, middle, near, cut, [low, high])
      return {
        at: thousandths(line[i].b - first.a),
        width: thousandths(width),
        sill: thousandths(foot - low),
        height: thousandths(head - foot),
      }
    }),
  }
}

/** How far down and up from a height a mesh leaves it open around a spot, within a range: where it is cut, nothing lies `near` (m). */
function openAt(
  mesh: Triangles,
  spot: Spot,
  near: number,
  height: number,
  [low, high]: [number, number],
): [number, number] {
  const around = trianglesNear(mesh, spot, near)
  // Between two heights at which it has corners a mesh is cut in the same way.
  const heights = new Set([low, high, height])
  for (const index of around.indices) heights.add(thousandths(around.positions[index * 3 + 1]))
  const steps = [...heights].filter((y) => y >= low && y <= high).sort((a, b) => a - b)
  const isClosed = (a: number, b: number) => {
    const { ends } = cutAt(around, (a + b) / 2)
    for (let i = 0; i < ends.length; i += 4)
      if (distanceToSegment(spot[0], spot[1], [ends[i], ends[i + 1]], [ends[i + 2], ends[i + 3]]) < near) return true
    return false
  }
  const at = steps.indexOf(height)
  let [foot, head] = [at, at]
  while (foot > 0 && !isClosed(steps[foot - 1], steps[foot])) foot--
  while (head < steps.length - 1 && !isClosed(steps[head], steps[head + 1])) head++
  return [steps[foot], steps[head]]
}
function trianglesNear({ positions, indices }: Triangles, [x, z]: Spot, near: number): Triangles {
  const kept: number[] = []
  for (let i = 0; i < indices.length; i += 3) {
    const [a, b, c] = [indices[i] * 3, indices[i + 1] * 3, indices[i + 2] * 3]
    if (Math.min(positions[a], positions[b], positions[c]) > x + near) continue
    if (Math.max(positions[a], positions[b], positions[c]) < x - near) continue
    if (Math.min(positions[a + 2], positions[b + 2], positions[c + 2]) > z + near) continue
    if (Math.max(positions[a + 2], positions[b + 2], positions[c + 2]) < z - near) continue
    kept.push(indices[i], indices[i + 1], indices[i + 2])
  }
  return { positions, indices: Uint32Array.from(kept) }
}

/** Walls but those that are steps of a stair, which is a ramp: what stands on one and is hardly higher. */
export function withoutSteps(walls: readonly FoundWall[], floors: readonly FoundFloor[]): FoundWall[] {
  const ramps = floors.filter(({ slopeTo }) => slopeTo)
  return walls.filter(({ from, to, y, height }) => {
    const [x, z] = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2]
    return !ramps.some((ramp) => insidePolygon(x, z, ramp.outline) && y + height < floorHeight(ramp, x, z) + STEP)
  })
}
