import type { Point, Reach, SoundStep, Step } from '../show/types'
import type { Agenda, Entry } from './agenda'
import type { CameraClaim } from './camera'
import type { ChannelHistory, Tracks } from './channels'
import type { Compiled, CompiledZone, RuleInstance } from './compile'
import type { EndReason, RunEvent } from './events'
import type { FlightRecord } from './flights'
import type { FadeClaim } from './picture'
import type { Walker } from './walker'

/** Somebody or nobody: clock moments, and signals that nobody sent, have no body. */
export type Body = Walker | undefined

/** What one rule remembers of one player, or of the whole run, whichever its `per` says. */
export interface Memory {
  fired: number
  firedAt: number
  /** The playing it fired last and when that ended. */
  latest: Playing | undefined
  endedAt: number
  on: Playing[]
  queued: { body: Body; ordinal: number } | undefined
}

export interface StepState {
  step: Step
  phase: 'waiting' | 'on' | 'over'
  entry?: Entry
  /** Gives back what the step took. */
  letGo?: (how: 'own' | 'cut') => void
}
/** One firing of a cue. */
export interface Playing {
  number: number
  rule: RuleInstance
  body: Body
  ordinal: number
  memory: Memory
  phase: 'delayed' | 'on' | 'over'
  entry?: Entry
  steps: StepState[]
  /** Whether what ended last, of the steps that set the length, ended by release. */
  lastByRelease: boolean
  audible: Audible[]
  endsAs?: EndReason
}

/** One sound of a run as it is heard: what the log says of it, and how long it really sounds. */
export interface Audible {
  t: number
  playing: number
  step: string
  sound: string
  bus: string
  /** Who hears it: indices of the run's walks. */
  heardBy: number[]
  place: Point | 'head'
  /** It stays with this walk's body. */
  follows?: number
  reach: Reach
  gain: number
  pitch: number
  loop: boolean
  fadeIn: number
  /** From here it fades out, over `fadeOut`. */
  until: number
  fadeOut: number
}
export const DEFAULT_REACH: SoundStep['reach'] = { near: 1, far: 20, law: 'inverse' }

/** Everything a run is in the middle of. */
export interface World {
  compiled: Compiled
  seed: number
  now: number
  agenda: Agenda
  log: RunEvent[]
  emit: (event: RunEvent) => void
  walkers: Walker[]
  /** The walkers, and after them the props that some cue flings. */
  bodies: Walker[]
  /** The walkers that are players, by their place in the run. */
  players: Walker[]
  enabled: Uint8Array
  flags: Map<string, boolean | number>
  memories: (Memory | undefined)[]
  /** For debounce and luck: each rule's moments by each body. */
  moments: ({ last: number; count: number } | undefined)[]
  pools: Map<string, { bag: number[]; last: number[]; next: number }>
  playings: Playing[]
  nextPlaying: number
  signalsUnderWay: number
  tracks: Tracks
  fades: FadeClaim[][]
  cameras: CameraClaim[][]
  locks: ChannelHistory['locks']
  abouts: ChannelHistory['abouts']
  audible: Audible[]
  flies: boolean
  flights: FlightRecord[]
  /** Where the middles of flung props lie. */
  landed: Map<string, Point>
  /** Walks whose place among the edges must be looked up again. */
  stale: Set<Walker>
  /** Somebody's presence, route, facing or pace has changed since the last look at gazes and zones that move. */
  changed: boolean
  /** What the edges of zones that move hang on has changed: a way, a pace, a prop, a presence in one of them. */
  shifted: boolean
  /** A presence has begun or ended. */
  toggled: (walker: Walker, zone: CompiledZone) => void
  /** Ends the run if everybody has been held for too long. */
  checkLockedIn: () => void
}

/** A body's name in logs and luck. */
export const nameOf = (body: Body): string => body?.walk.id ?? ''

/** How an event names its body: `player` for those who walk, `prop` for what was flung, nothing for nobody. */
export function named(body: Body): { player?: string; prop?: string } {
  if (!body) return {}
  return body.kind === 'prop' ? { prop: body.walk.id } : { player: body.walk.id }
}
