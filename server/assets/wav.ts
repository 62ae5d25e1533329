import wavefile from 'wavefile'
import { envelopeOf } from '../../core/sound'

/** What a WAV file holds. */
export interface Wav {
  seconds: number
  /** K-weighted mean square in 100 ms blocks, 32-bit floats. */
  envelope: Float32Array
}

/** Why a file is no WAV that can be played. */
export class WavError extends Error {}

const MOST_CHANNELS = 32
/** Rates that sounds come in (Hz). */
const LEAST_RATE = 1000
const MOST_RATE = 768_000
/** Chunks of a RIFF file: more than this many is somebody's trick. */
const MOST_CHUNKS = 10_000

/**
 * Checks that a RIFF file is what its headers claim, before anything is made of it: every chunk lies within the file, and the format and the
 * samples agree. (Multimedia Programming Interface and Data Specifications 1.0, 1991.) @throws WavError that says what is wrong
 */
function checkBounds(bytes: Buffer): void {
  if (bytes.toString('latin1', 0, 4) !== 'RIFF' || bytes.toString('latin1', 8, 12) !== 'WAVE')
    throw new WavError('it is no WAV file')
  let block: number | undefined
  let samples = 0
  let chunks = 0
  for (let at = 12; at + 8 <= bytes.length;) {
    const name = bytes.toString('latin1', at, at + 4)
    const size = bytes.readUInt32LE(at + 4)
    const begin = at + 8
    if (begin + size > bytes.length)
      throw new WavError(
        `its header claims ${said(size)} of “${name.trim()}”, the file has ${said(bytes.length - begin)}`,
      )
    if (++chunks > MOST_CHUNKS) throw new WavError('it has too many parts')
    if (name === 'fmt ') block = blockOf(bytes.subarray(begin, begin + size))
    if (name === 'data') {
      if (block === undefined) throw new WavError('its samples come before its format')
      samples = Math.floor(size / block)
    }
    at = begin + size + (size % 2)
  }
  if (block === undefined) throw new WavError('it does not say its format')
  if (samples === 0) throw new WavError('it has no samples')
}

const said = (bytes: number): string =>
  bytes < 1e6 ? `${Math.ceil(bytes / 1000)} kB` : `${Math.round(bytes / 1e6)} MB`

const PCM = 1
const FLOAT = 3
const EXTENSIBLE = 0xfffe

/** The bytes of one sample of all channels. */
function blockOf(format: Buffer): number {
  if (format.length < 16) throw new WavError('its format is cut off')
  const kind = format.readUInt16LE(0)
  const channels = format.readUInt16LE(2)
  const rate = format.readUInt32LE(4)
  const block = format.readUInt16LE(12)
  const bits = format.readUInt16LE(14)
  const depths = kind === FLOAT ? [32, 64] : [8, 16, 24, 32]
  if (![PCM, FLOAT, EXTENSIBLE].includes(kind))
    throw new WavError('its samples are packed in a way that is not read here')
  if (channels < 1 || channels > MOST_CHANNELS) throw new WavError(`it claims ${channels} channels`)
  if (rate < LEAST_RATE || rate > MOST_RATE) throw new WavError(`it claims ${rate} samples a second`)
  if (!depths.includes(bits)) throw new WavError(`it claims samples of ${bits} bits`)
  if (block !== (channels * bits) / 8) throw new WavError('its format does not agree with itself')
  return block
}

/** Reads a WAV file. @throws WavError that says what is wrong */
export function decodeWav(bytes: Buffer): Wav {
  checkBounds(bytes)
  let file: wavefile.WaveFile
  try {
    file = new wavefile.WaveFile(bytes)
  } catch (error) {
    throw new WavError(`it can’t be read: ${(error as Error).message}`)
  }
  const { numChannels, sampleRate, bitsPerSample } = file.fmt as Record<string, number>
  const { samples } = file.data as unknown as { samples: Uint8Array }
  const channels = planes(samples, numChannels, file.bitDepth, bitsPerSample / 8)
  const seconds = channels[0].length / sampleRate
  return { seconds, envelope: envelopeOf(channels, sampleRate) }
}

/** Channels of samples from −1 to 1. `depth`: of the file, "32f" for floats of 32 bits. */
function planes(samples: Uint8Array, count: number, depth: string, width: number): Float32Array[] {
  const view = new DataView(samples.buffer, samples.byteOffset, samples.byteLength)
  const read = READERS[depth]
  if (!read) throw new WavError(`it claims samples of ${depth} bits`)
  const length = Math.floor(samples.length / (width * count))
  return Array.from({ length: count }, (_, channel) => {
    const plane = new Float32Array(length)
    for (let i = 0; i < length; i++) {
      const value = read(view, (i * count + channel) * width)
      plane[i] = Number.isFinite(value) ? value : 0
    }
    return plane
  })
}
const READERS: { [depth: string]: (view: DataView, at: number) => number } = {
  '8': (view, at) => (view.getUint8(at) - 128) / 128,
  '16': (view, at) => view.getInt16(at, true) / 32768,
  '24': (view, at) => (view.getUint16(at, true) + view.getInt8(at + 2) * 65536) / 8388608,
  '32': (view, at) => view.getInt32(at, true) / 2147483648,
  '32f': (view, at) => view.getFloat32(at, true),
  '64': (view, at) => view.getFloat64(at, true),
}
