import { CHANNEL, channelAt, perPlayer, positionAt, type Audible, type Run } from '../engine'
import type { Show } from '../show'
import { amplitude, distanceBetween, distanceGain } from './distance'
import { BLOCK } from './envelope'

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

/**
 * How loud a run is for one of its players: short-term loudness in LUFS, one value for each 100 ms of the run.
 * `envelopes`: by asset, as `envelopeOf` makes them. Power sum of what sounds, with gains, distances and buses.
 */
export function loudnessOf(
  show: Show,
  run: Run,
  player: number,
  envelopes: ReadonlyMap<string, ArrayLike<number>>,
): Float32Array {
  const blocks = Math.max(1, Math.ceil(run.length / BLOCK))
  const power = new Float64Array(blocks)
  const sounds = new Map(show.sounds.map((sound) => [sound.id, sound]))
  const ears = earsOf(show, run, player, blocks)
  for (const audible of run.audible) {
    if (!audible.heardBy.includes(player)) continue
    const sound = sounds.get(audible.sound)!
    const envelope = envelopes.get(sound.asset)
    if (!envelope || envelope.length === 0) continue
    addPower(power, audible, envelope, sound.trim?.[0] ?? 0, { show, run, player, ears })
  }
  return shortTerm(power)
}

function earsOf(show: Show, run: Run, player: number, blocks: number): Float64Array {
  const ears = new Float64Array(blocks * 3)
  for (let b = 0; b < blocks; b++) {
    const [x, y, z] = positionAt(run.paths[player], (b + 0.5) * BLOCK)
    ears.set([x, y + show.player.eye, z], b * 3)
  }
  return ears
}

interface Hearing {
  show: Show
  run: Run
  player: number
  ears: Float64Array
}

function addPower(
  power: Float64Array,
  audible: Audible,
  envelope: ArrayLike<number>,
  trim: number,
  { show, run, player, ears }: Hearing,
): void {
  const speed = 2 ** (audible.pitch / 1200)
  const first = Math.max(0, Math.floor(audible.t / BLOCK))
  const gain = amplitude(audible.gain)
  const bus = CHANNEL.bus(audible.bus)
  const changing = run.channels.fields[perPlayer(bus, player)] !== undefined
  const busAt = (t: number) => amplitude(channelAt(show, run, bus, t, player).gain as number)
  const still = changing ? 0 : busAt(0)
  const last = Math.min(power.length - 1, Math.floor((audible.until + audible.fadeOut) / BLOCK))
  for (let b = first; b <= last; b++) {
    const t = Math.max(audible.t, (b + 0.5) * BLOCK)
    let source = Math.floor((trim + (t - audible.t) * speed) / BLOCK)
    if (audible.loop) source %= envelope.length
    else if (source >= envelope.length) break
    let factor = gain * fadeAt(audible, t) * (changing ? busAt(t) : still)
    if (audible.place !== 'head' && audible.follows === undefined)
      factor *= distanceGain(
        audible.reach,
        distanceBetween(audible.place, [ears[b * 3], ears[b * 3 + 1], ears[b * 3 + 2]]),
      )
    power[b] += envelope[source] * factor * factor
  }
}

function shortTerm(power: Float64Array): Float32Array {
  const width = Math.round(SHORT_TERM / BLOCK)
  const loudness = new Float32Array(power.length)
  let sum = 0
  for (let b = 0; b < power.length; b++) {
    sum += power[b]
    if (b >= width) sum -= power[b - width]
    const mean = Math.max(0, sum) / width
    loudness[b] = mean > 0 ? Math.max(SILENCE, -0.691 + 10 * Math.log10(mean)) : SILENCE
  }
  return loudness
}
