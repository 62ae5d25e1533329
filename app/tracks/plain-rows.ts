import type { TrackReader } from '~~/core/tracks'

/** Lines of numbers may have so many columns. */
const MOST_COLUMNS = 64
const NEWLINE = 10
const RETURN = 13
const SPACE = 32
const ZERO = 48
const NINE = 57
const DOT = 46
const MINUS = 45
const PLUS = 43
/** Numbers of more digits than this are read the slow way: they wouldn't be exact (2⁵³). */
const EXACT = 15
const POWERS = Array.from({ length: EXACT + 1 }, (_, i) => 10 ** i)

/**
 * Reads lines of values between separators as bytes: nothing is made of a cell but its number. For files without quotes, of which
 * play-tests write very many lines; what is no plain number goes the way of text.
 */
export class PlainRows {
  private rest = new Uint8Array(0)
  private readonly starts = new Int32Array(MOST_COLUMNS + 1)
  private readonly names = new Map<number, { bytes: Uint8Array; text: string }>()
  private readonly decoder = new TextDecoder()
  private readonly separator: number

  constructor(
    private readonly reader: TrackReader,
    separator: string,
    /** Whether the first line names the columns. */
    private skipsFirst: boolean,
  ) {
    this.separator = separator.charCodeAt(0)
  }

  /** Takes what comes next of the file. */
  feed(bytes: Uint8Array): void {
    const all = new Uint8Array(this.rest.length + bytes.length)
    all.set(this.rest)
    all.set(bytes, this.rest.length)
    let from = 0
    for (let end = all.indexOf(NEWLINE); end >= 0; end = all.indexOf(NEWLINE, from)) {
      this.line(all, from, end)
      from = end + 1
    }
    this.rest = all.slice(from)
  }
  /** Takes what is left, which no line ends. */
  end(): void {
    if (this.rest.length > 0) this.feed(new Uint8Array([NEWLINE]))
  }

  private line(all: Uint8Array, from: number, to: number): void {
    const end = to > from && all[to - 1] === RETURN ? to - 1 : to
    if (end === from) return
    if (this.skipsFirst) return void (this.skipsFirst = false)
    const { who, time, x, y, z, yaw, key } = this.reader.mapping
    // Of somebody else's line no more is looked at than whose it is.
    let columns = this.split(all, from, end, 0, who ?? 0)
    const name = this.text(all, who, columns)
    if (!this.reader.isMine(name)) return this.reader.pass()
    columns = this.split(all, this.starts[columns]!, end, columns, MOST_COLUMNS)
    const number = (column: number): number =>
      column < columns ? numberIn(all, this.starts[column]!, this.starts[column + 1]! - 1) : NaN
    const t = number(time)
    const [right, back] = [number(x), number(z)]
    const up = y === undefined ? 0 : number(y)
    if (Number.isNaN(t + right + back + up)) {
      const text = this.decoder.decode(all.subarray(from, end))
      return this.reader.add(text.split(String.fromCharCode(this.separator)))
    }
    const turned = yaw === undefined ? NaN : number(yaw)
    const height = y === undefined ? NaN : up
    this.reader.take(name, t, right, height, back, turned, this.text(all, key, columns))
  }
  /** Finds where columns begin, from one on up to another; gives how many there are so far. */
  private split(all: Uint8Array, from: number, end: number, column: number, until: number): number {
    const { starts, separator } = this
    if (from > end) return column
    starts[column] = from
    for (let i = from; i < end; i++) {
      if (all[i] !== separator || column >= MOST_COLUMNS - 1) continue
      starts[++column] = i + 1
      if (column > until) return column
    }
    starts[++column] = end + 1
    return column
  }
  /** A cell as text, made once for all cells that say the same. */
  private text(all: Uint8Array, column: number | undefined, columns: number): string {
    if (column === undefined || column >= columns) return ''
    const [from, to] = [this.starts[column]!, this.starts[column + 1]! - 1]
    if (to <= from) return ''
    let hash = 2166136261
    for (let i = from; i < to; i++) hash = Math.imul(hash ^ all[i]!, 16777619)
    const known = this.names.get(hash)
    if (known && isSame(known.bytes, all, from, to)) return known.text
    const bytes = all.slice(from, to)
    const text = this.decoder.decode(bytes).trim()
    this.names.set(hash, { bytes, text })
    return text
  }
}

function isSame(bytes: Uint8Array, all: Uint8Array, from: number, to: number): boolean {
  if (bytes.length !== to - from) return false
  for (let i = 0; i < bytes.length; i++) if (bytes[i] !== all[from + i]) return false
  return true
}

/** A plain decimal number; NaN for what isn't one, or has more digits than are exact. */
function numberIn(bytes: Uint8Array, from: number, to: number): number {
  let i = from
  let end = to
  while (i < end && bytes[i] === SPACE) i++
  while (end > i && bytes[end - 1] === SPACE) end--
  let sign = 1
  if (bytes[i] === MINUS) sign = -1
  if (bytes[i] === MINUS || bytes[i] === PLUS) i++
  let whole = 0
  let digits = 0
  let after = -1
  let isNumber = false
  for (; i < end; i++) {
    const byte = bytes[i]!
    if (byte >= ZERO && byte <= NINE) {
      isNumber = true
      whole = whole * 10 + (byte - ZERO)
      if (whole > 0) digits++
      if (after >= 0) after++
    } else if (byte === DOT && after < 0) after = 0
    else return NaN
  }
  if (!isNumber || digits > EXACT || after > EXACT) return NaN
  return (sign * whole) / POWERS[Math.max(0, after)]!
}
