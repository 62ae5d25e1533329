import { powerDecibels } from '~~/core/base'
import { BLOCK } from '~~/core/sound'
import type { Lock } from '~~/core/show'
import type { Stroke } from './stroke'

/** How a row of the stave is drawn: pixels high, and where a time is (px). */
export const ROW = 26
/** Room left free at the head and the foot of a row (px). */
const EDGE = 4
const TALL = ROW - 2 * EDGE
/** The softest that is still drawn (dB). */
const SOFTEST = -60
const BAR = 3

type X = (t: number) => number
/** Where a step is drawn: its stroke and when that ends (s), the head of its row (px), how loud its sounds are over time. */
export interface Space {
  stroke: Stroke
  end: number
  x: X
  y: number
  envelopeOf: (sound: string) => ArrayLike<number> | undefined
}
/** What is drawn of a step, as paths. */
export interface Picture {
  bars?: string
  rope?: string
  stems?: string
  flecks?: string
  frames?: { path: string; middle: number }[]
  locks?: { lock: Lock; y: number; taken: boolean }[]
  /** Its curve is filled with this colour. */
  fill?: string
  /** It stands on a slab, in a frame, hangs by a thread. */
  on?: 'slab' | 'board' | 'thread'
}
const fixed = (n: number) => n.toFixed(1)

/** What it changes as a line in its row; `y` is the head of the row. */
export const curvePath = ({ curve, from }: Stroke, x: X, y: number): string =>
  curve
    .filter(({ t }) => t >= from - 0.1)
    .map(({ t, value }, i) => `${i === 0 ? 'M' : 'L'}${fixed(x(t))} ${fixed(y + ROW - EDGE - value * TALL)}`)
    .join('')
/** The same, filled down to the foot of the row. */
export function filledPath(stroke: Stroke, x: X, y: number): string {
  const line = curvePath(stroke, x, y)
  if (!line) return ''
  const foot = fixed(y + ROW - EDGE)
  return `${line}L${fixed(x(stroke.curve.at(-1)!.t))} ${foot}L${fixed(x(stroke.from))} ${foot}Z`
}

/** How high a level stands, 0 to 1. */
const heightOf = (decibels: number) => Math.min(1, Math.max(0, 1 - decibels / SOFTEST))

/** A single sound as bars, as high as it is loud over time. */
export function barsPath(
  { t, seconds, gain }: Stroke['sounds'][number],
  envelope: ArrayLike<number> | undefined,
  x: X,
  y: number,
): string {
  if (!envelope) return ''
  const from = x(t)
  const count = Math.max(1, Math.floor((x(t + seconds) - from) / BAR))
  let path = ''
  for (let i = 0; i < count; i++) {
    const power = envelope[Math.floor(((i / count) * seconds) / BLOCK) % envelope.length] ?? 0
    const height = power > 0 ? heightOf(powerDecibels(power) + gain) * TALL : 0
    if (height > 0.5) path += `M${fixed(from + i * BAR)} ${fixed(y + (ROW - height) / 2)}v${fixed(height)}`
  }
  return path
}

/** The loudest moment of a sound (dB). */
export function loudestOf(envelope: ArrayLike<number> | undefined): number | undefined {
  let most = 0
  for (let i = 0; i < (envelope?.length ?? 0); i++) most = Math.max(most, envelope![i]!)
  return most > 0 ? powerDecibels(most) : undefined
}

/** A sound of a sprinkle as a stem with a head, as high as it is loud. */
export function stemPath({ t, gain }: Stroke['sounds'][number], loudest: number | undefined, x: X, y: number): string {
  const height = 3 + heightOf((loudest ?? -20) + gain) * (TALL - 3)
  return `M${fixed(x(t))} ${fixed(y + ROW - EDGE)}v${fixed(-height)}m-1.5 0a1.5 1.5 0 1 0 3 0a1.5 1.5 0 1 0 -3 0`
}

/** A bed as a rope: it swells in, lies, and thins out. */
export function ropePath(from: number, to: number, fadeIn: number, fadeOut: number, x: X, y: number): string {
  const middle = y + ROW / 2
  const half = 4
  const [a, b, c, d] = [x(from), x(Math.min(to, from + fadeIn)), x(to), x(to + fadeOut)].map(fixed)
  return `M${a} ${middle}L${b} ${middle - half}L${c} ${middle - half}L${d} ${middle}L${c} ${middle + half}L${b} ${middle + half}Z`
}

/** A cut as a frame for each mark: its slanted corners are the travel to it. */
export function framePath(
  marks: readonly { travel: number; stay: number }[],
  back: number,
  from: number,
  x: X,
  y: number,
): { path: string; middle: number }[] {
  let t = from
  return marks.map(({ travel, stay }, i) => {
    const last = i === marks.length - 1
    const [a, b, c] = [x(t), x(t + travel), x(t + travel + stay)]
    const d = x(t + travel + stay + (last ? back : 0))
    t += travel + stay
    const [top, foot] = [y + EDGE, y + ROW - EDGE]
    return {
      path: `M${fixed(a)} ${foot}L${fixed(b)} ${top}H${fixed(c)}L${fixed(d)} ${foot}Z`,
      middle: (b + c) / 2,
    }
  })
}

/** A few flecks in place of sparks, the same for the same seed. */
export function fleckPath(count: number, from: number, life: number, x: X, y: number): string {
  let path = ''
  let luck = 7
  const next = () => (luck = (luck * 16_807) % 2_147_483_647) / 2_147_483_647
  for (let i = 0; i < Math.min(60, count); i++)
    path += `M${fixed(x(from) + next() * Math.max(8, x(from + life) - x(from)))} ${fixed(y + EDGE + next() * TALL)}h1.4`
  return path
}

/** How far apart the rows of what is taken stand (px). */
const LOCK_ROW = 5
const LOCKS: Lock[] = ['walk', 'jump', 'look', 'use']
/** What a freeze takes is filled, what it leaves a line. */
export const lockRows = (taken: readonly Lock[], y: number): NonNullable<Picture['locks']> =>
  LOCKS.map((lock, i) => ({ lock, y: y + EDGE + i * LOCK_ROW, taken: taken.includes(lock) }))

/** A letter of a name is so wide (px), and so much is left free beside it. */
const LETTER = 5.9
const BESIDE = 6
const wide = (name: string) => name.length * LETTER
/** Whether a name has room within a stroke. */
export const fitsWithin = (name: string, width: number): boolean => width >= wide(name) + 2 * BESIDE
/** So much of the stave a name takes beside a stroke (px). */
export const roomBeside = (name: string): number => wide(name) + 2 * BESIDE
