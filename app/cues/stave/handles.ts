import { thousandths } from '~~/core/base'
import type { Step, StepKind } from '~~/core/show'
import type { PutIn } from '../step/parts'
import type { Stroke } from './strokes'
import { endOf } from './strokes'

/** A place on the stave that is dragged along the clock: what it is, when it stands, and what putting it at a time does. */
export interface Handle {
  key: string
  says: string
  t: number
  put: (put: PutIn, t: number) => void
}
type Kind<K extends StepKind> = Extract<Step, { kind: K }>
type Find<K extends StepKind> = (step: Kind<K>, stroke: Stroke, length: number) => Handle[]

const rounded = (seconds: number) => Math.max(0, thousandths(seconds))
/** A handle whose time counts from another: what is put is the way between them. */
const after = (key: string, says: string, from: number, seconds: number, path: (string | number)[]): Handle => ({
  key,
  says,
  t: from + seconds,
  put: (put, t) => put(path, rounded(t - from)),
})
/** Where a step that is held ends: dragged it lasts so many seconds. */
const held = (stroke: Stroke, length: number): Handle => ({
  key: 'end',
  says: 'End',
  t: endOf(stroke, length),
  put: (put, t) => put(['hold'], rounded(t - stroke.from)),
})
/** How long a change takes there and back; one that goes by a rate, or back as it came, has no such place until it is given one. */
function changing(step: Extract<Step, { ramp: object }>, stroke: Stroke, length: number): Handle[] {
  const { ramp, release } = step
  const end = held(stroke, length)
  const found: Handle[] = []
  if (ramp.rate === undefined)
    found.push({
      key: 'ramp',
      says: 'Ramp',
      t: stroke.from + (ramp.seconds ?? 0),
      put: (put, t) => put(['ramp'], { seconds: rounded(t - stroke.from), ease: ramp.ease }),
    })
  found.push(end)
  if (step.hold !== 'keep' && (release ?? ramp).rate === undefined)
    found.push({
      key: 'release',
      says: 'Way back',
      t: end.t + ((release ?? ramp).seconds ?? 0),
      put: (put, t) => put(['release'], { seconds: rounded(t - end.t), ease: (release ?? ramp).ease }),
    })
  return found
}
const swelling = (step: Kind<'bed'>, stroke: Stroke, length: number): Handle[] => {
  const end = held(stroke, length)
  return [
    after('in', 'Fade in', stroke.from, step.fadeIn, ['fadeIn']),
    end,
    after('out', 'Fade out', end.t, step.fadeOut, ['fadeOut']),
  ]
}
const onlyEnd = (_: Step, stroke: Stroke, length: number) => [held(stroke, length)]

const HANDLES: { [K in StepKind]?: Find<K> } = {
  sound: (step, stroke, length) => [
    after('in', 'Fade in', stroke.from, step.fadeIn, ['fadeIn']),
    ...(step.loop ? [held(stroke, length)] : []),
  ],
  bed: swelling,
  scatter: onlyEnd,
  level: changing,
  light: changing,
  atmosphere: changing,
  prop: changing,
  drift: onlyEnd,
  prompt: onlyEnd,
  freeze: onlyEnd,
  fade: (step, { from }) => [
    after('in', 'In', from, step.in, ['in']),
    after('stay', 'Stays', from + step.in, step.stay, ['stay']),
    after('end', 'Out', from + step.in + step.stay, step.out, ['out']),
  ],
  camera(step, { from }) {
    const found: Handle[] = []
    let t = from
    step.marks.forEach(({ travel, stay }, i) => {
      found.push(after(`travel ${i + 1}`, `Travel ${i + 1}`, t, travel, ['marks', i, 'travel']))
      t += travel
      found.push(after(`stay ${i + 1}`, `Stay ${i + 1}`, t, stay, ['marks', i, 'stay']))
      t += stay
    })
    const { back } = step
    if (back)
      found.push({
        key: 'end',
        says: 'Back in',
        t: t + back.seconds,
        put: (put, to) => put(['back', 'seconds'], rounded(to - t)),
      })
    return found
  },
  burst: (step, { from }) => [
    {
      key: 'end',
      says: 'Life',
      t: from + step.life[1],
      put: (put, t) => {
        const most = rounded(t - from)
        put(['life'], [Math.min(step.life[0], most), most])
      },
    },
  ],
}

/** What of a step can be dragged along the clock beside its beginning. */
export const handlesOf = (stroke: Stroke, length: number): Handle[] =>
  (HANDLES[stroke.step.kind] as Find<StepKind> | undefined)?.(stroke.step as never, stroke, length) ?? []

/** The handle that makes a step as a whole longer or shorter: its end, or the last there is. */
export const mainHandle = (handles: readonly Handle[]): Handle | undefined =>
  handles.find(({ key }) => key === 'end') ?? handles.at(-1)
