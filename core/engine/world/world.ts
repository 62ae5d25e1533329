import type { Step } from '../../show'
import type { Agenda, Entry } from '../../base'
import type { Compiled, CompiledStep, CompiledZone, RuleInstance } from '../compile'
import type { Audible, CameraClaim, ChannelHistory, FadeClaim, FlightRecord, Tracks } from '../history'
import type { Draft, EndReason, Endless } from '../log'
import type { Body } from '../ways'

/** What one rule remembers of one player, or of the whole run, whichever its `per` says. */
export interface Memory {
  fired: number
  firedAt: number
  /** The playing it fired last and when that ended. */
  latest: Playing | undefined
  endedAt: number
  on: Playing[]
  queued: { body: Body | undefined; ordinal: number } | undefined
}

/** What a pool remembers for a rule and a body: what is left of its bag, what came last, which comes next in a sequence. */
export interface PoolMemory {
  bag: number[]
  last: number[]
  next: number
}

export interface StepState {
  playing: Playing
  plan: CompiledStep
  phase: 'waiting' | 'on' | 'over'
  entry: Entry
  /** What the step has acquired for as long as it lasts, and what gives that back. */
  acquired: unknown
  letGo: LetGo<never> | undefined
  /** Its end is on the agenda. */
  awaited: boolean
}

/**
 * What a step does when it begins. Gives its own length in seconds, if it has one that isn't its hold;
 * what it acquires for as long as it lasts it notes by `acquires`.
 */
export type Effect<S extends Step> = (world: World, playing: Playing, state: StepState, step: S) => number | undefined

/** Gives back what a step acquired: it ends by itself, or is cut. */
export type LetGo<T> = (world: World, acquired: T, how: 'own' | 'cut', state: StepState) => void

/** A step acquires something for as long as it lasts. (No closure: runs make thousands of these.) */
export function acquires<T>(state: StepState, acquired: T, letGo: LetGo<T>): void {
  state.acquired = acquired
  state.letGo = letGo
}

/** One firing of a cue. */
export interface Playing {
  number: number
  rule: RuleInstance
  body: Body | undefined
  ordinal: number
  memory: Memory
  phase: 'delayed' | 'on' | 'over'
  entry: Entry
  steps: StepState[]
  /** How many steps are still to come, or on for as long as they say themselves. */
  open: number
  /** Whether what ended last, of the steps that set the length, ended by release. */
  lastByRelease: boolean
  /** What of its body lets go of it. */
  releasedBy: 'leave' | 'enter'
}

/** Hears of what changes for those who seek edges and looks. Calls, at once: what belongs to one time has an order. */
export interface Watch {
  /** The presence of a body in a zone has begun or ended. */
  toggled(body: Body, zone: CompiledZone): void
  /** A body is held or let go, or its facing is. */
  turned(body: Body): void
  /** A body's way has changed: it is looked up once this has been carried out. */
  rerouted(body: Body): void
  /** A body was put at the begin of its way: what it touches there has been worked out. */
  placed(body: Body): void
  /** A prop has begun to move or to go back. */
  moved(prop: string): void
}

/** Everything a run is in the middle of. */
export interface World {
  compiled: Compiled
  /** What each kind of step does, by its number. */
  effects: readonly Effect<Step>[]
  watch: Watch
  /** Hears that a playing has ended, and why. */
  ended: (world: World, playing: Playing, why: EndReason) => void
  seed: number
  now: number
  agenda: Agenda<World>
  log: Draft
  /** Ends the run with an error that names the loop it is caught in. */
  goesRound: (how: Endless) => never
  /** The run may not go on for longer (s). */
  longest: number
  walkers: Body[]
  /** The walkers, and after them the props that some cue flings. */
  bodies: Body[]
  /** The walkers that are players, by their place in the run. */
  players: Body[]
  /** Their places in the run. */
  everyone: number[] | undefined
  enabled: Uint8Array
  /** Zone by zone, whether it notices anybody: it is on, and nobody has its prop with them. */
  notices: Uint8Array
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
  /** Of both those that were not over when it was last asked: what begins goes on from these. */
  on: { fades: FadeClaim[][]; cameras: CameraClaim[][] }
  locks: ChannelHistory['locks']
  /** As in the channels' history, by prop. */
  abouts: Map<string, ChannelHistory['abouts'][string]>
  audible: Audible[]
  /** When each prop was set going last, or back. */
  setGoing: Map<string, number>
  /** What is thrown flies, or only as its flight is known already, or not at all. */
  flies: 'all' | 'known' | 'nothing'
  /** Whether something was thrown whose flight isn't known. */
  lacksFlights: boolean
  /** Only what decides when rules fire is of interest. */
  tally: boolean
  flights: FlightRecord[]
  /** Zones whose prop has been moved: what finds the edges of zones that move finds theirs from then on. */
  moving: Uint8Array
  /** How many moments were left to chance. */
  chances: number
  /** Everybody has been held for too long: the run is over. */
  lockedIn: boolean
}

/** A body's name in logs and luck. */
export const nameOf = (body: Body | undefined): string => body?.walk.id ?? ''
