import ClipperLib from 'clipper-lib'
import type { Spot } from '../show'

/** A region of the plan: outlines and holes, told apart by which way they turn. */
export type Region = Spot[][]

/** Clipper works on whole numbers: so many to the metre. */
const SCALE = 10_000
/** Round corners are drawn as straight pieces that lie inside the true arc by no more than this (m). */
export const ARC_ERROR = 0.005

interface IntPoint {
  X: number
  Y: number
}
type Path = IntPoint[]
const toPath = (outline: readonly Spot[]): Path =>
  outline.map(([x, z]) => ({ X: Math.round(x * SCALE), Y: Math.round(z * SCALE) }))
const toPaths = (region: readonly (readonly Spot[])[]): Path[] => region.map(toPath)
const toRegion = (paths: Path[]): Region => paths.map((path) => path.map(({ X, Y }): Spot => [X / SCALE, Y / SCALE]))

type Operation = 'union' | 'difference' | 'intersection'
const TYPES: { [operation in Operation]: number } = {
  union: ClipperLib.ClipType.ctUnion,
  difference: ClipperLib.ClipType.ctDifference,
  intersection: ClipperLib.ClipType.ctIntersection,
}

function clipped(operation: Operation, subject: Path[], other: Path[]): Path[] {
  const clipper = new ClipperLib.Clipper()
  clipper.AddPaths(subject, ClipperLib.PolyType.ptSubject, true)
  if (other.length > 0) clipper.AddPaths(other, ClipperLib.PolyType.ptClip, true)
  const result: Path[] = []
  const filled = ClipperLib.PolyFillType.pftNonZero
  clipper.Execute(TYPES[operation], result, filled, filled)
  return result
}

/** Outlines that may be given either way round, as filled areas. */
const filled = (outlines: readonly (readonly Spot[])[]): Path[] =>
  toPaths(outlines).map((path) => (ClipperLib.Clipper.Orientation(path) ? path : path.reverse()))

/** What any of these outlines covers. */
export const unionOf = (outlines: readonly (readonly Spot[])[]): Region =>
  toRegion(clipped('union', filled(outlines), []))
/** What any of some regions covers. */
export const joined = (regions: readonly Region[]): Region => toRegion(clipped('union', toPaths(regions.flat()), []))
/** What a region covers and another doesn’t. */
export const without = (region: Region, taken: Region): Region =>
  region.length === 0 || taken.length === 0 ? region : toRegion(clipped('difference', toPaths(region), toPaths(taken)))
/** What both of two regions cover. */
export const common = (a: Region, b: Region): Region => toRegion(clipped('intersection', toPaths(a), toPaths(b)))

/**
 * A region grown by so much on every side (m), or shrunk. Round corners keep to the true distance but for ARC_ERROR; sharp ones go on to where
 * the sides meet, up to twice the distance.
 */
export function grown(region: Region, by: number, corners: 'round' | 'sharp' = 'round'): Region {
  if (by === 0 || region.length === 0) return region
  const offset = new ClipperLib.ClipperOffset(2, ARC_ERROR * SCALE)
  const join = corners === 'round' ? ClipperLib.JoinType.jtRound : ClipperLib.JoinType.jtMiter
  offset.AddPaths(toPaths(region), join, ClipperLib.EndType.etClosedPolygon)
  const result: Path[] = []
  offset.Execute(result, by * SCALE)
  return toRegion(result)
}

/** A region's pieces that hang together: each an outline with the holes in it. */
export function piecesOf(region: Region): Region[] {
  const clipper = new ClipperLib.Clipper()
  clipper.AddPaths(toPaths(region), ClipperLib.PolyType.ptSubject, true)
  const tree = new ClipperLib.PolyTree()
  const rule = ClipperLib.PolyFillType.pftNonZero
  clipper.Execute(ClipperLib.ClipType.ctUnion, tree, rule, rule)
  const pieces: Region[] = []
  interface Node {
    Contour(): Path
    Childs(): Node[]
  }
  const outer = (nodes: Node[]): void => {
    for (const node of nodes) {
      const holes = node.Childs()
      pieces.push(toRegion([node.Contour(), ...holes.map((hole) => hole.Contour())]))
      for (const hole of holes) outer(hole.Childs())
    }
  }
  outer((tree as unknown as Node).Childs())
  return pieces
}

/** The area of a region (m²). */
export const areaOf = (region: Region): number =>
  region.reduce((sum, outline) => {
    let twice = 0
    outline.forEach(([x, z], i) => {
      const [nx, nz] = outline[(i + 1) % outline.length]
      twice += x * nz - nx * z
    })
    return sum + twice / 2
  }, 0)

/** Whether a spot lies in a region (even-odd). */
export function isInRegion(region: Region, x: number, z: number): boolean {
  let inside = false
  for (const outline of region)
    for (let i = 0, j = outline.length - 1; i < outline.length; j = i++) {
      const [xi, zi] = outline[i]
      const [xj, zj] = outline[j]
      if (zi > z !== zj > z && x < ((xj - xi) * (z - zi)) / (zj - zi) + xi) inside = !inside
    }
  return inside
}
