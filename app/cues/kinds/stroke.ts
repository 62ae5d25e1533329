import { ownLength } from '~~/core/engine'
import type { Step } from '~~/core/show'

/** One step of a cue as it went: when it began and ended, what it sounded, and how what it changes went over time. */
export interface Stroke<S extends Step = Step> {
  step: S
  from: number
  /** Undefined of what takes no time, or goes on for good. */
  to: number | undefined
  /** It is held until release, so that it ends where somebody is assumed to leave. */
  released: boolean
  /** The single sounds of it: when, for how long (s), how loud (dB). */
  sounds: { t: number; seconds: number; gain: number; sound: string }[]
  impacts: number[]
  /** What it changes, over time, from 0 (nothing) to 1. */
  curve: { t: number; value: number }[]
  /** What stood there before it: where the curve is dotted. */
  base?: number
  /** When what it has flung lies still. */
  lies?: number
}

/** Where a stroke ends on the stave (s). */
export const endOf = ({ step, from, to, sounds, impacts, lies }: Stroke, length: number): number =>
  Math.max(
    from + 0.2,
    to ?? ('hold' in step && step.hold === 'keep' ? length : from),
    ...(ownLength(step) === 'drawn' ? sounds.map(({ t, seconds }) => t + seconds) : []),
    ...impacts,
    lies ?? 0,
  )
