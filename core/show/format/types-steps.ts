import type { Atmosphere, Colour, Point, Range, Spot, Surface } from './types-values'

/** What a cue does: every kind of step, complete. */
export type Hold = number | 'cue' | 'release' | 'keep'
export type Ease = 'linear' | 'in' | 'out' | 'inout'
export interface Ramp {
  seconds?: number
  rate?: number
  ease: Ease
}
export type Where =
  | { at: 'prop'; prop: string }
  | { at: 'mark'; mark: string }
  | { at: 'zone' }
  | { at: 'player' }
  | { at: 'around'; near: number; far: number; arc: number }
  | { at: 'head' }
interface StepBase {
  id: string
  note?: string
  at: number
  jitter: number
  muted: boolean
}
interface Ramped {
  ramp: Ramp
  release?: Ramp
  hold: Hold
}
export interface Reach {
  near: number
  far: number
  law: 'inverse' | 'linear'
  /** What each wall between it and the ears takes of it (dB). */
  walls: number
}
export type SoundStep = StepBase & {
  kind: 'sound'
  pool?: string
  sound?: string
  where: Where
  gain: Range
  pitch: Range
  bus: string
  reach: Reach
  fadeIn: number
  fadeOut: number
  loop: boolean
  hold: Hold
}
export type BedStep = StepBase & {
  kind: 'bed'
  sound: string
  where: Where
  gain: number
  fadeIn: number
  fadeOut: number
  bus: string
  hold: Hold
}
export type ScatterStep = StepBase & {
  kind: 'scatter'
  pool: string
  every: Range
  first: Range
  where: Where
  most: number
  gain: Range
  pitch: Range
  bus: string
  hold: Hold
}
export type LevelStep = StepBase & Ramped & { kind: 'level'; bus: string; gain: number }
export interface Flicker {
  pattern: 'candle' | 'tube' | 'pulse'
  rate: number
  depth: number
}
export type LightStep = StepBase &
  Ramped & { kind: 'light'; light: string; candela?: number; colour?: Colour; on?: boolean; flicker?: Flicker }
export type DriftStep = StepBase & {
  kind: 'drift'
  target: { light: string } | { bus: string }
  rate: number
  to: number
  fall?: number
  hold: Hold
}
export type AtmosphereStep = StepBase & Ramped & { kind: 'atmosphere'; preset?: string } & Partial<Atmosphere>
export type PromptStep = StepBase & {
  kind: 'prompt'
  text: string
  key?: string
  anchor: { prop: string } | { mark: string } | { zone: string }
  lift: number
  faces: 'camera' | number
  side: 'both' | 'front'
  size: number
  hold: Hold
}
export type CameraStep = StepBase & {
  kind: 'camera'
  marks: { mark: string; travel: number; ease: Ease; stay: number }[]
  back?: { seconds: number; ease: Ease }
  ears: 'player' | 'camera'
}
export type FadeStep = StepBase & { kind: 'fade'; colour: Colour; in: number; stay: number; out: number }
export type Lock = 'walk' | 'jump' | 'look' | 'use'
export type FreezeStep = StepBase & { kind: 'freeze'; locks: Lock[]; pace?: number; hold: Hold }
export type MoveStep = StepBase & { kind: 'move'; mark: string; lift: number; quiet: boolean }
export type PropStep = StepBase &
  Ramped & {
    kind: 'prop'
    prop: string
    shown?: boolean
    colour?: Colour
    surface?: Surface
    carried?: true
    slide?: { by: Point }
    turn?: { by: number; about: Spot }
  }
export type FlingStep = StepBase & {
  kind: 'fling'
  prop: string
  speed: Range
  yaw: number
  pitch: number
  spread: number
  spin?: Range
  impact?: string
  vanishAfter?: number
}
export type BurstStep = StepBase & {
  kind: 'burst'
  where: Where
  count: Range
  life: Range
  speed?: Range
  rise: number
  colour?: Colour
  size?: number
}
export type SignalStep = StepBase & { kind: 'signal'; name: string; delay: number }
export type FlagStep = StepBase & { kind: 'flag'; flag: string; set?: boolean | number; add?: number }
export type ZoneStep = StepBase & { kind: 'zone'; zone: string; enabled: boolean }
export type StopStep = StepBase & { kind: 'stop'; cue: string; fade: number }
export type Step =
  | SoundStep
  | BedStep
  | ScatterStep
  | LevelStep
  | LightStep
  | DriftStep
  | AtmosphereStep
  | PromptStep
  | CameraStep
  | FadeStep
  | FreezeStep
  | MoveStep
  | PropStep
  | FlingStep
  | BurstStep
  | SignalStep
  | FlagStep
  | ZoneStep
  | StopStep
export type StepKind = Step['kind']
