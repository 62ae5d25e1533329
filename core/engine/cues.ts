import type { Cue, Hold, Pool, Show, Sound, Step } from '../show/types'
import { claimedBy, type ClaimedChannel } from './channels'
import { effectOf, type Effect } from './steps'
import { aimsOf, type Aim } from './steps/aims'

export interface CompiledCue {
  index: number
  cue: Cue
  /** Without the muted ones. */
  steps: CompiledStep[]
}
/** A step with what every kind of step has, worked out once. */
export interface CompiledStep {
  /** Its place in the legend of the log. */
  index: number
  step: Step
  id: string
  /** What it does when it begins. */
  begin: Effect<Step>
  /** It draws before it is logged, and logs what it drew itself. */
  drawsFirst: boolean
  at: number
  jitter: number
  /** What its jitter draws as. */
  jitterName: string
  /** What holds it: seconds, the cue, release, for good; undefined for steps with a length of their own or none. */
  hold: Hold | undefined
  /** It takes time, and so has an end that is logged. */
  lasts: boolean
  /** How long it lasts by itself, where that is known beforehand (s). */
  length: number | undefined
  /** The pool it draws from, or the one sound it has, and the place of the bus they go to in the legend. */
  pool: CompiledPool | undefined
  sound: CompiledSound | undefined
  bus: number
  /** What it does can decide when rules fire, and not only its end. */
  decides: boolean
  /** The channel it claims, and what fields of it. */
  channel: ClaimedChannel | undefined
  aims: Aim[]
}
export interface CompiledSound {
  index: number
  id: string
  gain: number
  /** How long it is, trimmed (s). */
  seconds: number
}
export interface CompiledPool extends Pool {
  index: number
  /** Its sounds, in its order. */
  entries: CompiledSound[]
}
const compiledSound = ({ id, gain, seconds, trim }: Sound, index: number): CompiledSound => ({
  index,
  id,
  gain,
  seconds: trim ? trim[1] - trim[0] : seconds,
})

/** The cues of a show by their ids, with their steps numbered through. */
export function compiledCues(
  show: Show,
  channels: Map<string, ClaimedChannel>,
  buses: readonly string[],
): Map<string, CompiledCue> {
  const sounds = new Map(show.sounds.map((sound, index) => [sound.id, compiledSound(sound, index)]))
  const pools = new Map(
    show.pools.map((pool, index): [string, CompiledPool] => [
      pool.id,
      { ...pool, index, entries: pool.sounds.map(({ sound }) => sounds.get(sound)!) },
    ]),
  )
  let next = 0
  const soundingOf = (step: Step): Pick<CompiledStep, 'pool' | 'sound'> => {
    if (step.kind === 'bed') return { pool: undefined, sound: sounds.get(step.sound) }
    if (step.kind === 'scatter') return { pool: pools.get(step.pool), sound: undefined }
    if (step.kind === 'fling') return { pool: pools.get(step.impact ?? ''), sound: undefined }
    if (step.kind !== 'sound') return { pool: undefined, sound: undefined }
    return { pool: pools.get(step.pool ?? ''), sound: sounds.get(step.sound ?? '') }
  }
  const compiled = (step: Step, cue: Cue): CompiledStep => {
    const hold = holdOf(step)
    const lasts = hold === undefined ? OWN_LENGTH.has(step.kind) : hold !== 'keep'
    const claimed = claimedBy(step)
    const channel = claimed === undefined ? undefined : channels.get(claimed)
    return {
      index: next++,
      step,
      id: step.id,
      begin: effectOf(step.kind),
      drawsFirst: DRAWS_FIRST.has(step.kind),
      at: step.at,
      jitter: step.jitter,
      jitterName: `${step.id}/jitter`,
      hold,
      lasts,
      length: ownLength(step),
      ...soundingOf(step),
      bus: buses.indexOf('bus' in step ? step.bus : 'spot'),
      decides: DECIDING.has(step.kind) || sharesPool(step, cue),
      channel,
      aims: channel ? aimsOf(step, channel) : [],
    }
  }
  return new Map(
    show.cues.map((cue, index): [string, CompiledCue] => [
      cue.id,
      { index, cue, steps: cue.steps.filter((step) => !step.muted).map((step) => compiled(step, cue)) },
    ]),
  )
}

/** Steps that draw before they are logged, and log what they drew themselves. */
const DRAWS_FIRST = new Set<Step['kind']>(['fling', 'burst'])

/** Kinds that last as long as they say themselves. */
const OWN_LENGTH = new Set<Step['kind']>(['sound', 'camera', 'fade'])

function ownLength(step: Step): number | undefined {
  if (step.kind === 'fade') return step.in + step.stay + step.out
  if (step.kind !== 'camera') return undefined
  return step.marks.reduce((sum, { travel, stay }) => sum + travel + stay, 0) + (step.back?.seconds ?? 0)
}

/** Kinds of which more than the end can decide when rules fire; of a sound its length does, which is drawn. */
const DECIDING = new Set<Step['kind']>(['sound', 'freeze', 'move', 'prop', 'fling', 'signal', 'flag', 'zone', 'stop'])

/** A scatter that draws from the pool of a sound decides which of it comes next. */
const sharesPool = (step: Step, cue: Cue): boolean =>
  step.kind === 'scatter' && cue.steps.some((other) => other.kind === 'sound' && other.pool === step.pool)

function holdOf(step: Step): Hold | undefined {
  if (step.kind === 'sound') return step.loop ? step.hold : undefined
  return 'hold' in step ? step.hold : undefined
}
