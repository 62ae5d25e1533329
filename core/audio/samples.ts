import { FAULTS, SoundError } from './sound-error'

/** How a sample is written: "s" with sign, "u" without, "f" a float, and its bits. */
export type Depth = 'u8' | 's8' | 's16' | 's24' | 's32' | 'f32' | 'f64'
type Read = (view: DataView, at: number, little: boolean) => number
const READ: Record<Depth, Read> = {
  u8: (view, at) => (view.getUint8(at) - 128) / 128,
  s8: (view, at) => view.getInt8(at) / 128,
  s16: (view, at, little) => view.getInt16(at, little) / 32768,
  s24: (view, at, little) =>
    (little
      ? view.getUint16(at, true) + view.getInt8(at + 2) * 65536
      : view.getInt16(at) * 256 + view.getUint8(at + 2)) / 8388608,
  s32: (view, at, little) => view.getInt32(at, little) / 2147483648,
  f32: (view, at, little) => view.getFloat32(at, little),
  f64: (view, at, little) => view.getFloat64(at, little),
}
/** How many bytes a sample takes. */
export const widthOf = (depth: Depth): number => Number(depth.slice(1)) / 8

/** Channels of samples that lie in a file one after the other, a sample of each channel in turn. */
export function planes(bytes: Uint8Array, count: number, depth: Depth, little: boolean): Float32Array[] {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const width = widthOf(depth)
  const read = READ[depth]
  const length = Math.floor(bytes.length / (width * count))
  return Array.from({ length: count }, (_, channel) => {
    const plane = new Float32Array(length)
    for (let i = 0; i < length; i++) plane[i] = read(view, (i * count + channel) * width, little)
    return plane
  })
}

/** Bytes as letters, one each, however many: given all at once they are more than a call in a worker takes. */
export function textAt(bytes: Uint8Array, from: number, length: number): string {
  let text = ''
  for (const byte of bytes.subarray(from, from + length)) text += String.fromCharCode(byte)
  return text
}

/** A chunk of a file of chunks. */
export interface Chunk {
  name: string
  bytes: Uint8Array
}
/** Chunks of a file: more than this many is somebody's trick. */
const MOST_CHUNKS = 10_000

/**
 * The chunks of a RIFF or IFF file. (Multimedia Programming Interface and Data Specifications 1.0, 1991; EA IFF 85.)
 * @throws SoundError where one claims more than the file has
 */
export function* chunksOf(bytes: Uint8Array, little: boolean): Generator<Chunk> {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  let chunks = 0
  /** How long the samples are, where that is more than 32 bits hold (EBU Tech 3306). */
  let long = 0
  for (let at = 12; at + 8 <= bytes.length;) {
    const name = textAt(bytes, at, 4)
    const said32 = view.getUint32(at + 4, little)
    const begin = at + 8
    if (name === 'ds64' && begin + 16 <= bytes.length) long = Number(view.getBigUint64(begin + 8, true))
    const size = name === 'data' && said32 === 0xffffffff ? long : said32
    if (begin + size > bytes.length)
      throw new SoundError(FAULTS.claims(said(size), name.trim(), said(bytes.length - begin)))
    if (++chunks > MOST_CHUNKS) throw new SoundError(FAULTS.tooManyParts)
    yield { name, bytes: bytes.subarray(begin, begin + size) }
    at = begin + size + (size % 2)
  }
}
const said = (bytes: number): string =>
  bytes < 1e6 ? `${Math.ceil(bytes / 1000)} kB` : `${Math.round(bytes / 1e6)} MB`
