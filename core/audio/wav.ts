import { chunksOf, planes, textAt, widthOf, type Depth } from './samples'
import { isWave } from './sniff'
import { checkClaims, FAULTS, SoundError, type Decoded } from './sound-error'

const PCM = 1
const FLOAT = 3
const EXTENSIBLE = 0xfffe
const DEPTHS: { [kind: number]: { [bits: number]: Depth } } = {
  [PCM]: { 8: 'u8', 16: 's16', 24: 's24', 32: 's32' },
  [FLOAT]: { 32: 'f32', 64: 'f64' },
}

interface Format {
  channels: number
  rate: number
  depth: Depth
}

function formatOf(bytes: Uint8Array): Format {
  if (bytes.length < 16) throw new SoundError(FAULTS.formatCutOff)
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const said = view.getUint16(0, true)
  const channels = view.getUint16(2, true)
  const rate = view.getUint32(4, true)
  const block = view.getUint16(12, true)
  const bits = view.getUint16(14, true)
  if (said === EXTENSIBLE && bytes.length < 26) throw new SoundError(FAULTS.formatCutOff)
  // The kind of an extensible format stands at the head of its name.
  const kind = said === EXTENSIBLE ? view.getUint16(24, true) : said
  if (!(kind in DEPTHS)) throw new SoundError(FAULTS.packedOtherwise)
  checkClaims(channels, rate)
  const depth = DEPTHS[kind][bits]
  if (!depth) throw new SoundError(FAULTS.bits(bits))
  if (block !== channels * widthOf(depth)) throw new SoundError(FAULTS.disagrees)
  return { channels, rate, depth }
}

/** Where in a WAV file its samples lie, and how they are written. */
export interface WavLayout extends Format {
  /** The bytes of one sample of all channels. */
  frameBytes: number
  /** Where the first sample is (bytes), and how many there are of each channel. */
  dataAt: number
  frames: number
}

/** The layout of a WAV file of which only the head is here; undefined if it is none, or if its samples don't begin in that. */
export function wavLayout(head: Uint8Array): WavLayout | undefined {
  if (!isWave(head)) return undefined
  const view = new DataView(head.buffer, head.byteOffset, head.byteLength)
  let format: Format | undefined
  let long = 0
  for (let at = 12; at + 8 <= head.length;) {
    const name = textAt(head, at, 4)
    const said = view.getUint32(at + 4, true)
    if (name === 'ds64' && at + 24 <= head.length) long = Number(view.getBigUint64(at + 16, true))
    const size = name === 'data' && said === 0xffffffff ? long : said
    if (name === 'fmt ' && at + 8 + size <= head.length) format = formatOf(head.subarray(at + 8, at + 8 + size))
    if (name === 'data' && format) {
      const frameBytes = format.channels * widthOf(format.depth)
      return { ...format, frameBytes, dataAt: at + 8, frames: Math.floor(size / frameBytes) }
    }
    at += 8 + size + (size % 2)
  }
  return undefined
}

/** The samples in a stretch of a WAV file. */
export const samplesIn = (bytes: Uint8Array, { channels, depth }: WavLayout): Float32Array[] =>
  planes(bytes, channels, depth, true)

/** Reads a WAV file. @throws SoundError that says what is wrong */
export function readWav(bytes: Uint8Array): Decoded {
  let format: Format | undefined
  let data: Uint8Array | undefined
  for (const chunk of chunksOf(bytes, true)) {
    if (chunk.name === 'fmt ') format = formatOf(chunk.bytes)
    if (chunk.name !== 'data') continue
    if (!format) throw new SoundError(FAULTS.samplesFirst)
    data = chunk.bytes
  }
  if (!format) throw new SoundError(FAULTS.noFormat)
  const { channels, rate, depth } = format
  const frames = Math.floor((data?.length ?? 0) / (channels * widthOf(depth)))
  if (frames === 0) throw new SoundError(FAULTS.noSamples)
  checkClaims(channels, rate, frames)
  return { channels: planes(data!, channels, depth, true), rate }
}
