import { amplitude } from '../base'
import { HALF } from '../audio'
import type { Audible } from '../engine'
import { coming, fadeAt, type Ears, type Hearing } from '../sound'
import { between, kernelFor, PAD } from './resample'
import { RATE, type Source } from './source'

/** Gains are worked out so often, and go straight in between (samples): each 10 ms. */
export const CONTROL = 480
/** How much softer the far ear hears what comes from a side: what is heard on each side is the root of half of (1 ± this much). */
const ASIDE = 0.9

interface Gains {
  left: number
  right: number
}

/** One sound of a run, as it is written into a mix. */
export class Voice {
  readonly audible: Audible
  private readonly hearing: Hearing
  private readonly source: Source
  /** The sample at which it begins, and the one before which it is over. */
  private readonly first: number
  readonly last: number
  /** Its trim in samples of its source. */
  private readonly from: number
  private readonly to: number
  private readonly speed: number
  /** Where a fade begins or ends: gains go straight only between these (samples). */
  private readonly corners: number[]

  constructor(audible: Audible, source: Source, trim: readonly [number, number], hearing: Hearing) {
    this.audible = audible
    this.hearing = hearing
    this.source = source
    this.speed = 2 ** (audible.pitch / 1200)
    this.from = Math.round(trim[0] * RATE)
    this.to = Math.min(source.length, Math.round(trim[1] * RATE))
    this.first = Math.round(audible.t * RATE)
    const length = audible.loop ? Infinity : Math.ceil((this.to - this.from) / this.speed)
    this.last = Math.min(this.first + length, Math.round((audible.until + audible.fadeOut) * RATE))
    this.corners = [audible.t + audible.fadeIn, audible.until].map((t) => Math.round(t * RATE))
  }

  /** Adds what of it lies in a stretch of the mix that begins at a sample. */
  addTo(left: Float32Array, right: Float32Array, start: number, earsAt: (sample: number) => Ears): void {
    const end = Math.min(start + left.length, this.last)
    let at = Math.max(start, this.first)
    if (at >= end || this.to <= this.from) return
    let gains = this.gainsAt(at, earsAt)
    while (at < end) {
      const grid = Math.floor(at / CONTROL) * CONTROL + CONTROL
      const next = Math.min(end, grid, ...this.corners.filter((corner) => corner > at))
      const after = this.gainsAt(next, earsAt)
      if (gains.left !== 0 || gains.right !== 0 || after.left !== 0 || after.right !== 0)
        this.write(left, right, at - start, next - at, at - this.first, gains, after)
      gains = after
      at = next
    }
  }

  private gainsAt(sample: number, earsAt: (sample: number) => Ears): Gains {
    const { audible, hearing } = this
    const t = Math.max(audible.t, sample / RATE)
    const gain = amplitude(audible.gain) * fadeAt(audible, t) * hearing.busAt(audible.bus, t)
    const place = hearing.placeOf(audible, t)
    if (!place || gain === 0) {
      const each = this.source.sides ? gain : gain * HALF
      return { left: each, right: each }
    }
    const { gain: near, aside } = coming(hearing.show, audible.reach, place, earsAt(sample))
    return {
      left: gain * near * Math.sqrt((1 - ASIDE * aside) / 2),
      right: gain * near * Math.sqrt((1 + ASIDE * aside) / 2),
    }
  }

  /** Adds so many samples, the gains going straight from one to the other. */
  private write(
    left: Float32Array,
    right: Float32Array,
    into: number,
    count: number,
    gone: number,
    a: Gains,
    b: Gains,
  ): void {
    const { source, speed, from, to, audible } = this
    const atPlace = this.hearing.placeOf(audible, audible.t) !== undefined
    const [l, r] = !atPlace && source.sides ? source.sides : [source.together, source.together]
    const span = to - from
    let read = gone * speed
    if (audible.loop) read %= span
    const kernel = kernelFor(speed)
    const change = { left: (b.left - a.left) / count, right: (b.right - a.right) / count }
    for (let done = 0; done < count;) {
      // As far as the seam of a loop.
      const room = audible.loop ? Math.max(1, Math.ceil((span - read) / speed)) : count
      const n = Math.min(count - done, room)
      const begin = PAD + from + read
      const gainL = a.left + done * change.left
      const gainR = a.right + done * change.right
      if (l !== r) {
        addSide(left, into + done, n, l, begin, speed, kernel, gainL, change.left)
        addSide(right, into + done, n, r, begin, speed, kernel, gainR, change.right)
      } else if (speed === 1) addBoth(left, right, into + done, n, l, Math.round(begin), gainL, gainR, change)
      else {
        readInto(scratch, n, l, begin, speed, kernel)
        addBoth(left, right, into + done, n, scratch, 0, gainL, gainR, change)
      }
      done += n
      read += n * speed
      if (audible.loop && read >= span) read -= span
    }
  }
}

/** What was read of a sound at another speed, before it goes to both sides. */
const scratch = new Float32Array(CONTROL)

function readInto(
  to: Float32Array,
  count: number,
  from: Float32Array,
  begin: number,
  speed: number,
  kernel: Float32Array,
): void {
  for (let i = 0; i < count; i++) to[i] = between(from, kernel, begin + i * speed)
}

/** Adds samples as they are to both sides. Indices are made whole numbers of 32 bits, which engines count fastest. */
function addBoth(
  left: Float32Array,
  right: Float32Array,
  into: number,
  count: number,
  from: Float32Array,
  first: number,
  gainL: number,
  gainR: number,
  change: Gains,
): void {
  const end = (into + count) | 0
  let read = first | 0
  let [l, r] = [gainL, gainR]
  const { left: stepL, right: stepR } = change
  for (let at = into | 0; at < end; at++) {
    const value = from[read++]
    left[at] += value * l
    right[at] += value * r
    l += stepL
    r += stepR
  }
}

/** Adds samples to one side, read at a speed. */
function addSide(
  to: Float32Array,
  into: number,
  count: number,
  from: Float32Array,
  begin: number,
  speed: number,
  kernel: Float32Array,
  gain: number,
  step: number,
): void {
  const end = (into + count) | 0
  let level = gain
  if (speed === 1) {
    let read = Math.round(begin) | 0
    for (let at = into | 0; at < end; at++) {
      to[at] += from[read++] * level
      level += step
    }
    return
  }
  for (let at = into | 0, i = 0; at < end; at++, i++) {
    to[at] += between(from, kernel, begin + i * speed) * level
    level += step
  }
}
