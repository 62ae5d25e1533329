import type { Point, Reach, SoundStep } from '../show/types'
import type { Agenda, Entry } from './agenda'
import type { CameraClaim } from './camera'
import type { ChannelHistory, Tracks } from './channels'
import type { Compiled, CompiledStep, RuleInstance } from './compile'
import type { EdgeFinder } from './edges'
import type { EndReason } from './events'
import type { FlightRecord } from './flights'
import type { MobileFinder } from './mobile'
import type { FadeClaim } from './picture'
import type { Walker } from './walker'
import type { Draft } from './write'

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
  plan: CompiledStep
  phase: 'waiting' | 'on' | 'over'
  entry: Entry | undefined
  /** Gives back what the step took. */
  letGo: ((how: 'own' | 'cut') => void) | undefined
}
/** One firing of a cue. */
export interface Playing {
  number: number
  rule: RuleInstance
  body: Body
  ordinal: number
  memory: Memory
  phase: 'delayed' | 'on' | 'over'
  entry: Entry | undefined
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
  log: Draft
  /** Ends the run with an error that names the loop it is caught in. */
  goesRound: (atOnce: boolean) => never
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
  /** Somebody's presence, route, facing or pace has changed since the last look at gazes. */
  changed: boolean
  /** Body by body, what finds the edges of zones that stand still. */
  finders: EdgeFinder[]
  /** What finds the edges of zones that move, if there are any. */
  mobile: MobileFinder | undefined
  /** Everybody has been held for too long: the run is over. */
  lockedIn: boolean
}

/** A body's name in logs and luck. */
export const nameOf = (body: Body): string => body?.walk.id ?? ''
