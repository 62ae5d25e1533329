import { memo, itemAt } from '~~/core/base'
import { positionAt, type Run } from '~~/core/engine'
import { COLOURS } from '~/canvas/colours'
import type { Picture, Sight } from './sight'
import type { Spot } from '~~/core/show'

export interface Ways {
  walks: string[]
  paths: Run['paths']
  length: number
}
/** A walk as dots: where its body is at each second. */
export interface Dots {
  id: string
  xs: Float64Array
  zs: Float64Array
}

export const dotsOf = memo((ways: Ways): Dots[] =>
  ways.paths.map((path, index) => {
    const seconds = Math.floor(ways.length) + 1
    const xs = new Float64Array(seconds)
    const zs = new Float64Array(seconds)
    for (let t = 0; t < seconds; t++) [xs[t], , zs[t]] = positionAt(path, t)
    return { id: itemAt(ways.walks, index), xs, zs }
  }),
)

const spotIn = (xs: Float64Array, zs: Float64Array, t: number): Spot => [xs[t] ?? 0, zs[t] ?? 0]

/** Dots of one look: none nearer to the one drawn before than they are wide. */
function addDots(to: Picture, { xs, zs }: Dots, every: number, skip: number, radius: number): void {
  let lastX = Infinity
  let lastZ = Infinity
  for (let t = 0; t < xs.length; t += every) {
    if (skip > 0 && t % skip === 0) continue
    const [x, z] = spotIn(xs, zs, t)
    if (Math.abs(x - lastX) < radius * 2 && Math.abs(z - lastZ) < radius * 2) continue
    lastX = x
    lastZ = z
    to.moveTo(x + radius, z)
    to.arc(x, z, radius, 0, 2 * Math.PI)
  }
}

/** The walks as dots, so that pace is seen as spacing: one small a second, one large every ten. */
export function paintDots(to: Picture, all: readonly Dots[], player: number, { scale }: Sight): void {
  const pixel = 1 / scale
  to.fillStyle = COLOURS.lamp
  all.forEach((dots, index) => {
    to.globalAlpha = (index === player ? 1 : 0.45) * 0.8
    // A long walk seen from far away has more dots than pixels: then only each tenth second.
    if (dots.xs.length < 4000 || scale > 20) {
      to.beginPath()
      addDots(to, dots, 1, 10, 1.2 * pixel)
      to.fill()
    }
    to.globalAlpha = index === player ? 1 : 0.45
    to.beginPath()
    addDots(to, dots, 10, 0, 2.8 * pixel)
    to.fill()
  })
  to.globalAlpha = 1
}

/** Which walk goes by a spot, no further off than `near` (m). */
export function walkBy(all: readonly Dots[], x: number, z: number, near: number): string | undefined {
  for (const { id, xs, zs } of all)
    for (let t = 0; t + 1 < xs.length; t++) {
      const [fromX, fromZ] = spotIn(xs, zs, t)
      const [toX, toZ] = spotIn(xs, zs, t + 1)
      const [dx, dz] = [toX - fromX, toZ - fromZ]
      const long = dx * dx + dz * dz
      // Further than anybody walks in a second: that was a move.
      if (long > 400) continue
      const u = long === 0 ? 0 : Math.min(1, Math.max(0, ((x - fromX) * dx + (z - fromZ) * dz) / long))
      if (Math.hypot(x - fromX - u * dx, z - fromZ - u * dz) <= near) return id
    }
  return undefined
}
