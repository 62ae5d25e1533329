import { frameIn } from '~~/core/engine'
import type { Point, Zone } from '~~/core/show'
import { middleOf, solidOf } from '~~/core/space'
import type { ShownMoment } from '~/frame/shown-moment'

/** The middle of a zone at a moment, with the prop that it is tied to. */
export const middleOfZone = (
  { show, run, t }: Pick<ShownMoment, 'show' | 'run' | 't'>,
  { shape, tiedTo }: Zone,
): Point => middleOf(solidOf(shape, tiedTo && frameIn(show, run, tiedTo.prop, t)))
