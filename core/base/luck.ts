/**
 * Luck that can be repeated anywhere: Philox2x32 with 10 rounds (Salmon, Moraes, Dror, Shaw: "Parallel random numbers:
 * as easy as 1, 2, 3", SC 2011), a counter-based generator. A stream is named by its key; a draw by (number, ordinal).
 */
export interface Stream {
  key: number
  /** The ordinal of the rule's moment by that body, from 0. */
  ordinal: number
}

const OFFSET = 0x811c9dc5
const PRIME = 0x01000193

/** FNV-1a, 32 bits, over the UTF-8 bytes of a text; goes on from the hash of what stood before it. */
export function hash(text: string, from = OFFSET): number {
  let h = from
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i)
    if (code < 0x80) h = Math.imul(h ^ code, PRIME)
    else {
      const whole = text.codePointAt(i)!
      if (whole > 0xffff) i++
      h = hashWide(h, whole)
    }
  }
  return h >>> 0
}

/** The bytes of a code point above 127. */
function hashWide(h: number, code: number): number {
  const size = code < 0x800 ? 1 : code < 0x10000 ? 2 : 3
  const lead = size === 1 ? 0xc0 : size === 2 ? 0xe0 : 0xf0
  h = Math.imul(h ^ (lead | (code >> (6 * size))), PRIME)
  for (let rest = size - 1; rest >= 0; rest--) h = Math.imul(h ^ (0x80 | ((code >> (6 * rest)) & 63)), PRIME)
  return h
}

/** What the keys of all streams of a rule begin with: seed, rule with its zone. */
export const keyOfRule = (seed: number, rule: string): number => hash('|', hash(rule, hash(`${seed}|`)))

/** The key of a stream of a rule: what draws, who. */
export const keyWithin = (ofRule: number, what: string, who: string): number => hash(who, hash('|', hash(what, ofRule)))

/** The key of a stream: seed, rule with its zone, what draws, who. */
export const keyOf = (seed: number, rule: string, what: string, who: string): number =>
  keyWithin(keyOfRule(seed, rule), what, who)

/** The upper 32 bits of a product of two numbers of 32 bits. Each sum of halves fits 32 bits, so it is kept as an int32. */
function highWord(a: number, b: number): number {
  const al = a & 0xffff
  const ah = a >>> 16
  const bl = b & 0xffff
  const bh = b >>> 16
  const mid1 = (Math.imul(ah, bl) + (Math.imul(al, bl) >>> 16)) | 0
  const mid2 = (Math.imul(al, bh) + (mid1 & 0xffff)) | 0
  return (Math.imul(ah, bh) + (mid1 >>> 16) + (mid2 >>> 16)) | 0
}

/** A number uniform in [0, 1) with 53 bits: draw `number` of a stream. */
export function draw({ key, ordinal }: Stream, number: number): number {
  let x0 = number | 0
  let x1 = ordinal | 0
  let k = key | 0
  for (let round = 0; round < 10; round++) {
    const high = highWord(0xd256d193, x0)
    const low = Math.imul(0xd256d193, x0)
    x0 = high ^ k ^ x1
    x1 = low
    k = (k + 0x9e3779b9) | 0
  }
  return ((x0 >>> 5) * 67108864 + (x1 >>> 6)) / 9007199254740992
}

/** What a draw (0 to 1) gives of a range. */
export const within = (range: readonly [number, number], u: number): number => range[0] + (range[1] - range[0]) * u

/** Draw `number` of a stream, uniform in a range; nothing is worked out where the range leaves no choice. */
export const drawWithin = (range: readonly [number, number], stream: Stream, number: number): number =>
  range[0] === range[1] ? range[0] : within(range, draw(stream, number))
