import { number, object, type ObjectSchema } from 'yup'
import type { Measured } from '../../core/sound'

/** What two decoders make of the ends of a packed sound may differ by so much (s). */
export const ENDS = 0.25

const least = (value: number) => number().min(value).defined()

/** What was measured of a sound, as it is kept and as it comes from a browser or a backup. */
export const measured = object({
  seconds: number().moreThan(0).defined(),
  channels: least(1).integer(),
  rate: number().moreThan(0).defined(),
  integrated: number().optional(),
  range: number().optional(),
  loudestMoment: number().optional(),
  loudestShortTerm: number().optional(),
  truePeak: number().optional(),
  silence: object({ head: least(0), tail: least(0) })
    .noUnknown()
    .defined(),
  clipped: least(0).integer(),
  offset: least(0),
  seam: least(0),
  centre: number().optional(),
}).noUnknown() as ObjectSchema<Measured>
