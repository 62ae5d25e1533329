/** Why a file is no sound that can be played, in words that follow its name: “it is cut off”. */
export class SoundError extends Error {}

/** All that can be wrong with a sound file. */
export const FAULTS = {
  cutOff: 'it is cut off',
  formatCutOff: 'its format is cut off',
  noSamples: 'it has no samples',
  noFormat: 'it does not say its format',
  noLength: 'it does not say how long it is',
  samplesFirst: 'its samples come before its format',
  packedOtherwise: 'its samples are packed in a way that is not read here',
  disagrees: 'its format does not agree with itself',
  pagesApart: 'it is damaged: its pages do not follow each other',
  pageMissing: 'it is damaged: a page of it is missing',
  framesApart: 'its frames do not follow each other',
  tooManyParts: 'it has too many parts',
  channelsChange: 'its channels change on the way',
  nothingDecoded: 'nothing of it can be decoded',
  unknown: 'it is no kind of sound file that is known here',
  tooLong: 'it is longer than half an hour of stereo',
  bits: (bits: number) => `it claims samples of ${bits} bits`,
  channels: (channels: number) => `it claims ${channels} channels`,
  rate: (rate: number) => `it claims ${rate} samples a second`,
  notDecoded: (why: string) => `it can’t be decoded: ${why}`,
  damagedAt: (share: number) => `it is damaged ${Math.round(100 * share)} % in: a page is not what was written`,
  claims: (claimed: string, part: string, has: string) =>
    `its header claims ${claimed} of “${part}”, the file has ${has}`,
  browserAlone: (type: string) => `${type} is decoded by a browser alone`,
} as const

/** What a sound file holds: samples from −1 to 1, one array a channel, all of one length; the rate in hertz. */
export interface Decoded {
  channels: Float32Array[]
  rate: number
}

/** The most that one file may hold (samples of all its channels): half an hour of stereo at 48 kHz. */
export const MOST_SAMPLES = 30 * 60 * 48_000 * 2
/** More channels than this no sound file has. */
export const MOST_CHANNELS = 32
/** Rates that sounds come in (Hz). */
const LEAST_RATE = 1000
const MOST_RATE = 768_000

/** @throws SoundError where a file claims what no sound has */
export function checkClaims(channels: number, rate: number, frames?: number): void {
  if (channels < 1 || channels > MOST_CHANNELS) throw new SoundError(FAULTS.channels(channels))
  if (!(rate >= LEAST_RATE && rate <= MOST_RATE)) throw new SoundError(FAULTS.rate(rate))
  if (frames !== undefined && frames * channels > MOST_SAMPLES) throw new SoundError(FAULTS.tooLong)
}

/** Louder than this no sample is (120 dB over full scale): what a file has beyond it is no sound, and its power no number. */
const LOUDEST = 1e6

/** Samples that are no numbers are silence, so that one of them doesn't silence everything; those without measure are held. */
export function checkSamples({ channels, rate }: Decoded): Decoded {
  if (channels.length === 0 || channels[0].length === 0) throw new SoundError(FAULTS.noSamples)
  checkClaims(channels.length, rate, channels[0].length)
  for (const samples of channels)
    for (let i = 0; i < samples.length; i++) {
      const value = samples[i]
      if (!(Math.abs(value) <= LOUDEST)) samples[i] = Number.isFinite(value) ? LOUDEST * Math.sign(value) : 0
    }
  return { channels, rate }
}
