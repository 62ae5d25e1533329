import { draw } from '../base'
import type { BurstStep } from '../show'

/** What flies where nothing is said: so fast (m/s), so large (m). */
const SPEED: readonly [number, number] = [0.4, 1.6]
export const SPARK_SIZE = 0.03
/** So many numbers are drawn for each spark. */
const DRAWS = 4

/**
 * Where a burst's sparks are so long after it (s): x, y, z from where they come from (m), three a spark; those that have gone out are left out.
 * They fly evenly all round, each as fast as it drew, and rise evenly. The same key gives the same sparks.
 */
export function sparksAt(
  step: Pick<BurstStep, 'life' | 'speed' | 'rise'>,
  count: number,
  key: number,
  age: number,
): Float32Array {
  const [slow, fast] = step.speed ?? SPEED
  const found = new Float32Array(count * 3)
  let there = 0
  for (let i = 0; i < count; i++) {
    const drawn = (n: number) => draw({ key, ordinal: i }, n)
    if (age < 0 || age > step.life[0] + (step.life[1] - step.life[0]) * drawn(0)) continue
    // Evenly over a sphere: Archimedes' hat-box theorem.
    const up = 2 * drawn(1) - 1
    const turn = 2 * Math.PI * drawn(2)
    const far = age * (slow + (fast - slow) * drawn(DRAWS - 1))
    const aside = Math.sqrt(1 - up * up) * far
    found[there++] = Math.cos(turn) * aside
    found[there++] = up * far + step.rise * age
    found[there++] = Math.sin(turn) * aside
  }
  return found.subarray(0, there)
}
