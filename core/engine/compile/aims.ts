import type { Ramp, Step } from '../../show'
import { AT_ONCE, motionBy, type ClaimedChannel, type Motion, type Value } from '../history'
import { traitsOf } from './step-kinds'

/** A field of a channel that a step gives: its value, or what it adds to the base. */
export interface Aim {
  /** The field by its place in the channel. */
  field: number
  value: Value
  adds: boolean
  motion: Motion
  release: Motion
  /** It goes on at its own rate when it rules again. */
  drifts: boolean
  /** Of the fog's colour: which of the step's aims is its density. */
  density?: number
}

/** The fields of its channel that a step gives, numbers in the order of the format. */
export function aimsOf(step: Step, channel: ClaimedChannel): Aim[] {
  const aim = (field: string, value: Value, motion: Motion, release: Motion, adds = false, drifts = false): Aim => ({
    field: channel.fields.indexOf(field),
    value,
    adds,
    motion,
    release,
    drifts,
  })
  if (step.kind === 'prompt') return [aim('shown', true, AT_ONCE, AT_ONCE)]
  if (step.kind === 'drift') {
    const rate = (by: number): Motion => motionBy({ rate: by, ease: 'linear' })
    const release = step.fall === undefined ? AT_ONCE : rate(step.fall)
    return [aim('light' in step.target ? 'candela' : 'gain', step.to, rate(step.rate), release, false, true)]
  }
  const { gives } = traitsOf(step)
  if (!gives || !('ramp' in step)) return []
  const { ramp } = step
  const release: Ramp | undefined = 'release' in step ? step.release : undefined
  const aims = Object.entries(gives(step)).flatMap(([field, given]) => {
    if (!given) return []
    const { value, fullWay } = given
    return [aim(field, value, motionBy(ramp, fullWay), motionBy(release ?? ramp, fullWay), fullWay !== undefined)]
  })
  const [colour, density] = ['fogColour', 'fogDensity'].map((name) => {
    const field = channel.fields.indexOf(name)
    return field < 0 ? -1 : aims.findIndex((one) => one.field === field)
  })
  if (step.kind === 'atmosphere' && colour >= 0) aims[colour].density = density
  return aims
}
