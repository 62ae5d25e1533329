import { facingAt, positionAt, type LiveRun, type Run, type RunEvent } from '../engine'
import type { Show, Walk } from '../show'
import { beginLive, type Beginning } from './beginning'
import { HandBody, type Hands, type Moment } from './hand-body'
import { recorded, samplesOf, type Lived, type Recorded } from './record'
import type { Sample } from './simplify'
import { Told } from './told'
import type { Stance } from './walker'

/** A moment that took longer than this is no more than this: a page that slept doesn't walk on (s). */
const LONGEST = 0.25

/** A live run that somebody walks in, from a beginning on; it can be gone back in, and goes on where the show has changed. */
export class WalkIn {
  /** How far the run has come (s). */
  t = 0
  private body!: HandBody
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
  get stance(): Stance {
    return this.body.stance
  }
  get yaw(): number {
    return this.body.yaw
  }
  get pitch(): number {
    return this.body.pitch
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
    const { live, walk, t, at, yaw } = beginLive(this.show, this.beginning)
    Object.assign(this, { live, walk, t })
    this.events = []
    this.body ??= new HandBody(walk.body)
    this.body.standAt(at, yaw)
  }

  /** Goes on by a while (s) as hands want. Gives what has happened. */
  step(seconds: number, hands: Hands): RunEvent[] {
    const spent = Math.min(seconds, LONGEST)
    this.body.go(this.moment, spent, hands)
    this.t += spent
    return this.tell(this.t, hands.key)
  }

  /** Turns the head as hands want, if that isn't taken. */
  turn({ turns, tilts }: Pick<Hands, 'turns' | 'tilts'>): void {
    this.body.turn(this.moment, { turns, tilts })
  }
  private get moment(): Moment {
    const { show, run, t, player } = this
    return { show, run, t, player }
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
    this.body.standAt(positionAt(run.paths[player], t), facingAt(show, run, player, t))
  }

  /** What was walked from the walk's begin up to now, as a walk of the show. */
  record = (): Recorded => recorded(this.lived())
  /** What that is made of, for whoever makes it elsewhere. */
  lived(): Lived {
    const { show, run, told, beginning } = this
    const { seed, walks, player, from } = beginning
    const samples: Sample[] = 't' in from ? samplesOf(show, run, player, from.t) : []
    for (let i = 0; i < told.count; i++)
      samples.push({ t: told.timeOf(i), at: told.placeOf(i), yaw: told.yawOf(i), key: told.keyOf(i) })
    return { show, seed, walks, player, run: this.live.soFar(), samples }
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
      this.body.standAt(told.placeOf(index), told.yawOf(index))
      this.feed(index)
    }
  }
}
