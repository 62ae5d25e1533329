import { amplitude, memo } from '../../base'
import type { Audible, Run } from '../../engine'
import type { Show } from '../../show'
import { BLOCK } from '../measure/block'
import { Hearing } from './hearing'
import { coming, type Ears } from './propagation'
import { lufs } from '../measure/loudness'

/** Loudness over 3 s (EBU Tech 3341, short-term). */
const SHORT_TERM = 3
/** What stands for silence (LUFS). */
export const SILENCE = -70

/** The amplitude a fade leaves of a sound at a time of the run. */
export function fadeAt(audible: Audible, t: number): number {
  if (t < audible.t) return 0
  const rising = audible.fadeIn > 0 ? Math.min(1, (t - audible.t) / audible.fadeIn) : 1
  if (t <= audible.until) return rising
  return audible.fadeOut > 0 ? Math.max(0, 1 - (t - audible.until) / audible.fadeOut) * rising : 0
}

/** What is known of how loud a file is: at the head and, where that is not the same, from one place; as `aboutSound` makes them. */
export interface Envelopes {
  envelope: ArrayLike<number>
  placed?: ArrayLike<number>
}

/**
 * How loud a run is for one of its players: short-term loudness in LUFS, one value for each 100 ms of the run.
 * `envelopes`: by asset. Power sum of what sounds, with gains, distances, walls and buses.
 */
export function loudnessOf(
  show: Show,
  run: Run,
  player: number,
  envelopes: ReadonlyMap<string, Envelopes>,
): Float32Array {
  const power = new Float64Array(blocksOf(run))
  const addPower = powersOf(show, run, player, envelopes)
  for (const audible of run.audible) addPower(power, audible)
  return shortTerm(power)
}
const blocksOf = (run: Run): number => Math.max(1, Math.ceil(run.length / BLOCK))

/** One sound's part in how loud a moment of a run is. */
export interface LoudnessShare {
  sound: string
  /** The steps and playings that it sounds by. */
  by: { playing: number; step: string }[]
  /** How loud it would be alone (LUFS). */
  level: number
  /** Its share of the power of all together, 0 to 1. */
  share: number
}

/** What makes the short-term loudness at a time of a run (s): each sound that is heard in the 3 s before it, the loudest first. `envelopes`: by asset. */
export function loudnessShares(
  show: Show,
  run: Run,
  player: number,
  envelopes: ReadonlyMap<string, Envelopes>,
  t: number,
): LoudnessShare[] {
  const width = Math.round(SHORT_TERM / BLOCK)
  const last = Math.min(blocksOf(run) - 1, Math.floor(t / BLOCK + 1e-6))
  const first = Math.max(0, last - width + 1)
  const addPower = powersOf(show, run, player, envelopes)
  const power = new Float64Array(blocksOf(run))
  const found = new Map<string, { by: LoudnessShare['by']; sum: number }>()
  for (const audible of run.audible) {
    if (audible.t > (last + 1) * BLOCK || audible.until + audible.fadeOut < first * BLOCK) continue
    power.fill(0, first, last + 1)
    addPower(power, audible, first, last)
    const sum = power.subarray(first, last + 1).reduce((all, each) => all + each, 0)
    if (sum <= 0) continue
    const known = found.get(audible.sound) ?? { by: [], sum: 0 }
    known.by.push({ playing: audible.playing, step: audible.step })
    found.set(audible.sound, { by: known.by, sum: known.sum + sum })
  }
  const whole = [...found.values()].reduce((all, { sum }) => all + sum, 0)
  return [...found]
    .map(([sound, { by, sum }]) => ({ sound, by, level: Math.max(SILENCE, lufs(sum / width)), share: sum / whole }))
    .sort((a, b) => b.share - a.share)
}

/** Adds to the power of each block what a sound of a run has there for a player; of the blocks from one to another, if not of all. */
function powersOf(
  show: Show,
  run: Run,
  player: number,
  envelopes: ReadonlyMap<string, Envelopes>,
): (power: Float64Array, audible: Audible, first?: number, last?: number) => void {
  const hearing = new Hearing(show, run, player)
  const sounds = new Map(show.sounds.map((sound) => [sound.id, sound]))
  const ears: (Ears | undefined)[] = Array.from({ length: blocksOf(run) }, () => undefined)
  const earsAt = (b: number) => (ears[b] ??= hearing.earsAt((b + 0.5) * BLOCK))
  return (power, audible, first = 0, last = power.length - 1) => {
    const { asset, trim, seconds } = sounds.get(audible.sound)!
    const known = envelopes.get(asset)
    if (!hearing.hears(audible) || !known) return
    addPower(power, [first, last], audible, known, trim ?? [0, seconds], hearing, earsAt)
  }
}

function addPower(
  power: Float64Array,
  [first, most]: readonly [number, number],
  audible: Audible,
  { envelope, placed = envelope }: Envelopes,
  trim: readonly [number, number],
  hearing: Hearing,
  earsAt: (block: number) => Ears,
): void {
  const gain = amplitude(audible.gain)
  const changing = hearing.changes(audible.bus)
  const still = changing ? 0 : hearing.busAt(audible.bus, 0)
  const speed = 2 ** (audible.pitch / 1200)
  const length = trim[1] - trim[0]
  const sums = sumsOf(hearing.placeOf(audible, audible.t) ? placed : envelope)
  const whole = energyAt(sums, trim[1]) - energyAt(sums, trim[0])
  /** The energy of the file from where it begins up to so long after, as often as it goes round. */
  const energyAfter = (gone: number): number => {
    const turns = audible.loop ? Math.floor(gone / length) : 0
    return turns * whole + energyAt(sums, Math.min(trim[1], trim[0] + gone - turns * length))
  }
  const end = Math.min(audible.until + audible.fadeOut, audible.loop ? Infinity : audible.t + length / speed)
  const last = Math.min(most, Math.floor(end / BLOCK))
  for (let b = Math.max(first, Math.floor(audible.t / BLOCK)); b <= last && length > 0; b++) {
    const from = Math.max(audible.t, b * BLOCK)
    const to = Math.min(end, (b + 1) * BLOCK)
    const t = (from + to) / 2
    const place = hearing.placeOf(audible, t)
    let factor = gain * fadeAt(audible, t) * (changing ? hearing.busAt(audible.bus, t) : still)
    if (place) factor *= coming(hearing.show, audible.reach, place, earsAt(b)).gain
    const energy = energyAfter((to - audible.t) * speed) - energyAfter((from - audible.t) * speed)
    power[b] += ((energy / speed) * factor * factor) / BLOCK
  }
}

/** The energy of an envelope up to each of its blocks. */
const sumsOf = memo((envelope: ArrayLike<number>): Float64Array => {
  const sums = new Float64Array(envelope.length + 1)
  for (let i = 0; i < envelope.length; i++) sums[i + 1] = sums[i] + envelope[i] * BLOCK
  return sums
})
/** The energy up to a time of the file (s). */
function energyAt(sums: Float64Array, t: number): number {
  const at = Math.min(sums.length - 1, Math.max(0, t / BLOCK))
  const block = Math.floor(at)
  return block >= sums.length - 1 ? sums[sums.length - 1] : sums[block] + (sums[block + 1] - sums[block]) * (at - block)
}

function shortTerm(power: Float64Array): Float32Array {
  const width = Math.round(SHORT_TERM / BLOCK)
  const loudness = new Float32Array(power.length)
  let sum = 0
  for (let b = 0; b < power.length; b++) {
    sum += power[b]
    if (b >= width) sum -= power[b - width]
    const mean = Math.max(0, sum) / width
    loudness[b] = mean > 0 ? Math.max(SILENCE, lufs(mean)) : SILENCE
  }
  return loudness
}
