import { array, lazy, number, object, string, tuple } from 'yup'
import { coordinate, finite, told, yesOrNo } from '../http/told'
import type { Told } from './messages'

const shown = object({
  t: finite().min(0).max(1e6).defined(),
  seed: number().integer().min(0).defined(),
  walks: array(string().max(200).defined()).max(1000).defined(),
  eyes: lazy((value: unknown) =>
    typeof value === 'object'
      ? object({
          at: tuple([coordinate(), coordinate(), coordinate()]).defined(),
          yaw: coordinate(),
          pitch: coordinate(),
          fov: coordinate(),
        }).noUnknown()
      : string().oneOf(['player']).optional(),
  ),
}).noUnknown()
const word = lazy((value: unknown) =>
  typeof value === 'object' && value !== null && 'shown' in value
    ? object({ shown: shown.defined() }).noUnknown()
    : object({ follows: yesOrNo() }).noUnknown(),
)
/** What a window tells of itself; nothing if that says nothing. */
export const toldIn = (text: string): Told | undefined => told<Told>(word, text)
