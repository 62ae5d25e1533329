/**
 * Luck that can be repeated anywhere: Philox2x32 with 10 rounds (Salmon, Moraes, Dror, Shaw: "Parallel random numbers:
 * as easy as 1, 2, 3", SC 2011), a counter-based generator. A stream is named by its key; a draw by (number, ordinal).
 */
export interface Stream {
  key: number
  /** The ordinal of the rule's moment by that body, from 0. */
  ordinal: number
}

/** FNV-1a, 32 bits, over the UTF-8 bytes of a text. */
export function hash(text: string): number {
  let h = 0x811c9dc5
  for (const char of text) {
    const code = char.codePointAt(0)!
    const bytes =
      code < 0x80
        ? [code]
        : code < 0x800
          ? [0xc0 | (code >> 6), 0x80 | (code & 63)]
          : code < 0x10000
            ? [0xe0 | (code >> 12), 0x80 | ((code >> 6) & 63), 0x80 | (code & 63)]
            : [0xf0 | (code >> 18), 0x80 | ((code >> 12) & 63), 0x80 | ((code >> 6) & 63), 0x80 | (code & 63)]
    for (const byte of bytes) h = Math.imul(h ^ byte, 0x01000193)
  }
  return h >>> 0
}

/** The key of a stream: seed, rule with its zone, what draws, who. */
export const keyOf = (seed: number, rule: string, what: string, who: string): number =>
  hash(`${seed}|${rule}|${what}|${who}`)

function highWord(a: number, b: number): number {
  const al = a & 0xffff
  const ah = a >>> 16
  const bl = b & 0xffff
  const bh = b >>> 16
  const low = al * bl
  const mid1 = ah * bl + (low >>> 16)
  const mid2 = al * bh + (mid1 & 0xffff)
  return (ah * bh + Math.floor(mid1 / 65536) + (mid2 >>> 16)) >>> 0
}

/** A number uniform in [0, 1) with 53 bits: draw `number` of a stream. */
export function draw({ key, ordinal }: Stream, number: number): number {
  let x0 = number >>> 0
  let x1 = ordinal >>> 0
  let k = key
  for (let round = 0; round < 10; round++) {
    const high = highWord(0xd256d193, x0)
    const low = Math.imul(0xd256d193, x0) >>> 0
    x0 = (high ^ k ^ x1) >>> 0
    x1 = low
    k = (k + 0x9e3779b9) >>> 0
  }
  return ((x0 >>> 5) * 67108864 + (x1 >>> 6)) / 9007199254740992
}

export const within = (range: readonly [number, number], u: number): number => range[0] + (range[1] - range[0]) * u
