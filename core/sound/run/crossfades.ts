import { amplitude } from '../../base'
import type { Run } from '../../engine'
import type { Show } from '../../show'
import { Hearing } from './hearing'
import { coming } from './propagation'
import { fadeAt, SILENCE, type Envelopes } from './run-loudness'
import { lufs } from '../measure/loudness'

/** What goes round during a stretch of a run, each over time, and all of it together (LUFS, by the mean of each file). */
export interface Crossfades {
  from: number
  to: number
  each: { name: string; levels: Float32Array }[]
  together: Float32Array
}

/** How loud what goes round is between two times, as somebody hears it: so many values, evenly apart. */
export function crossfades(
  show: Show,
  run: Run,
  player: number,
  envelopes: ReadonlyMap<string, Envelopes>,
  [from, to]: readonly [number, number],
  count: number,
): Crossfades {
  const hearing = new Hearing(show, run, player)
  const sounds = new Map(show.sounds.map((sound) => [sound.id, sound]))
  const all = new Float64Array(count)
  const each = run.audible
    .filter(
      (audible) => audible.loop && hearing.hears(audible) && audible.t < to && audible.until + audible.fadeOut > from,
    )
    .flatMap((audible) => {
      const { asset, name } = sounds.get(audible.sound)!
      const envelope = envelopes.get(asset)?.envelope
      if (!envelope || envelope.length === 0) return []
      const mean = Array.from(envelope).reduce((sum, power) => sum + power, 0) / envelope.length
      const levels = Float32Array.from({ length: count }, (_, i) => {
        const t = from + ((i + 0.5) / count) * (to - from)
        const place = hearing.placeOf(audible, t)
        let factor = amplitude(audible.gain) * fadeAt(audible, t) * hearing.busAt(audible.bus, t)
        if (place && factor > 0) factor *= coming(show, audible.reach, place, hearing.earsAt(t)).gain
        const power = mean * factor * factor
        all[i] += power
        return power > 0 ? Math.max(SILENCE, lufs(power)) : SILENCE
      })
      return [{ name, levels }]
    })
  return {
    from,
    to,
    each,
    together: Float32Array.from(all, (power) => (power > 0 ? Math.max(SILENCE, lufs(power)) : SILENCE)),
  }
}

/** Where what is heard sinks between two louder stretches: when, and by how much (dB). */
export interface Hole {
  t: number
  by: number
}
/** Less than this is no hole (dB). */
const LEAST = 6

/** The deepest hole of some crossfades; undefined if it sinks nowhere by much. */
export function deepestHole({ from, to, together }: Crossfades): Hole | undefined {
  const { length } = together
  const after = new Float32Array(length)
  for (let i = length - 1, most = -Infinity; i >= 0; i--) after[i] = most = Math.max(most, together[i])
  let deepest: Hole | undefined
  for (let i = 0, before = -Infinity; i < length; i++) {
    before = Math.max(before, together[i])
    const by = Math.min(before, after[i]) - together[i]
    if (by >= LEAST && by > (deepest?.by ?? 0)) deepest = { t: from + ((i + 0.5) / length) * (to - from), by }
  }
  return deepest
}
