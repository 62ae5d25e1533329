import { thousandths } from '~~/core/base'
import type { Step } from '~~/core/show'
import type { PutIn, Way } from '~/sentence/pieces'
import { endOf, type Stroke } from './stroke'

/** A place on the stave that is dragged along the clock: what it is, when it stands, and what putting it at a time does. */
export interface Handle {
  key: string
  says: string
  t: number
  put: (put: PutIn, t: number) => void
}
export const rounded = (seconds: number) => Math.max(0, thousandths(seconds))
/** A handle whose time counts from another: what is put is the way between them. */
export const after = (key: string, says: string, from: number, seconds: number, way: Way): Handle => ({
  key,
  says,
  t: from + seconds,
  put: (put, t) => put(way, rounded(t - from)),
})
/** Where a step that is held ends: dragged it lasts so many seconds. */
export const held = (stroke: Stroke, length: number): Handle => ({
  key: 'end',
  says: 'End',
  t: endOf(stroke, length),
  put: (put, t) => put('hold', rounded(t - stroke.from)),
})
/** How long a change takes there and back; one that goes by a rate, or back as it came, has no such place until it is given one. */
export function changing(step: Extract<Step, { ramp: object }>, stroke: Stroke, length: number): Handle[] {
  const { ramp, release } = step
  const end = held(stroke, length)
  const found: Handle[] = []
  if (ramp.rate === undefined)
    found.push({
      key: 'ramp',
      says: 'Ramp',
      t: stroke.from + (ramp.seconds ?? 0),
      put: (put, t) => put('ramp', { seconds: rounded(t - stroke.from), ease: ramp.ease }),
    })
  found.push(end)
  if (step.hold !== 'keep' && (release ?? ramp).rate === undefined)
    found.push({
      key: 'release',
      says: 'Way back',
      t: end.t + ((release ?? ramp).seconds ?? 0),
      put: (put, t) => put('release', { seconds: rounded(t - end.t), ease: (release ?? ramp).ease }),
    })
  return found
}
export const onlyEnd = (_: Step, stroke: Stroke, length: number): Handle[] => [held(stroke, length)]

/** The handle that makes a step as a whole longer or shorter: its end, or the last there is. */
export const mainHandle = (handles: readonly Handle[]): Handle | undefined =>
  handles.find(({ key }) => key === 'end') ?? handles.at(-1)
