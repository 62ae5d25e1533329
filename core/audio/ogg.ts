import { textAt } from './samples'
import { FAULTS, SoundError } from './sound-error'

/** A page's header without its list of sizes (bytes), and where in it its checksum stands (RFC 3533, 6). */
const HEADER = 27
const CHECKSUM = 22

/** CRC-32 with the polynomial 0x04c11db7, high bit first, from nought (RFC 3533, 6, field 7). */
const TABLE = Uint32Array.from({ length: 256 }, (_, i) => {
  let crc = i << 24
  for (let bit = 0; bit < 8; bit++) crc = crc & 0x80000000 ? (crc << 1) ^ 0x04c11db7 : crc << 1
  return crc >>> 0
})

/** @throws SoundError if an Ogg file is cut off, or a page of it is not what was written */
export function checkOgg(bytes: Uint8Array): void {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  /** The number that the next page of each stream has. */
  const next = new Map<number, number>()
  for (let at = 0; at < bytes.length;) {
    if (at + HEADER > bytes.length) throw new SoundError(FAULTS.cutOff)
    if (textAt(bytes, at, 4) !== 'OggS') throw new SoundError(FAULTS.pagesApart)
    const body = at + HEADER + bytes[at + 26]
    let end = body
    for (let i = at + HEADER; i < Math.min(body, bytes.length); i++) end += bytes[i]
    if (end > bytes.length) throw new SoundError(FAULTS.cutOff)
    if (checksum(bytes, at, end) !== view.getUint32(at + CHECKSUM, true))
      throw new SoundError(FAULTS.damagedAt(at / bytes.length))
    const [stream, number] = [view.getUint32(at + 14, true), view.getUint32(at + 18, true)]
    if (number !== (next.get(stream) ?? number)) throw new SoundError(FAULTS.pageMissing)
    next.set(stream, number + 1)
    at = end
  }
}

/** The checksum of a page, its own place counting as nought. */
function checksum(bytes: Uint8Array, from: number, to: number): number {
  let crc = 0
  for (let i = from; i < to; i++) {
    const byte = i >= from + CHECKSUM && i < from + CHECKSUM + 4 ? 0 : bytes[i]
    crc = (crc << 8) ^ TABLE[(crc >>> 24) ^ byte]
  }
  return crc >>> 0
}

/** For each channel in the order of WAV, which it is in the order of Vorbis and Opus (Vorbis I, 4.3.9; RFC 7845, 5.1.1.2). */
const ORDER: { [channels: number]: number[] } = {
  3: [0, 2, 1],
  5: [0, 2, 1, 3, 4],
  6: [0, 2, 1, 5, 3, 4],
  7: [0, 2, 1, 6, 5, 3, 4],
  8: [0, 2, 1, 7, 5, 6, 3, 4],
}
/** Channels as Vorbis and Opus have them, in the order of WAV. */
export const inWavOrder = (channels: Float32Array[]): Float32Array[] =>
  ORDER[channels.length]?.map((i) => channels[i]) ?? channels

/** A packet of Opus is no longer than this (samples at 48 kHz; RFC 6716, 2.1.4). */
const PACKET = 5760

/** Opus without what its last packet has behind the end: the last page says how far the sound goes (RFC 7845, 4.4 and 4.5). */
export function withoutPadding(channels: Float32Array[], bytes: Uint8Array): Float32Array[] {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  let last = -1
  for (let at = bytes.length - HEADER; at >= 0 && last < 0; at--)
    if (bytes[at] === 0x4f && textAt(bytes, at, 4) === 'OggS') last = Number(view.getBigInt64(at + 6, true))
  const head = HEADER + bytes[26]
  const length = last - view.getUint16(head + 10, true)
  const behind = channels[0].length - length
  return length > 0 && behind > 0 && behind <= PACKET ? channels.map((plane) => plane.subarray(0, length)) : channels
}
