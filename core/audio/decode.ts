import { readAiff } from './aiff'
import { isMonoMpeg, sniffed, SOUND_TYPES, type SoundType } from './sniff'
import { checkClaims, checkSamples, SoundError, type Decoded } from './sound-error'
import { readWav } from './wav'
import { checkWhole } from './whole'

interface Piece {
  channelData: Float32Array[]
  samplesDecoded: number
  sampleRate: number
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

async function unpacked(bytes: Uint8Array, make: () => Promise<Unpacker>): Promise<Decoded> {
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
    if (decoder.flush) take(await decoder.flush())
    return joined(pieces, frames)
  } catch (error) {
    if (error instanceof SoundError) throw error
    throw new SoundError(`it can’t be decoded: ${(error as Error).message}`)
  } finally {
    decoder.free()
  }
}

function joined(pieces: readonly Piece[], frames: number): Decoded {
  const [first] = pieces
  if (!first) throw new SoundError('nothing of it can be decoded')
  const channels = first.channelData.map((_, channel) => {
    const plane = new Float32Array(frames)
    let at = 0
    for (const { channelData } of pieces) {
      if (channelData.length !== first.channelData.length) throw new SoundError('its channels change on the way')
      plane.set(channelData[channel], at)
      at += channelData[channel].length
    }
    return plane
  })
  return { channels, rate: first.sampleRate }
}

/** Decodes a sound file as it came. @throws SoundError that says what is wrong, or that only a browser can decode it */
export async function decode(bytes: Uint8Array): Promise<Decoded & { type: SoundType }> {
  const type = sniffed(bytes)
  if (!type) throw new SoundError('it is no kind of sound file that is known here')
  if (type === 'audio/wav') return { ...checkSamples(readWav(bytes)), type }
  if (type === 'audio/aiff') return { ...checkSamples(readAiff(bytes)), type }
  const make = UNPACKERS[type]
  if (!make) throw new SoundError(`${SOUND_TYPES[type].name} is decoded by a browser alone`)
  const decoded = checkSamples(await unpacked(bytes, make))
  if (type === 'audio/mpeg' && isMonoMpeg(bytes)) decoded.channels.length = 1
  checkWhole(bytes, type, decoded.channels[0].length)
  return { ...decoded, type }
}
