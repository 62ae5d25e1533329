import { memo } from '../base'
import type { Point, Wall } from '../show'
import { positionOn, type Piece } from './piece'
import { product, roots, sum } from './roots'
import { blocked } from './sight'
import { between, wrapped, yawOf } from './yaw'

/** Which way somebody faces on a piece: a yaw in degrees, or towards a point, which may move evenly (m/s). */
export type Facing = { yaw: number } | { at: Point; velocity?: Point }

/** What is looked for, from how near the middle of the picture (degrees in plan), and from how high the eyes are (m over the feet). */
export interface Aim {
  target: Point
  /** How the target moves, if it does (m/s). */
  velocity?: Point
  within: number
  eye: number
}

/** Who is this near to a point in plan stands on it, and neither looks at it nor faces it (m). */
export const STANDS_ON = 1e-9

/** Whether two points are one in plan. */
export const standsOn = (a: Point, b: Point): boolean => Math.hypot(a[0] - b[0], a[2] - b[2]) <= STANDS_ON

const STILL: Point = [0, 0, 0]
const isStill = (velocity: Point | undefined): boolean =>
  velocity === undefined || (velocity[0] === 0 && velocity[1] === 0 && velocity[2] === 0)

/**
 * When somebody on a piece looks at a target: spans [from, to, …] in the piece's own time. The angle is taken in plan;
 * a wall between the eyes and the target breaks it, its openings don't. Solved: between two times found here nothing changes.
 */
export function gaze(piece: Piece, facing: Facing, aim: Aim, walls: readonly Wall[]): number[] {
  const end = Number.isFinite(piece.seconds) ? piece.seconds : 1
  const stands = isStill(aim.velocity) && ('yaw' in facing || isStill(facing.velocity))
  const looking = (t: number): boolean =>
    stands
      ? looks(positionOn(piece, t), facing, aim, walls)
      : looks(alongAt(piece, t), facingWhen(facing, t), aimWhen(aim, t), walls)
  if (stands && isStill(piece.velocity)) return looking(0) ? [0, piece.seconds] : []
  if ('yaw' in facing && looksAside(piece, facing.yaw, aim, end)) return []
  const turned = [0, ...turns(piece, facing, aim, end), end].sort((a, b) => a - b)
  // Where nothing of it lies within the angle the walls don't matter.
  const facesIt = (t: number) => looks(alongAt(piece, t), facingWhen(facing, t), aimWhen(aim, t), [])
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

const along = (at: Point, velocity: Point, t: number): Point => [
  at[0] + velocity[0] * t,
  at[1] + velocity[1] * t,
  at[2] + velocity[2] * t,
]
/** Where somebody is on a piece, also past its end. */
const alongAt = ({ from, velocity }: Piece, t: number): Point => along(from, velocity, t)
/** A facing, and an aim, as they are at a time. */
const facingWhen = (facing: Facing, t: number): Facing =>
  'yaw' in facing || !facing.velocity ? facing : { at: along(facing.at, facing.velocity, t) }
const aimWhen = (aim: Aim, t: number): Aim =>
  aim.velocity ? { ...aim, target: along(aim.target, aim.velocity, t), velocity: undefined } : aim

/**
 * Whether the target stays aside of a fixed facing all along a piece, surely: seen from a straight way it turns one way only, by less than
 * half a turn, so that it is nearest to the facing at one of the ends, or where it comes across it.
 */
function looksAside({ from, velocity }: Piece, yaw: number, aim: Aim, end: number): boolean {
  const { target, within, velocity: its = STILL } = aim
  const x = target[0] - from[0]
  const z = target[2] - from[2]
  const first = wrapped(yawOf(x, z) - yaw)
  const last = wrapped(yawOf(x - (velocity[0] - its[0]) * end, z - (velocity[2] - its[2]) * end) - yaw)
  const least = Math.min(Math.abs(first), Math.abs(last))
  return least > within + 0.01 && first > 0 === last > 0 && Math.abs(first - last) < 179
}

/** Whether somebody who stands at a point and faces a way looks at the target. */
export function looks(at: Point, facing: Facing, { target, within, eye }: Aim, walls: readonly Wall[]): boolean {
  const dx = target[0] - at[0]
  const dz = target[2] - at[2]
  if (standsOn(at, target)) return false
  const yaw = 'yaw' in facing ? facing.yaw : yawOf(facing.at[0] - at[0], facing.at[2] - at[2])
  if (between(yaw, yawOf(dx, dz)) > within + 1e-9) return false
  return !blocked(walls, [at[0], at[2]], [target[0], target[2]], at[1] + eye)
}

type Line = readonly [number, number]

/** Times at which the angle to the target is just `within`: (u·v)² = |u|²|v|² cos²w, and where u·v changes sign. */
function turns(piece: Piece, facing: Facing, { target, velocity = STILL, within }: Aim, end: number): number[] {
  const cos2 = Math.cos((within * Math.PI) / 180) ** 2
  const vx: Line = [target[0] - piece.from[0], velocity[0] - piece.velocity[0]]
  const vz: Line = [target[2] - piece.from[2], velocity[2] - piece.velocity[2]]
  let ux: readonly number[]
  let uz: readonly number[]
  if ('yaw' in facing) {
    const a = (facing.yaw * Math.PI) / 180
    ux = [-Math.sin(a)]
    uz = [-Math.cos(a)]
  } else {
    const { at, velocity: its = STILL } = facing
    ux = [at[0] - piece.from[0], its[0] - piece.velocity[0]]
    uz = [at[2] - piece.from[2], its[2] - piece.velocity[2]]
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

const coversOf = memo((walls: readonly Wall[]): Cover[] => walls.map(coverOf))

/**
 * Times at which a wall's end, or the edge of an opening, comes into line with eyes and target, or eyes or target cross a wall's line,
 * or the eyes its height.
 */
function covers({ from, velocity }: Piece, aim: Aim, walls: readonly Wall[], end: number): number[] {
  const { target, eye, velocity: its = STILL } = aim
  const found: number[] = []
  const add = (t: number) => {
    if (t > 0 && t < end) found.push(t)
  }
  const solve = (constant: number, slope: number) => {
    if (slope !== 0) add(-constant / slope)
  }
  const px = from[0]
  const pz = from[2]
  const vx = velocity[0]
  const vy = velocity[1]
  const vz = velocity[2]
  const tx = target[0]
  const tz = target[2]
  const wx = its[0]
  const wz = its[2]
  const bend = wx * vz - wz * vx
  const all = coversOf(walls)
  for (let w = 0; w < all.length; w++) {
    const { x, z, dx, dz, ends, heights } = all[w]
    for (let i = 0; i < ends.length; i += 2) {
      // From the target, the wall's end and the eyes lie in one direction: a cross product of two lines in time.
      const lx = ends[i] - tx
      const lz = ends[i + 1] - tz
      const constant = lx * (pz - tz) - lz * (px - tx)
      const slope = lx * (vz - wz) - lz * (vx - wx) - (wx * (pz - tz) - wz * (px - tx))
      if (bend === 0) solve(constant, slope)
      else for (const t of roots([constant, slope, -bend], 0, end)) add(t)
    }
    solve((px - x) * dz - (pz - z) * dx, vx * dz - vz * dx)
    if (wx !== 0 || wz !== 0) solve((tx - x) * dz - (tz - z) * dx, wx * dz - wz * dx)
    if (vy !== 0) for (let i = 0; i < heights.length; i++) solve(from[1] + eye - heights[i], vy)
  }
  return found
}
