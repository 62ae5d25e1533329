import type { Spot, Wall } from '../show'
import { wallStretches } from './wall-stretches'

/** What is seen from a spot is told by so many rays at the least all round, and by two beside each corner this far apart (radians). */
const ROUND = 96
const ASIDE = 1e-4

/** The stretches of walls that stop sight at a height: their openings there let it through. */
const stopping = (walls: readonly Wall[], height: number): [Spot, Spot][] =>
  walls.flatMap((wall) => {
    const up = height - wall.y
    if (up < 0 || up > wall.height) return []
    return wallStretches(
      wall,
      wall.openings.filter(({ sill, height }) => up >= sill && up <= sill + height),
    )
  })

/** How far a ray goes before it meets a stretch of wall; infinite where it doesn't. */
function until(x: number, z: number, dx: number, dz: number, [a, b]: [Spot, Spot]): number {
  const [ex, ez] = [b[0] - a[0], b[1] - a[1]]
  const across = dx * ez - dz * ex
  if (across === 0) return Infinity
  const [px, pz] = [a[0] - x, a[1] - z]
  const far = (px * ez - pz * ex) / across
  const share = (px * dz - pz * dx) / across
  return far > 0 && share >= 0 && share <= 1 ? far : Infinity
}

/**
 * What can be seen from a spot at a height, as an outline in plan: no farther than `reach` (m), between walls. With a `cone` only so many
 * degrees about a yaw; then the spot is a corner of the outline.
 */
export function visibleFrom(
  [x, z]: Spot,
  walls: readonly Wall[],
  height: number,
  reach: number,
  cone?: { yaw: number; degrees: number },
): Spot[] {
  const stretches = stopping(walls, height).filter(([a, b]) => isNear(x, z, a, b, reach))
  // Angles from the middle of what is looked at; a yaw of 0 faces −Z.
  const ahead = cone ? -Math.PI / 2 - (cone.yaw * Math.PI) / 180 : 0
  const half = cone ? Math.min(Math.PI, (cone.degrees / 2) * (Math.PI / 180)) : Math.PI
  const turns = Array.from({ length: ROUND + 1 }, (_, i) => -half + (2 * half * i) / ROUND)
  for (const stretch of stretches)
    for (const [cx, cz] of stretch) {
      const turn = Math.atan2(cz - z, cx - x) - ahead
      const about = Math.atan2(Math.sin(turn), Math.cos(turn))
      for (const each of [about - ASIDE, about, about + ASIDE]) if (Math.abs(each) <= half) turns.push(each)
    }
  turns.sort((a, b) => a - b)
  const outline = turns.map((turn): Spot => {
    const [dx, dz] = [Math.cos(ahead + turn), Math.sin(ahead + turn)]
    const far = stretches.reduce((least, stretch) => Math.min(least, until(x, z, dx, dz, stretch)), reach)
    return [x + dx * far, z + dz * far]
  })
  return cone && half < Math.PI ? [[x, z], ...outline] : outline
}

function isNear(x: number, z: number, a: Spot, b: Spot, reach: number): boolean {
  return (
    Math.min(a[0], b[0]) <= x + reach &&
    Math.max(a[0], b[0]) >= x - reach &&
    Math.min(a[1], b[1]) <= z + reach &&
    Math.max(a[1], b[1]) >= z - reach
  )
}
