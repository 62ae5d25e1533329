/** Half the power: what is heard on both sides is as loud on each as this. */
export const HALF = Math.SQRT1_2

/**
 * What each channel adds to left and right where there are more than two (ITU-R BS.775-4, and from seven on in its manner): left, right,
 * centre, low effects, behind (of four: left, right, behind; of seven: one straight behind, then the sides; of eight: behind, then the sides), in
 * the order of WAV.
 */
const SIDES: { [channels: number]: readonly [left: number, right: number][] } = {
  3: [[1, 0], [0, 1], [HALF, HALF]], // prettier-ignore
  4: [[HALF, 0], [0, HALF], [HALF, 0], [0, HALF]], // prettier-ignore
  5: [[1, 0], [0, 1], [HALF, HALF], [HALF, 0], [0, HALF]], // prettier-ignore
  6: [[1, 0], [0, 1], [HALF, HALF], [0, 0], [HALF, 0], [0, HALF]], // prettier-ignore
  7: [[1, 0], [0, 1], [HALF, HALF], [0, 0], [0.5, 0.5], [HALF, 0], [0, HALF]], // prettier-ignore
  8: [[1, 0], [0, 1], [HALF, HALF], [0, 0], [HALF, 0], [0, HALF], [HALF, 0], [0, HALF]], // prettier-ignore
}

/** A sound as two ears hear it at the head: one channel stays one, more become left and right. */
export function sidesOf(channels: readonly Float32Array[]): Float32Array[] {
  if (channels.length <= 2) return [...channels]
  const parts = SIDES[channels.length] ?? channels.map((_, i): [number, number] => (i % 2 === 0 ? [1, 0] : [0, 1]))
  return [0, 1].map((side) => {
    const out = new Float32Array(channels[0].length)
    channels.forEach((samples, i) => {
      const part = parts[i][side]
      if (part !== 0) for (let k = 0; k < out.length; k++) out[k] += part * samples[k]
    })
    return out
  })
}

/** A sound as it comes from one place: its sides together, as loud as both if they are the same. */
export function togetherOf(channels: readonly Float32Array[]): Float32Array {
  const [left, right] = sidesOf(channels)
  if (!right) return left
  return left.map((value, i) => (value + right[i]) * HALF)
}
