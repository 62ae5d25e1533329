import { CHANNEL, channelAt, earsAt, perPlayer, positionAt, type Audible, type Run } from '../engine'
import type { Point, Show } from '../show'
import { wallsBetween } from '../space'
import { amplitude, distanceBetween, distanceGain } from './distance'

/** Where somebody hears from, and which way they face there (degrees). */
export interface Ears {
  at: Point
  yaw: number
}

/** How a sound at a place comes to ears: its share of the amplitude, and how far to the right it is (−1 to 1). */
export interface Coming {
  gain: number
  aside: number
}

/** How a sound at a point comes to ears that hear it from there: by its reach, and by what walls take. */
export function coming(
  show: Show,
  { near, far, law, walls }: Audible['reach'],
  place: Point,
  { at, yaw }: Ears,
): Coming {
  const distance = distanceBetween(place, at)
  let gain = distanceGain({ near, far, law, walls }, distance)
  if (walls > 0 && gain > 0) gain *= amplitude(-walls * wallsBetween(show.place.walls, place, at))
  if (distance === 0) return { gain, aside: 0 }
  const turn = (yaw * Math.PI) / 180
  // A yaw of 0 faces −Z, and +X is to the right then.
  const aside = ((place[0] - at[0]) * Math.cos(turn) - (place[2] - at[2]) * Math.sin(turn)) / distance
  return { gain, aside }
}

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
  placeOf({ place, follows }: Audible, t: number): Point | undefined {
    if (place === 'head' || follows === this.player) return undefined
    if (follows === undefined) return place
    const [x, y, z] = positionAt(this.run.paths[follows], t)
    return [x, y + this.show.player.eye, z]
  }

  /** Whether the level of a bus changes in the run. */
  changes(bus: string): boolean {
    return this.run.channels.fields[perPlayer(CHANNEL.bus(bus), this.player)] !== undefined
  }
  /** The amplitude that a bus leaves of what is on it. */
  busAt(bus: string, t: number): number {
    return amplitude(channelAt(this.show, this.run, CHANNEL.bus(bus), t, this.player).gain as number)
  }
}

/** Where in its file a sound is at a time of the run, looped between its ends (s); undefined once it is over. */
export function fileTimeOf(audible: Audible, trim: readonly [number, number], t: number): number | undefined {
  const gone = (t - audible.t) * 2 ** (audible.pitch / 1200)
  const length = trim[1] - trim[0]
  if (gone < 0 || length <= 0 || (!audible.loop && gone >= length)) return undefined
  return trim[0] + (audible.loop ? gone % length : gone)
}
