/**
 * The complete show: what a `.esvik.json` document says once every default is filled in.
 * Units: metres, seconds, degrees, decibels, cents, candela. Axes as in glTF 2.0, +Y up.
 */
export type Point = [number, number, number]
export type Spot = [number, number]
export type Range = [number, number]
export type Colour = string

export interface Show {
  format: 'esvik-show'
  version: 1
  title: string
  note: string
  player: Player
  place: Place
  atmosphere: Atmosphere
  flags: Flag[]
  sounds: Sound[]
  pools: Pool[]
  buses: Bus[]
  cues: Cue[]
  zones: Zone[]
  kits: Kit[]
  rules: Rule[]
  walks: Walk[]
  wishes: Wishes
}
/** A show as somebody wrote it: defaults may be omitted. Only `completeShow` turns one into a Show. */
export type ShowFile = { [field: string]: unknown }

export interface Named {
  id: string
  name: string
  note?: string
}
export interface Wishes {
  quiet?: Range
  ceiling?: number
  flashes: number
}
export interface Player {
  height: number
  radius: number
  eye: number
  walk: number
  run: number
}
export interface Place {
  floors: Floor[]
  walls: Wall[]
  props: Prop[]
  lights: Light[]
  marks: Mark[]
  mesh?: Mesh
}
export interface Floor extends Named {
  y: number
  outline: Spot[]
  slopeTo?: { edge: [number, number]; y: number }
}
export interface Opening {
  id: string
  name?: string
  at: number
  width: number
  sill: number
  height: number
}
export interface Wall {
  id: string
  name?: string
  note?: string
  from: Spot
  to: Spot
  y: number
  height: number
  thickness: number
  openings: Opening[]
}
export interface Prop extends Named {
  kind: 'box' | 'cylinder' | 'model'
  at: Point
  yaw: number
  size: Point
  colour: Colour
  asset?: string
  shown: boolean
  solid: boolean
  mass: number
  bounce: number
  grip: number
  tags: string[]
}
export interface Light extends Named {
  kind: 'point' | 'spot'
  at: Point
  yaw: number
  pitch: number
  colour: Colour
  candela: number
  reach: number
  cone: number
  edge: number
  on: boolean
  tiedTo?: { prop: string } | { player: true }
}
export type Mark =
  | (Named & { kind: 'standing'; at: Point; yaw: number })
  | (Named & { kind: 'camera'; at: Point; yaw: number; pitch: number; fov: number })
export interface Mesh {
  asset: string
  scale: number
  yaw: number
  at: Point
  cutAt: number
}
export interface Atmosphere {
  ambient: Colour
  level: number
  shadow: Colour
  fog?: { colour: Colour; density: number }
  vignette?: { amount: number; softness: number }
  exposure: number
}
export interface Flag extends Named {
  start: boolean | number
}
export interface Sound extends Named {
  asset: string
  seconds: number
  gain: number
  trim?: Range
  tags: string[]
}
export interface Bus extends Named {
  gain: number
}
export interface Pool extends Named {
  sounds: { sound: string; weight: number }[]
  draw: 'shuffle' | 'random' | 'sequence'
  avoid: number
  gain: Range
  pitch: Range
}

export type Shape =
  | { kind: 'box'; at: Point; yaw: number; size: Point }
  | { kind: 'cylinder'; at: Point; radius: number; height: number }
  | { kind: 'prism'; y: number; height: number; outline: Spot[] }
  | { kind: 'sphere'; at: Point; radius: number }
export type ShapeKind = Shape['kind']

export interface Zone extends Named {
  shape: Shape
  enabled: boolean
  rim: number
  notices: 'body' | 'feet' | 'eyes'
  tiedTo?: { prop: string }
  rules: Rule[]
  tags: string[]
  kit?: string
  overrides?: { [ruleId: string]: Partial<Rule> }
}
export interface Rule {
  id: string
  name?: string
  note?: string
  enabled: boolean
  on: Moment
  who: Who
  when: Condition[]
  per: 'player' | 'run'
  debounce: number
  limit?: { times: number }
  cooldown?: { seconds: number; from: 'fire' | 'end' }
  busy: 'skip' | 'restart' | 'overlap' | 'queue'
  chance: number
  delay: number
  cue: string
  onLeave: 'release' | 'stop' | 'nothing'
}
export interface Who {
  kinds: BodyKind[]
  tags: string[]
}
export type BodyKind = 'player' | 'creature' | 'prop'
export type Target = { prop: string } | { mark: string }
export type Moment =
  | { at: 'enter' }
  | { at: 'leave' }
  | { at: 'dwell'; seconds: number }
  | { at: 'use'; facing?: Target & { within: number } }
  | { at: 'look'; target: Target; within: number; seconds: number }
  | { at: 'signal'; name: string; inside: boolean }
  | { at: 'clock'; seconds: number }
export interface Condition {
  flag: string
  is: '=' | '!=' | '<' | '<=' | '>' | '>='
  value: boolean | number
}
export interface Kit extends Named {
  rules: Rule[]
  shape?: { [field: string]: unknown }
}

export interface Cue extends Named {
  steps: Step[]
  for: 'whoever' | 'everyone' | 'inside'
  scare: boolean
}
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
export type AtmosphereStep = StepBase & Ramped & { kind: 'atmosphere' } & Partial<Atmosphere>
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
export type FreezeStep = StepBase & { kind: 'freeze'; locks: Lock[]; hold: Hold }
export type MoveStep = StepBase & { kind: 'move'; mark: string; lift: number; quiet: boolean }
export type PropStep = StepBase &
  Ramped & {
    kind: 'prop'
    prop: string
    shown?: boolean
    colour?: Colour
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

export interface Walk extends Named {
  body: { kind: 'player' | 'creature'; tags: string[]; radius?: number; height?: number }
  start: number
  points: WalkPoint[]
}
export type Look = { yaw: number } | Target | 'ahead'
export interface WalkPoint {
  at: Point
  pace?: number
  pause: number
  use: boolean
  useAfter: number
  look: Look
  arrive: boolean
}
