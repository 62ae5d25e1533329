import { textAt } from './samples'
import { FAULTS, SoundError } from './sound-error'

/** Rates of AAC by their number in a frame's head (Hz). */
const RATES = [96000, 88200, 64000, 48000, 44100, 32000, 24000, 22050, 16000, 12000, 11025, 8000, 7350]
const FRAME = 1024

/** How long a file of AAC frames is (ISO/IEC 13818-7, ADTS), read off their heads (s). @throws SoundError */
export function lengthOfAac(bytes: Uint8Array): number {
  let [at, frames, rate] = [0, 0, 0]
  while (at + 7 <= bytes.length && bytes[at] === 0xff && (bytes[at + 1] & 0xf6) === 0xf0) {
    rate = RATES[(bytes[at + 2] >> 2) & 15] ?? 0
    const size = ((bytes[at + 3] & 3) << 11) + (bytes[at + 4] << 3) + (bytes[at + 5] >> 5)
    if (size < 7 || rate === 0) throw new SoundError(FAULTS.framesApart)
    if (at + size > bytes.length) throw new SoundError(FAULTS.cutOff)
    at += size
    frames++
  }
  if (frames === 0) throw new SoundError(FAULTS.noSamples)
  if (at < bytes.length && textAt(bytes, at, 3) !== 'TAG') throw new SoundError(FAULTS.cutOff)
  return (frames * FRAME) / rate
}

interface Box {
  name: string
  from: number
  to: number
}
/** More boxes than a sound in pieces of a moment each has are somebody's trick. */
const MOST_BOXES = 100_000

/** The boxes of an MP4 file, or of one of its boxes (ISO/IEC 14496-12). */
function* boxesOf(bytes: Uint8Array, from: number, to: number): Generator<Box> {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  let boxes = 0
  for (let at = from; at + 8 <= to;) {
    if (++boxes > MOST_BOXES) throw new SoundError(FAULTS.tooManyParts)
    const said = view.getUint32(at)
    const size = said === 1 && at + 16 <= to ? Number(view.getBigUint64(at + 8)) : said === 0 ? to - at : said
    if (size < 8 || at + size > to) throw new SoundError(FAULTS.cutOff)
    yield { name: textAt(bytes, at + 4, 4), from: at + (said === 1 ? 16 : 8), to: at + size }
    at += size
    if (at < to && at + 8 > to) throw new SoundError(FAULTS.cutOff)
  }
}

/** The first box at the end of a path of names. */
function boxAt(bytes: Uint8Array, { from, to }: Pick<Box, 'from' | 'to'>, path: readonly string[]): Box | undefined {
  const [name, ...rest] = path
  for (const box of boxesOf(bytes, from, to)) {
    if (box.name !== name) continue
    const found = rest.length === 0 ? box : boxAt(bytes, box, rest)
    if (found) return found
  }
  return undefined
}

/** How many bytes all samples of a movie come to by its tables (`stsz`); nothing of one in fragments. @throws SoundError */
function bytesOfSamples(bytes: Uint8Array, movie: Box): number {
  const table = boxAt(bytes, movie, ['trak', 'mdia', 'minf', 'stbl', 'stsz'])
  if (!table || table.to - table.from < 12) return 0
  const view = new DataView(bytes.buffer, bytes.byteOffset + table.from, table.to - table.from)
  const [each, count] = [view.getUint32(4), view.getUint32(8)]
  if (each > 0) return each * count
  if (12 + 4 * count > view.byteLength) throw new SoundError(FAULTS.cutOff)
  let sum = 0
  for (let i = 0; i < count; i++) sum += view.getUint32(12 + 4 * i)
  return sum
}

/** How long the sound of an MP4 file is, as its head says (s). @throws SoundError */
export function lengthOfMp4(bytes: Uint8Array): number {
  const boxes = [...boxesOf(bytes, 0, bytes.length)]
  const movie = boxes.find(({ name }) => name === 'moov')
  if (!movie || !boxes.some(({ name }) => name === 'mdat')) throw new SoundError(FAULTS.cutOff)
  const there = boxes.reduce((sum, { name, from, to }) => sum + (name === 'mdat' ? to - from : 0), 0)
  if (bytesOfSamples(bytes, movie) > there) throw new SoundError(FAULTS.cutOff)
  const header = [...boxesOf(bytes, movie.from, movie.to)].find(({ name }) => name === 'mvhd')
  if (!header || header.to - header.from < 32) throw new SoundError(FAULTS.noLength)
  const view = new DataView(bytes.buffer, bytes.byteOffset + header.from, header.to - header.from)
  const [scale, length] =
    view.getUint8(0) === 1
      ? [view.getUint32(20), Number(view.getBigUint64(24))]
      : [view.getUint32(12), view.getUint32(16)]
  if (scale === 0 || length === 0) throw new SoundError(FAULTS.noSamples)
  return length / scale
}
