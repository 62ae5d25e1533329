import { amplitude } from '../../base'
import {
  carriedIn,
  CHANNEL,
  channelAt,
  earsAt,
  middleIn,
  perPlayer,
  positionAt,
  type Audible,
  type Run,
} from '../../engine'
import type { Point, Show } from '../../show'
import { type Ears } from './propagation'

/** One player's hearing of a run: where their ears are, where what sounds comes from, how loud their buses are. */
export class Hearing {
  readonly show: Show
  readonly run: Run
  readonly player: number
  constructor(show: Show, run: Run, player: number) {
    this.show = show
    this.run = run
    this.player = player
  }

  hears = (audible: Audible): boolean => audible.heardBy.includes(this.player)
  earsAt = (t: number): Ears => earsAt(this.show, this.run, this.player, t)

  /** Where a sound is at a time; undefined where it is at the head. */
  placeOf({ t: began, place, follows, prop }: Audible, t: number): Point | undefined {
    const by = prop === undefined ? null : carriedIn(this.run, prop, t)
    const bearer = by === null ? follows : this.run.walks.indexOf(by)
    if (place === 'head' || bearer === this.player) return undefined
    if (bearer !== undefined) return this.eyesOf(bearer, t)
    // What was begun in somebody's hand is heard where the thing is once it is back.
    const wasCarried = prop !== undefined && carriedIn(this.run, prop, began) !== null
    return wasCarried ? middleIn(this.show, this.run, prop, t) : place
  }
  private eyesOf(walk: number, t: number): Point {
    const [x, y, z] = positionAt(this.run.paths[walk], t)
    return [x, y + this.show.player.eye, z]
  }

  /** Whether the level of a bus changes in the run. */
  changes(bus: string): boolean {
    return this.run.channels.fields[perPlayer(CHANNEL.bus(bus), this.player)] !== undefined
  }
  /** The amplitude that a bus leaves of what is on it. */
  busAt(bus: string, t: number): number {
    return amplitude(channelAt(this.show, this.run, CHANNEL.bus(bus), t, this.player).gain)
  }
}

/** Where in its file a sound is at a time of the run, looped between its ends (s); undefined once it is over. */
export function fileTimeOf(audible: Audible, trim: readonly [number, number], t: number): number | undefined {
  const gone = (t - audible.t) * 2 ** (audible.pitch / 1200)
  const length = trim[1] - trim[0]
  if (gone < 0 || length <= 0 || (!audible.loop && gone >= length)) return undefined
  return trim[0] + (audible.loop ? gone % length : gone)
}
