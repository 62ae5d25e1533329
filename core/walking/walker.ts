import { GRAVITY } from '../engine'
import type { Floor, Player, Point } from '../show'
import { floorHeight, insidePolygon } from '../space'
import { apart, type Block } from './blocks'

/** What is around somebody who walks. */
export interface Surroundings {
  floors: readonly Floor[]
  blocks: readonly Block[]
}
/** Where somebody stands, or falls. */
export interface Stance {
  /** Where their feet are. */
  at: Point
  /** How fast they rise (m/s), below nought while they fall. */
  rising: number
  stands: boolean
  /** Where they stood last on something: there they are put who would fall for ever. */
  safe: Point
}
/** What somebody wants for the moment: how fast to go along X and Z (m/s), and whether to jump. */
export interface Intent {
  vx: number
  vz: number
  jumps: boolean
}
/** Who walks: as wide, as high, and able to climb and jump so high (m). */
export type Build = Pick<Player, 'radius' | 'height' | 'step' | 'jump'>

export const standingAt = (at: Point): Stance => ({ at, rising: 0, stands: true, safe: at })

/** A body is at least as wide as this for what it walks against (m). */
const NARROWEST = 0.05
/** It goes no further than this at once (m), and no longer (s). */
const STRIDE = 0.08
const BEAT = 1 / 60
/** So often it is pushed out of what it walks against before it rather stays where it was. */
const PUSHES = 6
/** Nearer than this is touching (m). */
const HAIR = 1e-5
/** Who falls so far below all floors is put back (m). */
const LOST = 6

/** How fast one leaves the ground to rise so high (m/s): all of v²/2 becomes g·h. */
export const leap = (high: number): number => Math.sqrt(2 * GRAVITY * high)

/**
 * Takes somebody on by a while (s): along walls and round solid things, up and down steps and ramps, off edges, never through anything.
 * It is gone in strides shorter than the body is wide, so that it doesn't matter how long the while is or how fast they are.
 */
export function walkOn(stance: Stance, intent: Intent, seconds: number, around: Surroundings, build: Build): Stance {
  const far = Math.hypot(intent.vx, intent.vz) * seconds
  const fall = (Math.abs(stance.rising) + GRAVITY * seconds) * seconds
  const strides = Math.max(1, Math.ceil(Math.max(far / STRIDE, stance.stands ? 0 : fall / STRIDE, seconds / BEAT)))
  const near = within(around, stance, far + build.radius + STRIDE * 2, fall + build.height + build.step)
  const mover = new Mover(stance, near, build)
  if (intent.jumps) mover.jump()
  for (let i = 0; i < strides; i++) mover.stride(intent, seconds / strides)
  return mover.stance()
}

/** What of the surroundings can matter to who goes no further than this. */
function within({ floors, blocks }: Surroundings, { at: [x, y, z] }: Stance, far: number, high: number): Surroundings {
  const isNear = ({ x0, z0, x1, z1, low, high: top }: Block) =>
    x > x0 - far && x < x1 + far && z > z0 - far && z < z1 + far && top > y - high && low < y + high * 2
  return { floors, blocks: blocks.filter(isNear) }
}

class Mover {
  private x: number
  private y: number
  private z: number
  private rising: number
  private stands: boolean
  private safe: Point
  private readonly radius: number
  private readonly lowest: number
  constructor(
    { at, rising, stands, safe }: Stance,
    private readonly around: Surroundings,
    private readonly build: Build,
  ) {
    ;[this.x, this.y, this.z] = at
    this.rising = rising
    this.stands = stands
    this.safe = safe
    this.radius = Math.max(NARROWEST, build.radius)
    const { floors } = around
    // Where no floor is drawn at all, the ground is as high everywhere as where one began.
    this.lowest = floors.length === 0 ? safe[1] : Math.min(...floors.map(({ y, slopeTo }) => Math.min(y, slopeTo?.y ?? y))) - LOST // prettier-ignore
  }

  stance = (): Stance => ({ at: [this.x, this.y, this.z], rising: this.rising, stands: this.stands, safe: this.safe })

  jump(): void {
    if (!this.stands || this.build.jump === 0) return
    this.stands = false
    this.rising = leap(this.build.jump)
  }

  stride({ vx, vz }: Intent, seconds: number): void {
    if (!this.stands) this.fly(seconds)
    this.go(vx * seconds, vz * seconds)
    if (this.stands) this.settle()
    if (this.y < this.lowest) this.putBack()
  }

  private fly(seconds: number): void {
    const { height, step } = this.build
    const rise = this.rising * seconds - (GRAVITY * seconds * seconds) / 2
    this.rising -= GRAVITY * seconds
    const head = this.y + height
    let y = this.y + rise
    if (rise > 0) {
      const room = this.ceiling(head) - height
      if (y > room) {
        y = Math.max(this.y, room)
        this.rising = Math.min(0, this.rising)
      }
    }
    const ground = this.ground(this.x, this.z, this.y + (this.rising <= 0 ? step : 0))
    if (this.rising <= 0 && ground !== undefined && y <= ground) {
      y = ground
      this.land()
    }
    this.y = y
  }
  private land(): void {
    this.rising = 0
    this.stands = true
  }
  /** On the ground: up what is no higher than a step, down as far, or off an edge. */
  private settle(): void {
    const { step } = this.build
    const ground = this.ground(this.x, this.z, this.y + step)
    if (ground !== undefined && ground >= this.y - step - HAIR) {
      this.y = ground
      this.safe = [this.x, this.y, this.z]
    } else {
      this.stands = false
      this.rising = 0
    }
  }
  private putBack(): void {
    ;[this.x, this.y, this.z] = this.safe
    this.land()
  }

  /** The highest that carries a body whose middle is at a spot, of what is no higher than `most`. */
  private ground(x: number, z: number, most: number): number | undefined {
    const { floors, blocks } = this.around
    let highest: number | undefined = floors.length === 0 ? this.lowest : undefined
    const take = (y: number) => {
      if (y <= most + HAIR && (highest === undefined || y > highest)) highest = y
    }
    for (const floor of floors) if (insidePolygon(x, z, floor.outline)) take(floorHeight(floor, x, z))
    for (const block of blocks)
      if (block.high <= most + HAIR && apart(block, x, z).distance < this.radius - 2 * HAIR) take(block.high)
    return highest
  }
  /** The lowest that is over a head at a height. */
  private ceiling(head: number): number {
    const { x, z, around } = this
    let lowest = Infinity
    for (const floor of around.floors) {
      if (!insidePolygon(x, z, floor.outline)) continue
      const y = floorHeight(floor, x, z)
      if (y >= head - HAIR) lowest = Math.min(lowest, y)
    }
    for (const block of around.blocks)
      if (block.low >= head - HAIR && apart(block, x, z).distance < this.radius - 2 * HAIR) lowest = Math.min(lowest, block.low) // prettier-ignore
    return lowest
  }

  /** Whether something between two heights is in the way: higher than a step, lower than the head. */
  private isInTheWay(low: number, high: number): boolean {
    return high > this.y + this.build.step + HAIR && low < this.y + this.build.height - HAIR
  }
  private go(dx: number, dz: number): void {
    const blocks = this.around.blocks.filter(({ low, high }) => this.isInTheWay(low, high))
    // How deep it is in something already, as that has come to it: it may always get out.
    const before = blocks.map((block) => Math.min(0, apart(block, this.x, this.z).distance - this.radius))
    const most = Math.max(STRIDE, Math.hypot(dx, dz))
    if (dx === 0 && dz === 0 && before.every((deep) => deep > -HAIR)) return
    for (const [ax, az] of [
      [dx, dz],
      [dx, 0],
      [0, dz],
      [0, 0],
    ] as const) {
      const to = this.noFarther(this.pushedOut(blocks, this.x + ax, this.z + az), most)
      const isFree = blocks.every((block, i) => apart(block, ...to).distance - this.radius >= Math.min(before[i], -HAIR)) // prettier-ignore
      if (!isFree || this.isUnderFloor(...to)) continue
      ;[this.x, this.z] = to
      return
    }
  }
  private noFarther([x, z]: [number, number], most: number): [number, number] {
    const share = Math.min(1, most / (Math.hypot(x - this.x, z - this.z) || 1))
    return [this.x + (x - this.x) * share, this.z + (z - this.z) * share]
  }
  private pushedOut(blocks: readonly Block[], x: number, z: number): [number, number] {
    for (let n = 0; n < PUSHES; n++) {
      let isFree = true
      for (const block of blocks) {
        const { distance, out } = apart(block, x, z)
        if (distance >= this.radius) continue
        isFree = false
        x += out[0] * (this.radius - distance)
        z += out[1] * (this.radius - distance)
      }
      if (isFree) break
    }
    return [x, z]
  }
  /** Whether a floor that is too high to step on and too low to stand under begins at a spot. */
  private isUnderFloor(x: number, z: number): boolean {
    return this.around.floors.some((floor) => {
      const isOver = (px: number, pz: number) => {
        if (!insidePolygon(px, pz, floor.outline)) return false
        const y = floorHeight(floor, px, pz)
        return this.isInTheWay(y, y)
      }
      return isOver(x, z) && !isOver(this.x, this.z)
    })
  }
}
