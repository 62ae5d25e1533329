import type { Point, Reach, SoundStep } from '../../show'

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
  /** The prop that it is at, or that its zone is tied to: whoever takes that along takes it along. */
  prop?: string
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
/** How far everything is heard that says nothing of it. */
export const DEFAULT_REACH: SoundStep['reach'] = { near: 1, far: 20, law: 'inverse', walls: 0 }
