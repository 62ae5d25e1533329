import type { Lock, Point, StepKind } from '../../show'

export type Gate = 'off' | 'who' | 'debounce' | 'condition' | 'limit' | 'cooldown' | 'busy' | 'chance'
export type EndReason = 'done' | 'released' | 'stopped' | 'restarted' | 'run over'

/** One event of a run's log (`esvik-run`, version 1). Times in seconds. */
export type RunEvent =
  | { t: number; kind: 'enter'; player?: string; prop?: string; zone: string; quiet?: true }
  | { t: number; kind: 'leave'; player?: string; prop?: string; zone: string }
  | {
      t: number
      kind: 'fire'
      rule: string
      zone?: string
      cue: string
      playing: number
      player?: string
      prop?: string
    }
  | { t: number; kind: 'held'; rule: string; zone?: string; player?: string; prop?: string; gate: Gate; left?: number }
  | { t: number; kind: 'start'; playing: number; cue: string; player?: string; prop?: string }
  | { t: number; kind: 'end'; playing: number; cue: string; player?: string; prop?: string; why: EndReason }
  | StepEvent
  | { t: number; kind: 'stepEnd'; playing: number; step: string }
  | SoundEvent
  | { t: number; kind: 'press'; player: string; key?: string; taken: string[] }
  | { t: number; kind: 'move'; player: string; from: Point; to: Point }
  | { t: number; kind: 'lock' | 'unlock'; player: string; locks: Lock[]; pace?: number }
  | { t: number; kind: 'signal'; name: string; playing?: number; heard: number }
  | { t: number; kind: 'flag'; flag: string; value: boolean | number }
  | { t: number; kind: 'zone'; zone: string; enabled: boolean }
  | { t: number; kind: 'impact'; prop: string; at: Point; speed: number }
  | { t: number; kind: 'walkEnd'; player: string; locked?: true }
export interface StepEvent {
  t: number
  kind: 'step'
  playing: number
  step: string
  of: StepKind
  count?: number
  text?: string
  marks?: string[]
  locks?: Lock[]
  speed?: number
  yaw?: number
  pitch?: number
  spin?: number
  channel?: string
}
export interface SoundEvent {
  t: number
  kind: 'sound'
  playing: number
  step: string
  sound: string
  bus: string
  place: Point | 'head'
  gain: number
  pitch: number
  length: number
}

/** The log as it is written to a file. */
export interface RunLog {
  format: 'esvik-run'
  version: 1
  show: string
  walks: string[]
  seed: number
  length: number
  events: RunEvent[]
}
