import { radians } from '../base'
import { channelAt, type Run } from '../engine'
import type { Lock, Point, Show, Walk } from '../show'
import { wrapped } from '../space'
import { propsAsBlocks, wallsAsBlocks } from './blocks'
import { standingAt, walkOn, type Stance } from './walker'

/** What hands want for a moment. */
export interface Hands {
  /** How much ahead and to the right, −1 to 1. */
  ahead: number
  aside: number
  runs: boolean
  jumps: boolean
  /** By how much the head turns to the left and up (degrees). */
  turns: number
  tilts: number
  /** The key that is pressed, by its name. */
  key?: string
}
/** A moment of a run that somebody lives through. */
export interface Moment {
  show: Show
  run: Run
  t: number
  player: number
}
/** Nobody looks further up or down than this (degrees). */
const STEEPEST = 85

/** The body of who walks by hand, and where their head is turned to (degrees): it goes as hands want, as far as they are free. */
export class HandBody {
  stance: Stance = standingAt([0, 0, 0])
  yaw = 0
  pitch = 0
  constructor(private readonly body: Walk['body']) {}

  standAt(at: Point, yaw: number): void {
    this.stance = standingAt(at)
    this.yaw = yaw
  }

  /** Goes on for a while (s) among what stands there at a moment. */
  go(moment: Moment, seconds: number, hands: Hands): void {
    const { show, run, t, player } = moment
    const { locks, pace } = channelAt(show, run, 'controls', t, player)
    const isFree = (what: Lock) => !locks.includes(what)
    this.turn(moment, hands)
    const { radius = show.player.radius, height = show.player.height } = this.body
    const build = { ...show.player, radius, height }
    const blocks = [...wallsAsBlocks(show.place.walls), ...propsAsBlocks(show, run, t)]
    const speed = isFree('walk') ? pace * (hands.runs ? show.player.run : show.player.walk) : 0
    const [vx, vz] = along(this.yaw, hands, speed)
    const intent = { vx, vz, jumps: hands.jumps && isFree('jump') }
    this.stance = walkOn(this.stance, intent, seconds, { floors: show.place.floors, blocks }, build)
  }

  /** Turns the head as hands want, if that isn't taken. */
  turn({ show, run, t, player }: Moment, { turns, tilts }: Pick<Hands, 'turns' | 'tilts'>): void {
    if (channelAt(show, run, 'controls', t, player).locks.includes('look')) return
    this.yaw = wrapped(this.yaw + turns)
    this.pitch = Math.min(STEEPEST, Math.max(-STEEPEST, this.pitch + tilts))
  }
}

/** How fast one goes along X and Z who goes ahead and aside, facing so (m/s); not faster aslant. */
function along(yaw: number, { ahead, aside }: Hands, speed: number): [number, number] {
  const length = Math.max(1, Math.hypot(ahead, aside))
  const [sin, cos] = [Math.sin(radians(yaw)), Math.cos(radians(yaw))]
  return [((aside * cos - ahead * sin) / length) * speed, ((-aside * sin - ahead * cos) / length) * speed]
}
