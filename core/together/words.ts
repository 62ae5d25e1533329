import type { RunEvent } from '../engine'
import type { Operation, Point, Show } from '../show'
import type { Beginning } from '../walking'

/** Where somebody was told to be at a beat: which of the members, at x, y, z, facing a yaw and a pitch (degrees), and a key they pressed. */
export type Row = [member: number, x: number, y: number, z: number, yaw: number, pitch: number, key?: string]

/** One thing after the other that a run of several was made of: who has all of them has the run. */
export type Entry =
  /** The first: of what, by whom, and from where. The walk that is walked by hand is that of member 0. */
  | { kind: 'begin'; show: Show; beginning: Beginning }
  /** One more walks in, as a player of a name of their own (also the first does, without). */
  | { kind: 'joins'; name: string; at: Point; yaw: number }
  | { kind: 'leaves'; member: number }
  /** Where all are at a time (s of the run), and what has been decided since the last. */
  | { kind: 'beat'; t: number; rows: Row[]; events: RunEvent[] }
  | { kind: 'edit'; patch: Operation[] }
  /** All go back to a time (s). */
  | { kind: 'back'; t: number }
  /** The run can't go on. */
  | { kind: 'over'; why: string }

/** What somebody wants to be done, once. */
export type Order = { key: string } | { pace: number } | { back: number }

/** What a window says, many times a second; all that counts is said until it is known to have been heard. */
export interface Say {
  /** Each is later than the last. */
  n: number
  /** How many entries it has, without a gap. */
  has: number
  /** Where its body is; nothing if it looks on. */
  pose?: [x: number, y: number, z: number, yaw: number, pitch: number]
  /** How often it has been put elsewhere. */
  puts: number
  /** The number of the first order that follows, and those that it doesn't know to have been heard. */
  from: number
  orders: Order[]
}

/** What a window hears: entries from a number on. */
export interface Packet {
  from: number
  entries: Entry[]
  /** How many of its orders have been heard. */
  heard: number
  /** How fast all goes on: 0 while it stands still. */
  pace: number
  /** Which member it is; nothing if it looks on. */
  member?: number
}
