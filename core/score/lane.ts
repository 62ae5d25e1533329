import type { Gate } from '../engine'
import type { Bearing, StepKind } from '../show'

/** Why nobody of a run met a zone: it was off, or off as somebody passed; it was passed below or above; a walk that leads there was moved, or the run was over before; no walk leads there. */
export type Unmet = 'off' | 'off then' | 'height' | 'sent elsewhere' | 'unreached' | 'untouched'
export interface Fired {
  t: number
  rule: string
  cue: string
  playing: number
  player?: string
}
export interface Held {
  t: number
  rule: string
  gate: Gate
  left?: number
  player?: string
}
export interface PlayingSpan {
  playing: number
  cue: string
  from: number
  to: number
  /** What it is above all: something that goes on, a freeze, a picture, or the rest. */
  look: Bearing
  delayed: number
}
/** Something that a cue does beside sounding: a step that began, or a flung prop that hit. */
export interface Act {
  t: number
  kind: Exclude<StepKind, 'sound' | 'bed' | 'scatter'> | 'impact'
  cue: string
  step: string
  playing: number
}
/** A signal on its way: from the step that sends it to the rules that hear it. */
export interface SignalPath {
  name: string
  sent: number
  t: number
  /** The lane of the sender; undefined for rules without a zone. */
  from: string | undefined
  heard: { zone: string | undefined; rule: string; fired: boolean }[]
}
/** One zone over the time of a run. Times in seconds. */
export interface Lane {
  zone: string
  /** The group whose lane it is, of several zones. */
  group?: string
  name: string
  /** Its place in the order in which the walks meet the zones, from 1. */
  met?: number
  unmet?: Unmet
  /** It is of a zone that only an earlier version had. */
  gone?: true
  /** `put`: moved there by a cue, without setting off what is there. */
  presences: { from: number; to: number; player: string; put?: true }[]
  fired: Fired[]
  held: Held[]
  playings: PlayingSpan[]
  acts: Act[]
  /** From a moment until it could count again. */
  debounces: { from: number; to: number }[]
  /** From where the rest begins until the rule can fire again. */
  cooldowns: { from: number; to: number }[]
}
/** A run as lanes. */
export interface Score {
  lanes: Lane[]
  /** Rules without a zone: what they fired and what was held. */
  noZone: Lane | undefined
  signals: SignalPath[]
  /** What the hands of each player may not do, and when. */
  locks: { from: number; to: number; locks: string[]; player: string }[]
}
