/**
 * The complete show: what a `.esvik.json` document says once every default is filled in.
 * Units: metres, seconds, degrees, decibels, cents, candela. Axes as in glTF 2.0, +Y up.
 */
import type { Step } from './types-steps'
import type { Atmosphere, Colour, Point, Range, Spot, Surface } from './types-values'

export type * from './types-steps'
export type * from './types-values'

export interface Show {
  format: 'esvik-show'
  version: 1
  title: string
  note: string
  player: Player
  place: Place
  atmosphere: Atmosphere
  /** Named atmospheres that steps go to. */
  atmospheres: Preset[]
  flags: Flag[]
  sounds: Sound[]
  pools: Pool[]
  buses: Bus[]
  cues: Cue[]
  zones: Zone[]
  kits: Kit[]
  rules: Rule[]
  walks: Walk[]
  populations: Population[]
  wishes: Wishes
  groups: Group[]
  remarks: Remark[]
}

export interface Named {
  id: string
  name: string
  note?: string
}
export type Preset = Named & Partial<Atmosphere>
/** Who sets out in a study, as they differ from the walks that they follow. */
export interface Population extends Named {
  /** The walks that its walkers go, each one of them in turn, or all together; none: those that are followed, together. */
  walks: string[]
  together: boolean
  /** Times the walk's own. */
  pace: Range
  pauses: Range
  /** So much later than the walk (s). */
  start: Range
  /** So far aside of the walk at the most, where the floor allows and nothing stands (m). */
  aside: number
  /** The share that turns back once, and that dithers at a doorway. */
  turnsBack: number
  dithers: number
  /** The share of the walk's presses that are done, and of its points at which one looks elsewhere. */
  presses: number
  looks: number
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
  /** How high one jumps, and how high a step one takes (m). */
  jump: number
  step: number
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
  surface?: Surface
  colour?: Colour
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
  surface?: Surface
  colour?: Colour
}
export type PropForm = 'door' | 'lamp' | 'shelf' | 'cup'
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
  /** What it is drawn as; its box or cylinder if nothing is said. */
  form?: PropForm
  /** The side of a door, seen from its own +z, on which it hangs; left if nothing is said. */
  hinge?: 'left' | 'right' | 'slides'
  tags: string[]
  surface?: Surface
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
export interface Flag extends Named {
  start: boolean | number
}
export interface Sound extends Named {
  asset: string
  seconds: number
  gain: number
  trim?: Range
  tags: string[]
  credit?: Credit
}
/** Whom a sound is owed to, and on which terms. */
export interface Credit {
  by?: string
  from?: string
  licence?: string
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

export interface Zone extends Named {
  shape: Shape
  enabled: boolean
  rim: number
  notices: 'body' | 'feet' | 'eyes'
  tiedTo?: { prop: string }
  /** Zones that this one is meant to hold wholly. */
  holds?: string[]
  rules: Rule[]
  tags: string[]
  kit?: string
  overrides?: { [ruleId: string]: Override }
  /** Its own things for the parts of its kit. */
  parts?: { [partId: string]: string }
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
  | { at: 'use'; key: string; facing?: Target & { within: number } }
  | { at: 'look'; target: Target; within: number; seconds: number }
  | { at: 'signal'; name: string; inside: boolean }
  | { at: 'clock'; seconds: number }
  | { at: 'end'; cue: string; why: 'done' | 'released' | 'stopped' | 'any'; inside: boolean }
export interface Condition {
  flag: string
  is: '=' | '!=' | '<' | '<=' | '>' | '>='
  value: boolean | number
}
/** What a zone has otherwise than its kit; null takes away a limit or a cooldown. */
export type Override = Partial<Omit<Rule, 'limit' | 'cooldown'>> & {
  limit?: Rule['limit'] | null
  cooldown?: Rule['cooldown'] | null
}
export type PartKind = 'light' | 'prop' | 'mark' | 'flag' | 'zone' | 'sound' | 'pool'
/** A thing that each zone of a kit has of its own. */
export interface KitPart extends Named {
  is: PartKind
}
export interface Kit extends Named {
  rules: Rule[]
  /** Zones of this kit each have their own of these. */
  parts: KitPart[]
  shape?: { [field: string]: unknown }
}

export interface Cue extends Named {
  steps: Step[]
  for: 'whoever' | 'everyone' | 'inside'
  scare: boolean
  /** How many may never meet it, and how many may get it more than once (shares, 0 to 1). */
  wish?: { never: number; more: number }
}
export interface Walk extends Named {
  body: { kind: 'player' | 'creature'; tags: string[]; radius?: number; height?: number }
  start: number
  /** It is what somebody did: no freeze holds or slows them, and nothing puts them elsewhere. */
  went: boolean
  points: WalkPoint[]
}
export type Look = { yaw: number } | Target | 'ahead'
export interface WalkPoint {
  at: Point
  pace?: number
  pause: number
  use: boolean
  key: string
  useAfter: number
  look: Look
  arrive: boolean
  /** Put here from the point before, at once. */
  jump: boolean
}
/** What belongs together, under one name: ids of things, each in one group at most. No run depends on it. */
export interface Group extends Named {
  zones?: string[]
  cues?: string[]
  props?: string[]
  lights?: string[]
  marks?: string[]
  floors?: string[]
  walls?: string[]
  sounds?: string[]
  walks?: string[]
}
/** A note put down somewhere in the place, and in the run where it was. */
export interface Remark {
  id: string
  text: string
  at: Point
  yaw?: number
  pitch?: number
  seconds?: number
  walk?: string
  seed?: number
  done: boolean
}
