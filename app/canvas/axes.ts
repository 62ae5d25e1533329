import { secondsApart } from '~/words/ticks'

/** How the score lies on its canvas (pixels of CSS). */
export interface Layout {
  width: number
  height: number
  from: number
  to: number
  /** The clock above the lanes. */
  ruler: number
  lane: number
  scroll: number
  /** Where the curves below the lanes begin. */
  curves: number
}
export const RULER = 56
/** How tall a lane is (pixels). */
export const LANE = 24
export const NARROW_LANE = 16
export const CURVES = { loudness: 26, light: 22, hands: 18 }
export const CURVES_HEIGHT = CURVES.loudness + CURVES.light + CURVES.hands

export const xOf = (layout: Layout, t: number): number => ((t - layout.from) / (layout.to - layout.from)) * layout.width
export const tOf = (layout: Layout, x: number): number => layout.from + (x / layout.width) * (layout.to - layout.from)
export const yOf = (layout: Layout, index: number): number => layout.ruler + index * layout.lane - layout.scroll

/** The distance of the clock's labels, so that they don't touch (s). */
export const tickStep = (layout: Layout): number => secondsApart((64 * (layout.to - layout.from)) / layout.width)
