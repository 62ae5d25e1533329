import type { Colour, Flicker, Lock, Point, Surface } from '../../show'
import type { Pose } from './camera'
import type { Value } from './ramps'

/** The fields of each kind of channel, as they are at a time. Units: candela, decibels, metres, degrees. */
export interface ChannelFields {
  /** `candela` is without flicker; `on` goes from 0 to 1. */
  light: { candela: number; colour: Colour; on: number; flicker: Flicker | null }
  bus: { gain: number }
  prompt: { shown: boolean; text: string }
  /** `carried` is the walk of the player who has it with them. */
  prop: {
    shown: boolean
    colour: Colour
    slide: Point
    turn: number
    surface: Surface | null
    carried: string | null
  }
  atmosphere: {
    ambient: Colour
    level: number
    shadow: Colour
    fogColour: Colour
    fogDensity: number
    vignetteAmount: number
    vignetteSoftness: number
    exposure: number
  }
  camera: Pose
  picture: { colour: Colour; opacity: number }
  /** `pace` is the share of their pace at which they walk. */
  controls: { locks: Lock[]; pace: number }
}

/** What a channel has, by its name: a name that is only known as it is found has fields of any kind. */
export type FieldsOf<Channel extends string> = string extends Channel
  ? { [field: string]: Value }
  : Channel extends keyof ChannelFields
    ? ChannelFields[Channel]
    : Channel extends `${infer Kind extends keyof ChannelFields}:${string}`
      ? ChannelFields[Kind]
      : { [field: string]: Value }
