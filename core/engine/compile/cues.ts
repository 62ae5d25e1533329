import { memoFor } from '../../base'
import {
  namesParts,
  ownCuesOf,
  STEP_KINDS,
  type Cue,
  type Hold,
  type Pool,
  type Preset,
  type Prop,
  type Show,
  type Sound,
  type Step,
} from '../../show'
import { busesOf, CHANNEL, claimedChannels, type ClaimedChannel } from '../history'
import type { Legend } from '../log'
import { aimsOf, type Aim } from './aims'
import { flungProps, movedProps, playedSteps } from './moved-props'
import { channelOf, holdOf, traitsOf } from './step-kinds'

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
  /** What it does when it begins, by the number of its kind. */
  effect: number
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

/** Everything that cues come to, whatever fires them. */
export interface CompiledCues {
  /** By their ids. */
  cues: Map<string, CompiledCue>
  /** The channels that their steps claim, by name. */
  channels: Map<string, ClaimedChannel>
  buses: string[]
  /** The props that some cue slides, turns or flings, by their ids, and those that one flings. */
  moved: Map<string, Prop>
  flung: Prop[]
  /** Step by step what the log says of it. */
  legend: Legend['steps']
}

const compiledFor = memoFor<Show['cues'], CompiledCues>()

/** The cues of a show, compiled; the same object as long as no edit touches them or what they play on. */
export function cuesOf(show: Show): CompiledCues {
  const { lights, props } = show.place
  return compiledFor(
    show.cues,
    [show.sounds, show.pools, show.buses, show.atmosphere, show.atmospheres, lights, props, ownCuesOf(show)],
    () => {
      const own = [...ownCuesOf(show).values()]
      const claims = [
        ...show.cues.filter((cue) => !namesParts(cue)).flatMap((cue) => claimsOf(cue)),
        ...own.flatMap(({ cue, zone }) => claimsOf(cue, zone)),
      ]
      const channels = claimedChannels(show, claims)
      const buses = busesOf(show)
      const cues = compiledCues(show, channels, buses)
      return {
        cues,
        channels,
        buses,
        moved: movedProps(show),
        flung: flungProps(show),
        legend: [...cues.values()].flatMap((cue) => cue.steps.map(({ step }) => legendOf(step))),
      }
    },
  )
}

const compiledSound = ({ id, gain, seconds, trim }: Sound, index: number): CompiledSound => ({
  index,
  id,
  gain,
  seconds: trim ? trim[1] - trim[0] : seconds,
})

/** The cues of a show by their ids, with their steps numbered through. */
function compiledCues(
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
    const { pool = '', sound = '' } = traitsOf(step).sounds?.(step) ?? {}
    return { pool: pools.get(pool), sound: sounds.get(sound) }
  }
  const compiled = (given: Step, cue: Cue, zone?: string): CompiledStep => {
    const step = withPreset(given, show.atmospheres)
    const { drawsFirst = false, decides = false, length } = traitsOf(step)
    const hold = holdOf(step)
    const lasts = hold === undefined ? length !== undefined : hold !== 'keep'
    const claimed = claimOf(step, zone)
    const channel = claimed === undefined ? undefined : channels.get(claimed)
    return {
      index: next++,
      step,
      id: step.id,
      effect: STEP_KINDS.indexOf(step.kind),
      drawsFirst,
      at: step.at,
      jitter: step.jitter,
      jitterName: `${step.id}/jitter`,
      hold,
      lasts,
      length: typeof length === 'function' ? length(step) : undefined,
      ...soundingOf(step),
      bus: buses.indexOf('bus' in step ? step.bus : 'spot'),
      decides: decides || sharesPool(step, cue),
      channel,
      aims: channel ? aimsOf(step, channel) : [],
    }
  }
  /** What names parts is played only as zones fill them. */
  const shared = show.cues.map((cue): [string, CompiledCue['cue'], string?] => [cue.id, cue])
  const own = [...ownCuesOf(show)].map(([name, { cue, zone }]): [string, Cue, string] => [name, cue, zone])
  return new Map(
    [...shared, ...own].map(([name, cue, zone], index): [string, CompiledCue] => [
      name,
      { index, cue, steps: namesParts(cue) ? [] : playedSteps(cue).map((step) => compiled(step, cue, zone)) },
    ]),
  )
}

/** A step that names a preset gives what that gives; its own fields stand over it. */
function withPreset(step: Step, presets: readonly Preset[]): Step {
  const preset = step.kind === 'atmosphere' ? presets.find(({ id }) => id === step.preset) : undefined
  if (!preset) return step
  const { id: _id, name: _name, note: _note, ...fields } = preset
  return { ...fields, ...step } as Step
}

/** A scatter that draws from the pool of a sound decides which of it comes next. */
const sharesPool = (step: Step, cue: Cue): boolean =>
  step.kind === 'scatter' && cue.steps.some((other) => other.kind === 'sound' && other.pool === step.pool)

/** The channel that a step claims; a prompt that a zone shows by itself has one of its own. */
function claimOf(step: Step, zone?: string): string | undefined {
  const channel = traitsOf(step).claims?.(step).channel
  return step.kind === 'prompt' && zone !== undefined ? CHANNEL.promptAt(step.id, zone) : channel
}
const claimsOf = (cue: Cue, zone?: string): string[] => playedSteps(cue).flatMap((step) => claimOf(step, zone) ?? [])

/** What an event about a step says that no luck changes. */
function legendOf(step: Step): Legend['steps'][number] {
  const channel = channelOf(step)
  return { step: step.id, of: step.kind, ...(channel !== undefined && { channel }), ...traitsOf(step).logs?.(step) }
}
