import { eventsOf, type Audible, type Run } from '../engine'
import type { Show, Sound } from '../show'
import { Hearing, type Ears } from '../sound'
import { RATE, type Source } from './source'
import { CONTROL, Voice } from './voice'

/** What of a run is mixed: all of it if nothing is said. */
export interface MixOptions {
  bus?: string
  cue?: string
}
/** A mix goes on so many samples at a time. */
export const STRETCH = RATE

/** A run as one of its players hears it, stretch after stretch. */
export class Mix {
  /** Samples of a side in all. */
  readonly length: number
  /** How far it has come (samples). */
  at = 0
  private readonly sounds: ReadonlyMap<string, Sound>
  private readonly hearing: Hearing
  /** What sounds, in the order in which it begins. */
  private readonly audible: Audible[]
  private next = 0
  private voices: Voice[] = []

  constructor(show: Show, run: Run, player: number, { bus, cue }: MixOptions = {}) {
    this.sounds = new Map(show.sounds.map((sound) => [sound.id, sound]))
    this.hearing = new Hearing(show, run, player)
    const playings = cue === undefined ? undefined : playingsOf(run, cue)
    this.audible = run.audible
      .filter(
        (each) =>
          this.hearing.hears(each) && (bus === undefined || each.bus === bus) && (playings?.has(each.playing) ?? true),
      )
      .sort((a, b) => a.t - b.t)
    const ends = this.audible.reduce(
      (most, { until, fadeOut }) => Math.max(most, Math.min(until + fadeOut, run.length + LONGEST_TAIL)),
      run.length,
    )
    this.length = Math.round(ends * RATE)
  }

  /** The assets of what begins in the next stretch, and of what sounds on. */
  needs(): Set<string> {
    const until = (this.at + STRETCH) / RATE
    const coming: Audible[] = []
    for (let i = this.next; i < this.audible.length && this.audible[i].t < until; i++) coming.push(this.audible[i])
    return new Set(
      [...this.voices.map(({ audible }) => audible), ...coming].map(({ sound }) => this.soundOf(sound).asset),
    )
  }
  private soundOf = (id: string) => this.sounds.get(id)!

  /** The next stretch, both sides; `sources` has what `needs` names, but for what is nowhere, which is not heard. */
  goOn(sources: (asset: string) => Source | undefined): [left: Float32Array, right: Float32Array] {
    const count = Math.min(STRETCH, this.length - this.at)
    const [left, right] = [new Float32Array(count), new Float32Array(count)]
    const end = this.at + count
    for (; this.next < this.audible.length && this.audible[this.next].t * RATE < end; this.next++) {
      const audible = this.audible[this.next]
      const sound = this.soundOf(audible.sound)
      const source = sources(sound.asset)
      if (source) this.voices.push(new Voice(audible, source, sound.trim ?? [0, Infinity], this.hearing))
    }
    const ears = new Map<number, Ears>()
    const earsAt = (sample: number): Ears => {
      const key = Math.floor(sample / CONTROL)
      let found = ears.get(key)
      if (!found) ears.set(key, (found = this.hearing.earsAt(sample / RATE)))
      return found
    }
    for (const voice of this.voices) voice.addTo(left, right, this.at, earsAt)
    this.at = end
    this.voices = this.voices.filter((voice) => voice.last > end)
    return [left, right]
  }
  get isDone(): boolean {
    return this.at >= this.length
  }
}
/** What sounds on after the run has ended is heard for so long (s): a bed that nothing ends would sound for ever. */
const LONGEST_TAIL = 10

/** The playings of a cue. */
function playingsOf(run: Run, cue: string): Set<number> {
  const found = new Set<number>()
  for (const event of eventsOf(run)) if (event.kind === 'start' && event.cue === cue) found.add(event.playing)
  return found
}
