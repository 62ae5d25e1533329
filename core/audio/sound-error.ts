/** Why a file is no sound that can be played, in words that follow its name: “it is cut off”. */
export class SoundError extends Error {}

/** What a sound file holds: samples from −1 to 1, one array a channel, all of one length; the rate in hertz. */
export interface Decoded {
  channels: Float32Array[]
  rate: number
}

/** The most that one file may hold (samples of all its channels): half an hour of stereo at 48 kHz. */
export const MOST_SAMPLES = 30 * 60 * 48_000 * 2
export const MOST_CHANNELS = 32
/** Rates that sounds come in (Hz). */
const LEAST_RATE = 1000
const MOST_RATE = 768_000

/** @throws SoundError where a file claims what no sound has */
export function checkClaims(channels: number, rate: number, frames?: number): void {
  if (channels < 1 || channels > MOST_CHANNELS) throw new SoundError(`it claims ${channels} channels`)
  if (!(rate >= LEAST_RATE && rate <= MOST_RATE)) throw new SoundError(`it claims ${rate} samples a second`)
  if (frames !== undefined && frames * channels > MOST_SAMPLES)
    throw new SoundError('it is longer than half an hour of stereo')
}

/** Louder than this no sample is (120 dB over full scale): what a file has beyond it is no sound, and its power no number. */
const LOUDEST = 1e6

/** Samples that are no numbers are silence, so that one of them doesn't silence everything; those without measure are held. */
export function checkSamples({ channels, rate }: Decoded): Decoded {
  if (channels.length === 0 || channels[0].length === 0) throw new SoundError('it has no samples')
  checkClaims(channels.length, rate, channels[0].length)
  for (const samples of channels)
    for (let i = 0; i < samples.length; i++) {
      const value = samples[i]
      if (!(Math.abs(value) <= LOUDEST)) samples[i] = Number.isFinite(value) ? LOUDEST * Math.sign(value) : 0
    }
  return { channels, rate }
}
