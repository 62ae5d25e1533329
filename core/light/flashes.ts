import { fromLinear, toLinear } from '../base'
import { channelAt, CHANNEL, linearOf, positionAt, type Run } from '../engine'
import type { Point, Show } from '../show'
import { blocked } from '../space'
import { flickering } from './flicker'
import { shareOf, shiningAt, WHITE_LUX } from './illuminance'

/** A picture is looked at so often a second, as screens show it. */
const RATE = 60
/** Where lights shine on somebody is worked out anew so often a second: nobody goes far meanwhile. */
const PLACES = 10
/** What counts as a flash: WCAG 2.2, 2.3.1 and its definition of general and red flashes. */
const CHANGE = 0.1
const DARKER_BELOW = 0.8
const SATURATED = 0.8
const RED_CHANGE = 20
/** What lies a whole second apart isn't within one. */
const SECOND = 1 - 1 / RATE / 2

/** How a white surface before somebody's eyes is shown: linear red, green and blue, 0 to 1. */
type Shown = readonly [r: number, g: number, b: number]
/** The most flashes that a run has within one second, and when that second begins (s). */
export interface Flashes {
  most: number
  at: number
  /** Whether those are flashes of saturated red. */
  isRed: boolean
}

const luminanceOf = ([r, g, b]: Shown) => 0.2126 * r + 0.7152 * g + 0.0722 * b
/** How red it is, where it is saturated (WCAG 2.2: (R − G − B) × 320, nought where that is less). */
const rednessOf = ([r, g, b]: Shown) =>
  r + g + b > 0 && r / (r + g + b) >= SATURATED ? Math.max(0, (r - g - b) * 320) : 0

/** Lights that reach a player's eyes from a time on for a moment, each with its share: what of it changes quickly is asked again. */
interface Near {
  eyes: Point
  lights: { id: string; share: number; isTouched: boolean; now: ReturnType<typeof shiningAt>[number] }[]
}
function nearAt(show: Show, run: Run, player: number, t: number): Near {
  const [x, y, z] = positionAt(run.paths[player], t)
  const eyes: Point = [x, y + show.player.eye, z]
  const lights = shiningAt(show, run, player, t).flatMap((now) => {
    const share = shareOf(now.light, now.at, eyes, now.inHand)
    const hides = () => blocked(show.place.walls, [now.at[0], now.at[2]], [x, z], (now.at[1] + eyes[1]) / 2)
    if (share === 0 || (!now.inHand && hides())) return []
    const isTouched = CHANNEL.light(now.light.id) in run.channels.fields
    return [{ id: now.light.id, share, isTouched, now }]
  })
  return { eyes, lights }
}

/** What a white surface before a player's eyes is shown as at a time: by all lights, the air, and what fades over the picture. */
function shownAt(show: Show, run: Run, player: number, t: number, { lights }: Near): Shown {
  const air = channelAt(show, run, 'atmosphere', t, player)
  const sum = linearOf(air.ambient).map((v) => v * air.level) as [number, number, number]
  for (const { id, share, isTouched, now } of lights) {
    const asked = isTouched ? channelAt(show, run, CHANNEL.light(id), t, player) : undefined
    const candela = asked ? asked.candela * asked.on : now.candela
    const lux = candela * share * flickering(asked ? asked.flicker : now.flicker, t)
    linearOf(asked ? asked.colour : now.colour).forEach((v, i) => (sum[i] += v * lux))
  }
  const { colour, opacity } = channelAt(show, run, 'picture', t, player)
  const over = linearOf(colour)
  return sum.map((v, i) => {
    const lit = Math.min(1, (v * air.exposure) / WHITE_LUX)
    return opacity === 0 ? lit : toLinear(fromLinear(lit) * (1 - opacity) + fromLinear(over[i]) * opacity)
  }) as unknown as Shown
}

/** How brightly a white surface before a player's eyes is shown at a time: its relative luminance, 0 to 1. */
export const shownLuminance = (show: Show, run: Run, player: number, t: number): number =>
  luminanceOf(shownAt(show, run, player, t, nearAt(show, run, player, t)))

/** When something turns from rising to falling, or back, by as much as counts. `counts`: whether a change from low to high does. */
export class Turns {
  readonly times: number[] = []
  private low = Infinity
  private high = -Infinity
  private way: 'up' | 'down' | undefined
  constructor(private readonly counts: (low: number, high: number) => boolean) {}

  add(t: number, value: number): void {
    if (this.way !== 'up' && this.counts(Math.min(this.low, value), value)) return this.turn('up', t, value)
    if (this.way !== 'down' && this.counts(value, Math.max(this.high, value))) return this.turn('down', t, value)
    this.low = Math.min(this.low, value)
    this.high = Math.max(this.high, value)
    if (this.way === 'up') this.low = this.high
    if (this.way === 'down') this.high = this.low
  }
  private turn(way: 'up' | 'down', t: number, value: number): void {
    this.way = way
    this.low = this.high = value
    this.times.push(t)
  }
}

/** The second in which most of some turns lie: two turns are a flash. */
function densest(times: readonly number[]): { most: number; at: number } {
  let [most, at, first] = [0, 0, 0]
  for (let last = 0; last < times.length; last++) {
    while (times[last] - times[first] > SECOND) first++
    if (last - first + 1 > most) [most, at] = [last - first + 1, times[first]]
  }
  return { most: Math.floor(most / 2), at }
}

/** The most flashes that a player is shown within a second between two times of a run (s): from light, air and what fades over the picture. */
export function flashesOf(show: Show, run: Run, player: number, from = 0, to = run.length): Flashes {
  const general = new Turns((low, high) => high - low >= CHANGE && low < DARKER_BELOW)
  const red = new Turns((low, high) => high - low > RED_CHANGE)
  let near = nearAt(show, run, player, from)
  for (let n = 0; from + n / RATE <= to; n++) {
    const t = from + n / RATE
    if (n % (RATE / PLACES) === 0) near = nearAt(show, run, player, t)
    const shown = shownAt(show, run, player, t, near)
    general.add(t, luminanceOf(shown))
    red.add(t, rednessOf(shown))
  }
  const [of, ofRed] = [densest(general.times), densest(red.times)]
  return ofRed.most > 0 && ofRed.most >= of.most ? { ...ofRed, isRed: true } : { ...of, isRed: false }
}
