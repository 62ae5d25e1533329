import type { Point, Reach, SoundStep } from '../show/types'
import type { Agenda, Entry } from './agenda'
import type { CameraClaim } from './camera'
import type { ChannelHistory, Tracks } from './channels'
import type { Compiled, RuleInstance } from './compile'
import type { CompiledStep } from './cues'
import type { EdgeFinder } from './edges'
import type { FlightRecord } from './flung'
import type { MobileFinder } from './mobile'
import type { FadeClaim } from './picture'
import type { PoolMemory } from './pools'
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

/** Nothing of a rule plays: a list that nothing is put into. */
export const NOTHING_ON: Playing[] = []

export interface StepState {
  playing: Playing
  plan: CompiledStep
  phase: 'waiting' | 'on' | 'over'
  entry: Entry
  /** What the step has taken for as long as it lasts, and what gives that back. */
  took: unknown
  letGo: LetGo<never> | undefined
}
/** Gives back what a step took: it ends by itself, or is cut. */
export type LetGo<T> = (world: World, took: T, how: 'own' | 'cut', state: StepState) => void

/** A step takes something for as long as it lasts. (No closure: runs make thousands of these.) */
export function takes<T>(state: StepState, took: T, letGo: LetGo<T>): void {
  state.took = took
  state.letGo = letGo
}
/** One firing of a cue. */
export interface Playing {
  number: number
  rule: RuleInstance
  body: Body
  ordinal: number
  memory: Memory
  phase: 'delayed' | 'on' | 'over'
  entry: Entry
  steps: StepState[]
  /** How many steps are still to come, or on for as long as they say themselves. */
  open: number
  /** Whether what ended last, of the steps that set the length, ended by release. */
  lastByRelease: boolean
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

/** How a run has no end: too much happens at one time, too much in all, or it goes on for too long. */
export type Endless = 'at once' | 'events' | 'long'

/** Everything a run is in the middle of. */
export interface World {
  compiled: Compiled
  seed: number
  now: number
  agenda: Agenda<World>
  log: Draft
  /** Ends the run with an error that names the loop it is caught in. */
  goesRound: (how: Endless) => never
  /** The run may not go on for longer (s). */
  longest: number
  walkers: Walker[]
  /** The walkers, and after them the props that some cue flings. */
  bodies: Walker[]
  /** The walkers that are players, by their place in the run. */
  players: Walker[]
  /** Their places in the run. */
  everyone: number[] | undefined
  enabled: Uint8Array
  flags: Map<string, boolean | number>
  memories: (Memory | undefined)[]
  /** What the keys of each rule's streams begin with, once one was drawn from. */
  ruleKeys: (number | undefined)[]
  /** For debounce and luck: each rule's moments by each body. */
  moments: ({ last: number; count: number } | undefined)[]
  /** By rule, body and pool. */
  pools: Map<number, PoolMemory>
  playings: Playing[]
  nextPlaying: number
  signalsUnderWay: number
  tracks: Tracks
  fades: FadeClaim[][]
  cameras: CameraClaim[][]
  locks: ChannelHistory['locks']
  /** As in the channels' history, by prop. */
  abouts: Map<string, ChannelHistory['abouts'][string]>
  audible: Audible[]
  /** When each prop was set going last, or back. */
  setGoing: Map<string, number>
  flies: boolean
  /** Only what decides when rules fire is of interest. */
  tally: boolean
  flights: FlightRecord[]
  /** Zones whose prop has been moved: what finds the edges of zones that move finds theirs from then on. */
  roams: Uint8Array
  /** Walks whose place among the edges must be looked up again. */
  stale: Set<Walker>
  /** Somebody's presence, route, facing or pace has changed since the last look at gazes. */
  changed: boolean
  /** Body by body, what finds the edges of zones that stand still. */
  finders: EdgeFinder[]
  /** What comes next has changed for some of them. */
  edgesChanged: boolean
  /** What finds the edges of zones that move, if there are any. */
  mobile: MobileFinder | undefined
  /** Everybody has been held for too long: the run is over. */
  lockedIn: boolean
}

/** A body's name in logs and luck. */
export const nameOf = (body: Body): string => body?.walk.id ?? ''
