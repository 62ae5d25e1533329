import { array, lazy, mixed, number, object, string, tuple } from 'yup'
import type { Told } from './messages'

const coordinate = number().min(-1e6).max(1e6).defined()
const shown = object({
  t: number().min(0).max(1e6).defined(),
  seed: number().integer().min(0).defined(),
  walks: array(string().max(200).defined()).max(1000).defined(),
  eyes: lazy((value: unknown) =>
    typeof value === 'object'
      ? object({
          at: tuple([coordinate, coordinate, coordinate]).defined(),
          yaw: coordinate,
          pitch: coordinate,
          fov: coordinate,
        }).noUnknown()
      : string().oneOf(['player']).optional(),
  ),
}).noUnknown()
const told = lazy((value: unknown) =>
  typeof value === 'object' && value !== null && 'shown' in value
    ? object({ shown: shown.defined() }).noUnknown()
    : object({ follows: mixed<boolean>((is): is is boolean => typeof is === 'boolean').defined() }).noUnknown(),
)
/** What a window tells of itself; nothing if that says nothing. */
export function toldIn(text: string): Told | undefined {
  try {
    return told.validateSync(JSON.parse(text), { strict: true }) as Told
  } catch {
    return undefined
  }
}
