import { radians } from '../base'
import {
  channelAt,
  createRun,
  facingAt,
  positionAt,
  RunError,
  walksOf,
  type LiveRun,
  type Participant,
  type Run,
  type RunEvent,
} from '../engine'
import type { Lock, Point, Show, Walk } from '../show'
import { wrapped } from '../space'
import { propsAsBlocks, wallsAsBlocks } from './blocks'
import { recorded, samplesOf, type Recorded } from './record'
import type { Sample } from './simplify'
import { Told } from './told'
import { standingAt, walkOn, type Stance } from './walker'

/** Who walks in, with which others, by which luck, and from where: a time of their walk (s), or a spot at the run's begin. */
export interface Beginning {
  seed: number
  /** The walks of the run by their ids, in its order, and which of them is walked by hand. */
  walks: readonly string[]
  player: number
  from: { t: number } | { at: Point; yaw: number }
}
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
/** Nobody looks further up or down than this (degrees). */
const STEEPEST = 85
/** A moment that took longer than this is no more than this: a page that slept doesn't walk on (s). */
const LONGEST = 0.25

/** A live run that somebody walks in, from a beginning on; it can be gone back in, and goes on where the show has changed. */
export class WalkIn {
  /** How far the run has come (s). */
  t = 0
  /** Where the head is turned up to (degrees). */
  pitch = 0
  yaw = 0
  stance: Stance = standingAt([0, 0, 0])
  /** All that has happened, in order. */
  events: RunEvent[] = []
  private walk!: Walk
  private live!: LiveRun
  private run!: Run
  private readonly told = new Told()

  /** The show must have been prepared. */
  constructor(
    private show: Show,
    private readonly beginning: Beginning,
  ) {
    this.begin()
    this.tell(this.t, undefined)
  }

  /** The run as it is now; what it holds goes on being written. */
  get now(): Run {
    return this.run
  }
  get played(): Show {
    return this.show
  }
  get player(): number {
    return this.beginning.player
  }
  /** Since when it is walked by hand (s of the run). */
  get since(): number {
    return this.told.timeOf(0)
  }
  /** The run from its begin up to where it is taken over. */
  private begin(): void {
    const { seed, player, from } = this.beginning
    const walks = walksOf(this.show, this.beginning.walks)
    if (!walks[player]) throw new RunError('Nobody walks in this run: draw a walk, or choose one, first')
    this.walk = walks[player]
    const { id, body } = this.walk
    const isTakenOver = 't' in from
    const who = walks.map((walk, i): Participant =>
      i !== player ? walk : isTakenOver ? { takenOver: walk } : { id, body },
    )
    this.live = createRun(this.show, seed, who)
    this.events = []
    this.t = isTakenOver ? from.t : 0
    const { at, yaw } = isTakenOver ? asPose(this.live.takeOver(id, from.t)) : from
    this.stance = standingAt(at)
    this.yaw = yaw
  }

  /** Goes on by a while (s) as hands want. Gives what has happened. */
  step(seconds: number, hands: Hands): RunEvent[] {
    const { show, player } = this
    const { locks, pace } = channelAt(show, this.run, 'controls', this.t, player)
    const isFree = (what: Lock) => !locks.includes(what)
    this.turn(hands)
    const spent = Math.min(seconds, LONGEST)
    const { body } = this.walk
    const build = {
      ...show.player,
      radius: body.radius ?? show.player.radius,
      height: body.height ?? show.player.height,
    }
    const blocks = [...wallsAsBlocks(show.place.walls), ...propsAsBlocks(show, this.run, this.t)]
    const speed = isFree('walk') ? pace * (hands.runs ? show.player.run : show.player.walk) : 0
    const [vx, vz] = along(this.yaw, hands, speed)
    const intent = { vx, vz, jumps: hands.jumps && isFree('jump') }
    this.stance = walkOn(this.stance, intent, spent, { floors: show.place.floors, blocks }, build)
    this.t += spent
    return this.tell(this.t, hands.key)
  }

  /** Turns the head as hands want, if that isn't taken. */
  turn({ turns, tilts }: Pick<Hands, 'turns' | 'tilts'>): void {
    if (channelAt(this.show, this.run, 'controls', this.t, this.player).locks.includes('look')) return
    this.yaw = wrapped(this.yaw + turns)
    this.pitch = Math.min(STEEPEST, Math.max(-STEEPEST, this.pitch + tilts))
  }

  private tell(t: number, key: string | undefined): RunEvent[] {
    this.told.add(t, this.stance.at, this.yaw, key)
    return this.feed(this.told.count - 1)
  }
  /** Tells the run again what it was told, and takes over what happens to whoever walks. */
  private feed(index: number): RunEvent[] {
    const { told, live, walk } = this
    const t = told.timeOf(index)
    const key = told.keyOf(index)
    const fresh = live.feed(walk.id, t, { at: told.placeOf(index), facing: told.yawOf(index) }, { use: key })
    for (const event of fresh) this.events.push(event)
    this.run = { ...live.now(), length: t }
    this.t = t
    if (fresh.some((event) => event.kind === 'move' && event.player === walk.id)) this.standWhereMoved()
    return fresh
  }
  private standWhereMoved(): void {
    const { show, run, player, t } = this
    this.stance = standingAt(positionAt(run.paths[player], t))
    this.yaw = facingAt(show, run, player, t)
  }

  /** What was walked from the walk's begin up to now, as a walk of the show. */
  record(): Recorded {
    const { show, run, told, beginning } = this
    const { seed, walks, player, from } = beginning
    const samples: Sample[] = 't' in from ? samplesOf(show, run, player, from.t) : []
    for (let i = 0; i < told.count; i++)
      samples.push({ t: told.timeOf(i), at: told.placeOf(i), yaw: told.yawOf(i), key: told.keyOf(i) })
    return recorded({ show, seed, walks, player, run: this.live.soFar(), samples })
  }

  /** Is so many seconds earlier again (s), not before it was taken over. */
  back(seconds: number): void {
    this.told.cutAt(Math.max(this.since, this.t - seconds))
    this.again()
  }
  /** Goes on in another show, as if it had been that from the begin. @throws RunError where that doesn't come as far */
  retune(show: Show): void {
    const before = this.show
    this.show = show
    try {
      this.again()
    } catch (error) {
      this.show = before
      this.again()
      throw error
    }
  }
  /** All that was told is told again. */
  private again(): void {
    const { told } = this
    this.begin()
    for (let index = 0; index < told.count; index++) {
      this.stance = standingAt(told.placeOf(index))
      this.yaw = told.yawOf(index)
      this.feed(index)
    }
  }
}

const asPose = ({ at, facing }: { at: Point; facing: number }) => ({ at, yaw: facing })

/** How fast one goes along X and Z who goes ahead and aside, facing so (m/s); not faster aslant. */
function along(yaw: number, { ahead, aside }: Hands, speed: number): [number, number] {
  const length = Math.max(1, Math.hypot(ahead, aside))
  const [sin, cos] = [Math.sin(radians(yaw)), Math.cos(radians(yaw))]
  return [((aside * cos - ahead * sin) / length) * speed, ((-aside * sin - ahead * cos) / length) * speed]
}
