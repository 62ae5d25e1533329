import { decode, isForBrowsers, lengthOfAac, lengthOfMp4, sniffed, type SoundType } from '../../core/audio'
import { aboutSound, type About } from '../../core/sound'

/** A sound file with what is kept of it; of a kind that only a browser decodes nothing is known but its length. */
export interface SoundFile {
  type: SoundType
  seconds: number
  about: About | undefined
}

/** What kind a sound file is and how long (s); all of it is decoded, so that it is known to be whole. @throws SoundError that says what is wrong */
export async function soundLength(bytes: Uint8Array): Promise<Pick<SoundFile, 'type' | 'seconds'>> {
  const type = sniffed(bytes)
  if (type && isForBrowsers(type))
    return { type, seconds: type === 'audio/aac' ? lengthOfAac(bytes) : lengthOfMp4(bytes) }
  const { channels, rate, type: decoded } = await decode(bytes)
  return { type: decoded, seconds: channels[0]!.length / rate }
}

/** Reads a sound file. @throws SoundError that says what is wrong */
export async function soundOf(bytes: Uint8Array): Promise<SoundFile> {
  const type = sniffed(bytes)
  if (type && isForBrowsers(type)) return { ...(await soundLength(bytes)), about: undefined }
  const decoded = await decode(bytes)
  const about = aboutSound(decoded)
  return { type: decoded.type, seconds: about.seconds, about }
}
