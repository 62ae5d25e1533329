import { textAt } from './samples'

/** The kinds of sound files, by their media types. */
export const SOUND_TYPES = {
  'audio/wav': { name: 'WAV', ending: 'wav' },
  'audio/aiff': { name: 'AIFF', ending: 'aiff' },
  'audio/flac': { name: 'FLAC', ending: 'flac' },
  'audio/ogg': { name: 'Ogg Vorbis', ending: 'ogg' },
  'audio/opus': { name: 'Opus', ending: 'opus' },
  'audio/mpeg': { name: 'MP3', ending: 'mp3' },
  'audio/aac': { name: 'AAC', ending: 'aac' },
  'audio/mp4': { name: 'AAC in MP4', ending: 'm4a' },
} as const
export type SoundType = keyof typeof SOUND_TYPES
/** Whether a media type is of a sound that is known here. */
export const isSoundType = (type: string): type is SoundType => type in SOUND_TYPES

/** What a page of Ogg begins with, behind its header: what is packed in it. */
function inOgg(bytes: Uint8Array): SoundType | undefined {
  const first = 27 + (bytes[26] ?? 0)
  const head = textAt(bytes, first, 8)
  if (head === 'OpusHead') return 'audio/opus'
  if (head.startsWith('\x01vorbis')) return 'audio/ogg'
  if (head.startsWith('\x7fFLAC')) return 'audio/flac'
  return undefined
}

/** How many bytes of a tag lie before an MP3's (or another's) first frame (ID3v2). */
export function tagLength(bytes: Uint8Array): number {
  if (textAt(bytes, 0, 3) !== 'ID3' || bytes.length < 10) return 0
  return 10 + ((bytes[6] & 127) << 21) + ((bytes[7] & 127) << 14) + ((bytes[8] & 127) << 7) + (bytes[9] & 127)
}

/** Whether an MP3 has one channel: its decoder gives two of it all the same. */
export const isMonoMpeg = (bytes: Uint8Array): boolean => (bytes[tagLength(bytes) + 3] & 0xc0) === 0xc0

/** WAV, also that of more than 4 GB (RF64, EBU Tech 3306, and BW64, ITU-R BS.2088), however long it is. */
export const isWave = (bytes: Uint8Array): boolean =>
  ['RIFF', 'RF64', 'BW64'].includes(textAt(bytes, 0, 4)) && textAt(bytes, 8, 4) === 'WAVE'

/** What kind of sound file bytes are, by what they hold and not by their name; undefined if none that is known. */
export function sniffed(bytes: Uint8Array): SoundType | undefined {
  const four = textAt(bytes, 0, 4)
  const eight = textAt(bytes, 8, 4)
  if (isWave(bytes)) return 'audio/wav'
  if (four === 'FORM' && (eight === 'AIFF' || eight === 'AIFC')) return 'audio/aiff'
  if (four === 'OggS') return inOgg(bytes)
  if (textAt(bytes, 4, 4) === 'ftyp') return 'audio/mp4'
  const at = tagLength(bytes)
  if (textAt(bytes, at, 4) === 'fLaC') return 'audio/flac'
  const [a, b] = [bytes[at], bytes[at + 1]]
  if (a !== 0xff || b === undefined) return at > 0 ? 'audio/mpeg' : undefined
  // Both begin a frame with twelve (or eleven) ones; AAC says layer 0, which MPEG audio has not.
  if ((b & 0xf6) === 0xf0) return 'audio/aac'
  return (b & 0xe0) === 0xe0 && (b & 0x06) !== 0 ? 'audio/mpeg' : undefined
}
