/** How well a loop closes that ends at a time: how far its end and its beginning lie apart, of how loud they are (0 closes, 1 and more is heard). */
export interface Seam {
  end: number
  apart: number
}
/** So long a stretch on either side of the seam is compared (s), and so far from where it ends other ends are looked for. */
const AROUND = 0.004
const REACH = 1

/** How far what leads up to an end and what follows it are apart from what does so at the beginning. */
function apartAt(samples: Float32Array, from: number, end: number, width: number): number {
  // Where the file ends nothing goes on: there the step from one to the other is all that can be asked.
  if (end + width > samples.length) return 0
  let [apart, loud] = [0, 1e-9]
  for (let k = 0; k < width; k++) {
    // What follows the end is heard from the beginning on; it should go on as what was cut off there would have.
    const goesOn = samples[end + k] ?? 0
    const begins = samples[from + k] ?? 0
    apart += (goesOn - begins) ** 2
    loud += goesOn ** 2 + begins ** 2
  }
  return Math.sqrt(apart / loud)
}

/** The jump at the seam counts too: by how much the step from the last sample to the first is larger than any step after it. */
function jumpAt(samples: Float32Array, from: number, end: number, width: number): number {
  let largest = 1e-6
  for (let k = 1; k < width; k++)
    largest = Math.max(largest, Math.abs((samples[from + k] ?? 0) - (samples[from + k - 1] ?? 0)))
  const step = Math.abs((samples[from] ?? 0) - (samples[end - 1] ?? 0))
  return Math.max(0, step / largest - 1) / 3
}

function seamAt(samples: Float32Array, rate: number, from: number, end: number): Seam {
  const width = Math.round(AROUND * rate)
  return {
    end: end / rate,
    apart: Math.min(2, Math.max(apartAt(samples, from, end, width), jumpAt(samples, from, end, width))),
  }
}

/** The seam of a loop between two times, and what others there would be if it ended at other times nearby, the best of each short stretch. */
export function seamsOf(
  samples: Float32Array,
  rate: number,
  [start, end]: readonly [number, number],
  stretches = 60,
): { here: Seam; others: Seam[] } {
  const from = Math.round(start * rate)
  const last = Math.min(samples.length, Math.round(end * rate))
  const least = Math.max(from + Math.round(0.1 * rate), last - REACH * rate)
  const most = Math.min(samples.length, last + REACH * rate)
  const others: Seam[] = []
  const step = Math.max(1, Math.floor((most - least) / stretches))
  const every = Math.max(1, Math.floor(rate / 8000))
  for (let begin = least; begin + step <= most; begin += step) {
    let best: Seam | undefined
    for (let at = begin; at < begin + step; at += every) {
      const seam = seamAt(samples, rate, from, at)
      if (!best || seam.apart < best.apart) best = seam
    }
    if (best) others.push(best)
  }
  return { here: seamAt(samples, rate, from, last), others }
}
