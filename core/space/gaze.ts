import type { Point, Wall } from '../show/types'
import { positionOn, type Piece } from './piece'
import { product, roots, sum } from './roots'
import { blocked } from './sight'
import { between, wrapped, yawOf } from './yaw'

/** Which way somebody faces on a piece: a yaw in degrees, or towards a point. */
export type Facing = { yaw: number } | { at: Point }

/** What is looked for, from how near the middle of the picture (degrees in plan), and from how high the eyes are (m over the feet). */
export interface Aim {
  target: Point
  within: number
  eye: number
}

/**
 * When somebody on a piece looks at a target: spans [from, to, …] in the piece's own time. The angle is taken in plan;
 * a wall between the eyes and the target breaks it, its openings don't. Solved: between two times found here nothing changes.
 */
export function gaze(piece: Piece, facing: Facing, aim: Aim, walls: readonly Wall[]): number[] {
  const end = Number.isFinite(piece.seconds) ? piece.seconds : 1
  const looking = (t: number): boolean => looks(positionOn(piece, t), facing, aim, walls)
  const still = piece.velocity[0] === 0 && piece.velocity[1] === 0 && piece.velocity[2] === 0
  if (still) return looking(0) ? [0, piece.seconds] : []
  if ('yaw' in facing && looksAside(piece, facing.yaw, aim, end)) return []
  const turned = [0, ...turns(piece, facing, aim, end), end].sort((a, b) => a - b)
  // Where nothing of it lies within the angle the walls don't matter.
  const facesIt = (t: number) => looks(positionOn(piece, t), facing, aim, [])
  if (!turned.some((t, i) => i > 0 && t - turned[i - 1] >= 1e-12 && facesIt((turned[i - 1] + t) / 2))) return []
  const cuts = [...turned, ...covers(piece, aim, walls, end)].sort((a, b) => a - b)
  const spans: number[] = []
  for (let i = 1; i < cuts.length; i++) {
    if (cuts[i] - cuts[i - 1] < 1e-12 || !looking((cuts[i - 1] + cuts[i]) / 2)) continue
    if (spans.length > 0 && cuts[i - 1] - spans[spans.length - 1] < 1e-9) spans[spans.length - 1] = cuts[i]
    else spans.push(cuts[i - 1], cuts[i])
  }
  return spans
}

/**
 * Whether the target stays aside of a fixed facing all along a piece, surely: seen from a straight way it turns one way only, by less than
 * half a turn, so that it is nearest to the facing at one of the ends, or where it comes across it.
 */
function looksAside({ from, velocity }: Piece, yaw: number, { target, within }: Aim, end: number): boolean {
  const x = target[0] - from[0]
  const z = target[2] - from[2]
  const first = wrapped(yawOf(x, z) - yaw)
  const last = wrapped(yawOf(x - velocity[0] * end, z - velocity[2] * end) - yaw)
  const least = Math.min(Math.abs(first), Math.abs(last))
  return least > within + 0.01 && first > 0 === last > 0 && Math.abs(first - last) < 179
}

/** Whether somebody who stands at a point and faces a way looks at the target. */
export function looks(at: Point, facing: Facing, { target, within, eye }: Aim, walls: readonly Wall[]): boolean {
  const dx = target[0] - at[0]
  const dz = target[2] - at[2]
  if (dx === 0 && dz === 0) return true
  const yaw = 'yaw' in facing ? facing.yaw : yawOf(facing.at[0] - at[0], facing.at[2] - at[2])
  if (between(yaw, yawOf(dx, dz)) > within + 1e-9) return false
  return !blocked(walls, [at[0], at[2]], [target[0], target[2]], at[1] + eye)
}

type Line = readonly [number, number]

/** Times at which the angle to the target is just `within`: (u·v)² = |u|²|v|² cos²w, and where u·v changes sign. */
function turns(piece: Piece, facing: Facing, { target, within }: Aim, end: number): number[] {
  const cos2 = Math.cos((within * Math.PI) / 180) ** 2
  const vx: Line = [target[0] - piece.from[0], -piece.velocity[0]]
  const vz: Line = [target[2] - piece.from[2], -piece.velocity[2]]
  let ux: readonly number[]
  let uz: readonly number[]
  if ('yaw' in facing) {
    const a = (facing.yaw * Math.PI) / 180
    ux = [-Math.sin(a)]
    uz = [-Math.cos(a)]
  } else {
    ux = [facing.at[0] - piece.from[0], -piece.velocity[0]]
    uz = [facing.at[2] - piece.from[2], -piece.velocity[2]]
  }
  const dot = sum(product(ux, vx), product(uz, vz))
  const lengths = product(sum(product(ux, ux), product(uz, uz)), sum(product(vx, vx), product(vz, vz)))
  return [...roots(sum(product(dot, dot), lengths, -cos2), 0, end), ...roots(dot, 0, end)]
}

/** What a wall covers in plan and up: its line, the ends of it and of its openings on that line, and the heights at which it and they begin and end. */
interface Cover {
  x: number
  z: number
  dx: number
  dz: number
  /** x and z of each. */
  ends: number[]
  heights: number[]
}

function coverOf({ from, to, y, height, openings }: Wall): Cover {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]) || 1
  const dx = (to[0] - from[0]) / length
  const dz = (to[1] - from[1]) / length
  const along = [0, length, ...openings.flatMap((o) => [o.at, o.at + o.width])]
  return {
    x: from[0],
    z: from[1],
    dx,
    dz,
    ends: along.flatMap((d) => [from[0] + dx * d, from[1] + dz * d]),
    heights: [y, y + height, ...openings.flatMap((o) => [y + o.sill, y + o.sill + o.height])],
  }
}

const known = new WeakMap<readonly Wall[], Cover[]>()
function coversOf(walls: readonly Wall[]): Cover[] {
  let all = known.get(walls)
  if (!all) known.set(walls, (all = walls.map(coverOf)))
  return all
}

/** Times at which a wall's end, or the edge of an opening, comes into line with eyes and target, or the eyes cross its line or its height. */
function covers({ from, velocity }: Piece, { target, eye }: Aim, walls: readonly Wall[], end: number): number[] {
  const found: number[] = []
  const solve = (constant: number, slope: number) => {
    if (slope === 0) return
    const t = -constant / slope
    if (t > 0 && t < end) found.push(t)
  }
  const px = from[0]
  const pz = from[2]
  const vx = velocity[0]
  const vy = velocity[1]
  const vz = velocity[2]
  const tx = target[0]
  const tz = target[2]
  const all = coversOf(walls)
  for (let w = 0; w < all.length; w++) {
    const { x, z, dx, dz, ends, heights } = all[w]
    for (let i = 0; i < ends.length; i += 2) {
      const lx = ends[i] - tx
      const lz = ends[i + 1] - tz
      solve(lx * (pz - tz) - lz * (px - tx), lx * vz - lz * vx)
    }
    solve((px - x) * dz - (pz - z) * dx, vx * dz - vz * dx)
    if (vy !== 0) for (let i = 0; i < heights.length; i++) solve(from[1] + eye - heights[i], vy)
  }
  return found
}
