import { decibels } from '../../base'
import { envelopeOf } from './envelope'
import { channelWeights, integrated, loudestMoment, loudnessRange, shortTerm } from './loudness'
import { centreOf } from './spectrum'
import { samplePeak, truePeak } from './true-peak'

/** What is measured of a sound file. Loudness in LUFS, peaks in dB relative to full scale, times in seconds. */
export interface Measured {
  seconds: number
  channels: number
  rate: number
  /** Undefined of what is silent or too short for it. */
  integrated?: number
  range?: number
  loudestMoment?: number
  loudestShortTerm?: number
  truePeak?: number
  /** How long nothing is heard at its head and at its tail. */
  silence: { head: number; tail: number }
  /** So many times it stays at full scale for three samples or more. */
  clipped: number
  /** The mean of its samples: what is not nought is no sound (1 is full scale). */
  offset: number
  /** How far its end and its beginning are apart, where it goes round: of the loudest sample (0 closes, 2 is the worst). */
  seam: number
  /** The frequency about which it lies (Hz); undefined of silence. */
  centre?: number
}

/** Softer than this nothing is heard (−60 dB), and so near to full scale it is clipped. */
const FAINT = 1e-3
const FULL = 0.9999
const CLIP = 3

/** A measure that is a number, or none. */
const finite = (value: number | undefined): number | undefined => (Number.isFinite(value) ? value : undefined)

/** @param channels samples from −1 to 1, one array a channel, all of one length; `rate` in hertz; `known`: their powers, if they are known */
export function measure(channels: readonly Float32Array[], rate: number, known?: Float32Array): Measured {
  const length = channels[0]?.length ?? 0
  const powers = known ?? envelopeOf(channels, rate, channelWeights(channels.length))
  const short = shortTerm(powers)
  const [first, last] = heard(channels)
  const peak = Math.max(0, ...channels.map(truePeak))
  return {
    seconds: length / rate,
    channels: channels.length,
    rate,
    integrated: finite(integrated(powers)),
    range: finite(loudnessRange(powers)),
    loudestMoment: finite(loudestMoment(powers)),
    loudestShortTerm: finite(short.reduce((most, value) => Math.max(most, value), -Infinity)),
    truePeak: peak > 0 ? decibels(peak) : undefined,
    silence: { head: first / rate, tail: (length - last) / rate },
    clipped: channels.reduce((sum, samples) => sum + clips(samples), 0),
    offset: Math.max(0, ...channels.map(offsetOf)),
    seam: Math.max(0, ...channels.map(seamOf)),
    centre: length === 0 ? undefined : finite(centreOf(channels[0], rate)),
  }
}

/** The first sample that is heard, and the one after the last; all of it counts as silence if none is. */
function heard(channels: readonly Float32Array[]): [first: number, end: number] {
  const length = channels[0]?.length ?? 0
  const isHeard = (i: number) => channels.some((samples) => Math.abs(samples[i]) > FAINT)
  let first = 0
  while (first < length && !isHeard(first)) first++
  let end = length
  while (end > first && !isHeard(end - 1)) end--
  return [first, end]
}

function clips(samples: Float32Array): number {
  let [count, run] = [0, 0]
  for (let i = 0; i < samples.length; i++) {
    run = Math.abs(samples[i]) >= FULL ? run + 1 : 0
    if (run === CLIP) count++
  }
  return count
}

function offsetOf(samples: Float32Array): number {
  let sum = 0
  for (let i = 0; i < samples.length; i++) sum += samples[i]
  return samples.length === 0 ? 0 : Math.abs(sum / samples.length)
}

function seamOf(samples: Float32Array): number {
  const most = samplePeak(samples)
  return most === 0 ? 0 : Math.abs(samples[0] - samples[samples.length - 1]) / most
}
