import { readAiff } from './aiff'
import { checkOgg, inWavOrder, withoutPadding } from './ogg'
import { isMonoMpeg, sniffed, SOUND_TYPES, type SoundType } from './sniff'
import { checkClaims, checkSamples, FAULTS, SoundError, type Decoded } from './sound-error'
import { readWav } from './wav'
import { checkWhole } from './whole'
import { messageOf } from '../base'

interface Piece {
  channelData: Float32Array[]
  samplesDecoded: number
  sampleRate: number
  /** Of FLAC. */
  bitDepth?: number
  errors: { message: string }[]
}
/** A decoder of a packed format, as the libraries have them. */
interface Unpacker {
  ready: Promise<void>
  decode(bytes: Uint8Array): Piece | Promise<Piece>
  flush?(): Promise<Piece>
  free(): void
}

const UNPACKERS: { [Type in SoundType]?: () => Promise<Unpacker> } = {
  'audio/flac': async () => new (await import('@wasm-audio-decoders/flac')).FLACDecoder(),
  'audio/ogg': async () => new (await import('@wasm-audio-decoders/ogg-vorbis')).OggVorbisDecoder(),
  'audio/opus': async () => new (await import('ogg-opus-decoder')).OggOpusDecoder(),
  'audio/mpeg': async () => new (await import('mpg123-decoder')).MPEGDecoder(),
}
/** What only a browser decodes. */
export const isForBrowsers = (type: SoundType): boolean => type === 'audio/aac' || type === 'audio/mp4'

/** A packed file is unpacked so many bytes at a time, so that what is too long is given up early. */
const STRETCH = 1 << 20

/** Nothing, that is put behind a FLAC file. */
const NOTHING = { 'audio/flac': new Uint8Array(64) } as { [Type in SoundType]?: Uint8Array }

async function unpacked(bytes: Uint8Array, make: () => Promise<Unpacker>, behind: Uint8Array): Promise<Decoded> {
  const decoder = await make()
  await decoder.ready
  try {
    const pieces: Piece[] = []
    let frames = 0
    const take = (piece: Piece) => {
      if (piece.samplesDecoded === 0) return
      pieces.push(piece)
      frames += piece.samplesDecoded
      checkClaims(piece.channelData.length, piece.sampleRate, frames)
    }
    for (let at = 0; at < bytes.length; at += STRETCH) take(await decoder.decode(bytes.subarray(at, at + STRETCH)))
    // What lies behind the last frame tells the reader of FLAC that it is one: a small one at the end is lost without.
    if (behind.length > 0) take(await decoder.decode(behind))
    if (decoder.flush) take(await decoder.flush())
    return joined(pieces, frames)
  } catch (error) {
    if (error instanceof SoundError) throw error
    throw new SoundError(FAULTS.notDecoded(messageOf(error)))
  } finally {
    decoder.free()
  }
}

function joined(pieces: readonly Piece[], frames: number): Decoded {
  const [first] = pieces
  if (!first) throw new SoundError(FAULTS.nothingDecoded)
  const channels = first.channelData.map((_, channel) => {
    const plane = new Float32Array(frames)
    let at = 0
    for (const { channelData } of pieces) {
      if (channelData.length !== first.channelData.length) throw new SoundError(FAULTS.channelsChange)
      plane.set(channelData[channel], at)
      at += channelData[channel].length
    }
    return plane
  })
  if (first.bitDepth) for (const plane of channels) asWritten(plane, first.bitDepth)
  return { channels, rate: first.sampleRate }
}

/** Whole numbers of so many bits as fractions of full scale: the reader of FLAC divides them by one too few. */
function asWritten(plane: Float32Array, bits: number): void {
  const full = 2 ** (bits - 1)
  for (let i = 0; i < plane.length; i++) plane[i] = Math.round(plane[i] * (full - 1)) / full
}

/** Decodes a sound file as it came. @throws SoundError that says what is wrong, or that only a browser can decode it */
export async function decode(bytes: Uint8Array): Promise<Decoded & { type: SoundType }> {
  const type = sniffed(bytes)
  if (!type) throw new SoundError(FAULTS.unknown)
  if (type === 'audio/wav') return { ...checkSamples(readWav(bytes)), type }
  if (type === 'audio/aiff') return { ...checkSamples(readAiff(bytes)), type }
  const make = UNPACKERS[type]
  if (!make) throw new SoundError(FAULTS.browserAlone(SOUND_TYPES[type].name))
  const isOgg = bytes[0] === OGG
  if (isOgg) checkOgg(bytes)
  const behind = isOgg ? new Uint8Array() : (NOTHING[type] ?? new Uint8Array())
  const decoded = checkSamples(await unpacked(bytes, make, behind))
  if (type === 'audio/mpeg' && isMonoMpeg(bytes)) decoded.channels.length = 1
  if (type === 'audio/ogg' || type === 'audio/opus') decoded.channels = inWavOrder(decoded.channels)
  if (type === 'audio/opus') decoded.channels = withoutPadding(decoded.channels, bytes)
  checkWhole(bytes, type, decoded.channels[0].length)
  return { ...decoded, type }
}
/** The letter O, with which every page of Ogg begins. */
const OGG = 0x4f
