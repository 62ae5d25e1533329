import { decibels } from '../base'
import { eventsOf, type Run } from '../engine'
import type { Show } from '../show'
import { integrated, loudnessRange, PeakMeter, PowerMeter, shortTerm } from '../sound'
import { Mix, type MixOptions } from './mix'
import { RATE, type Source } from './source'
import { bytesOf, MOST_BYTES, samplesOf, wavFile, type Marker } from './wav-file'

/** Why a run can't be mixed, in words. */
export class MixError extends Error {}

/** How loud a mix came out. */
export interface MixReport {
  seconds: number
  /** LUFS; undefined of silence. */
  integrated?: number
  range?: number
  loudestShortTerm?: number
  /** dB relative to full scale; undefined of silence. */
  truePeak?: number
  /** So many samples lay beyond full scale and were cut off. */
  cut: number
  /** Short-term loudness each 100 ms from the third second on (LUFS). */
  shortTerm: Float64Array
}

export interface Mixing extends MixOptions {
  /** Where the bytes of the file go, in order. */
  write: (bytes: Uint8Array) => void | Promise<void>
  /** A sound by its asset; undefined where its file is nowhere. It is asked again when it is needed again. */
  source: (asset: string) => Promise<Source | undefined>
  /** Hears how far it is after each stretch (0 to 1); says false to stop. */
  tell?: (share: number) => boolean | Promise<boolean>
}

/** So much of decoded sounds is held that may be needed again (bytes). */
const MOST_HELD = 64 * 1024 * 1024
const bytesHeld = (source: Source | undefined): number => (source ? (source.sides ? 12 : 4) * source.length : 0)

/** The sounds that a mix has, those that were needed last the longest. */
class Held {
  private readonly sources = new Map<string, Source | undefined>()
  private bytes = 0
  private readonly source: Mixing['source']
  constructor(source: Mixing['source']) {
    this.source = source
  }
  get = (asset: string): Source | undefined => this.sources.get(asset)

  async fetch(needed: ReadonlySet<string>): Promise<void> {
    for (const asset of needed) {
      const known = this.sources.has(asset)
      const source = known ? this.sources.get(asset) : await this.source(asset)
      if (!known) this.bytes += bytesHeld(source)
      // What was needed last stands last.
      this.sources.delete(asset)
      this.sources.set(asset, source)
    }
    for (const [asset, source] of this.sources) {
      if (this.bytes <= MOST_HELD || needed.has(asset)) break
      this.sources.delete(asset)
      this.bytes -= bytesHeld(source)
    }
  }
}

/** Each firing of a cue that is heard by its name, as a marker. */
function markersOf(show: Show, run: Run, { cue }: MixOptions): Marker[] {
  const names = new Map(show.cues.map(({ id, name }) => [id, name]))
  return eventsOf(run).flatMap((event) =>
    event.kind === 'start' && (cue === undefined || event.cue === cue)
      ? [{ t: event.t, label: names.get(event.cue) ?? event.cue }]
      : [],
  )
}

/**
 * Mixes a run as one of its players hears it into a WAV file (48 kHz, 24 bits, stereo) with a marker at each cue.
 * Sounds are held only as long as they sound. @returns undefined if it was stopped @throws MixError
 */
export async function mixdown(show: Show, run: Run, player: number, mixing: Mixing): Promise<MixReport | undefined> {
  const mix = new Mix(show, run, player, mixing)
  if (bytesOf(mix.length) > MOST_BYTES)
    throw new MixError(`${Math.round(mix.length / RATE / 60)} minutes are more than a WAV file can hold`)
  const { head, tail } = wavFile(mix.length, RATE, markersOf(show, run, mixing))
  await mixing.write(head)
  const power = new PowerMeter(RATE, [1, 1])
  const peaks = [new PeakMeter(), new PeakMeter()]
  let cut = 0
  const held = new Held(mixing.source)
  while (!mix.isDone) {
    await held.fetch(mix.needs())
    const sides = mix.goOn((asset) => held.get(asset))
    power.push(sides)
    sides.forEach((side, i) => peaks[i].push(side))
    const written = samplesOf(...sides)
    cut += written.cut
    await mixing.write(written.bytes)
    if ((await mixing.tell?.(mix.at / mix.length)) === false) return undefined
  }
  await mixing.write(tail)
  const powers = power.powers()
  const short = shortTerm(powers)
  const peak = Math.max(...peaks.map((meter) => meter.end()))
  return {
    seconds: mix.length / RATE,
    integrated: integrated(powers),
    range: loudnessRange(powers),
    loudestShortTerm: short.length === 0 ? undefined : short.reduce((most, value) => Math.max(most, value), -Infinity),
    truePeak: peak > 0 ? decibels(peak) : undefined,
    cut,
    shortTerm: short,
  }
}
