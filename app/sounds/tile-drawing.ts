import { lufs } from '~~/core/sound'
import type { Known } from './library'

/** How a sound stands on the shore: as long as it lasts, as high as it is loud. In pixels; y grows downwards. */
export interface Tile {
  width: number
  /** One path of all bars, left and right of where a long one is broken. */
  bars: string
  /** Where a long one is broken. */
  broken?: number
  /** Heights of its loudness in whole, at its loudest, and of its true peak; undefined of what has none. */
  whole?: number
  loudest?: number
  peak?: { y: number; isOver: boolean }
  /** Silence at its head and tail, and what is left out of it at either end (pixels). */
  silence: [head: number, tail: number]
  leftOut: [head: number, tail: number]
}

export const HIGH = 46
const FLOOR = 44
const LOWEST = -60
/** A second is so wide, up to where a sound is broken. */
const SECOND = 26
const LONGEST = 96
const LEAST = 12
const BAR = 3

/** How high a loudness stands (pixels from above). */
const heightOf = (loudness: number): number =>
  FLOOR - Math.max(0, Math.min(1, (loudness - LOWEST) / -LOWEST)) * (FLOOR - 8)

export function tileOf(seconds: number, trim: readonly [number, number] | undefined, known: Known | undefined): Tile {
  const isLong = seconds * SECOND > LONGEST
  const width = Math.max(LEAST, isLong ? LONGEST : seconds * SECOND)
  const scale = width / seconds
  const count = Math.max(1, Math.floor(width / BAR))
  const broken = isLong ? Math.round(count / 2) * BAR : undefined
  const envelope = known?.envelope ?? new Float32Array()
  let bars = ''
  for (let i = 0; i < count; i++) {
    const x = i * BAR
    if (broken !== undefined && Math.abs(x - broken) < 5) continue
    const from = Math.floor((i / count) * envelope.length)
    const to = Math.max(from + 1, Math.floor(((i + 1) / count) * envelope.length))
    let most = 0
    for (let k = from; k < to; k++) most = Math.max(most, envelope[k] ?? 0)
    const y = most > 0 ? heightOf(lufs(most)) : FLOOR
    if (y < FLOOR - 0.5) bars += `M${x + 1} ${FLOOR}V${y.toFixed(1)}`
  }
  const measured = known?.measured
  const of = (value: number | undefined) => (value === undefined ? undefined : heightOf(value))
  return {
    width,
    bars,
    broken,
    whole: of(measured?.integrated),
    loudest: of(measured?.loudestShortTerm ?? measured?.loudestMoment),
    peak:
      measured?.truePeak === undefined
        ? undefined
        : { y: Math.max(4, heightOf(measured.truePeak)), isOver: measured.truePeak > -1 },
    silence: [(measured?.silence.head ?? 0) * scale, (measured?.silence.tail ?? 0) * scale],
    leftOut: trim ? [trim[0] * scale, Math.max(0, seconds - trim[1]) * scale] : [0, 0],
  }
}
