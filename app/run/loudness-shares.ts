import { watchThrottled } from '@vueuse/core'
import { shallowRef, type ShallowRef } from 'vue'
import type { LoudnessShare } from '~~/core/sound'
import { useRun } from './current-run'

/** The curve of loudness has a value for so many seconds. */
const EVERY = 0.1
/** A moving hand is followed so often (ms). */
const FOLLOWS = 100

/** How loud the run is at a time (LUFS, over the 3 s before it); undefined where nothing is known. */
export const loudnessAt = (loudness: Float32Array | undefined, t: number): number | undefined =>
  loudness?.[Math.min(loudness.length - 1, Math.floor(t / EVERY + 1e-6))]

/** When a run is loudest, and how loud it is then (LUFS); undefined of a run in which nothing sounds. */
export function loudestOf(loudness: Float32Array | undefined): { t: number; level: number } | undefined {
  if (!loudness || loudness.length === 0) return undefined
  const at = loudness.reduce((most, level, i) => (level > loudness[most]! ? i : most), 0)
  return loudness[at]! > -69 ? { t: (at + 0.5) * EVERY, level: loudness[at]! } : undefined
}

/** What makes the loudness at a time of the run that is shown, the loudest first; it follows the time and the run. */
export function useLoudnessShares(time: () => number | undefined): Readonly<ShallowRef<readonly LoudnessShare[]>> {
  const runs = useRun()
  const shares = shallowRef<readonly LoudnessShare[]>([])
  let asked = 0
  async function ask() {
    const mine = ++asked
    const t = time()
    const found = t === undefined ? [] : await runs.sharesAt(t)
    if (mine === asked) shares.value = found
  }
  watchThrottled([time, () => runs.loudness], ask, { throttle: FOLLOWS, trailing: true, immediate: true })
  return shares
}
