/** How far apart ticks of a clock stand (s), finest first. */
const SECONDS = [0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10, 15, 30, 60, 120, 300, 600, 1800]
/** The same of lengths (m). */
const METRES = [0.5, 1, 2, 5, 10, 20, 50, 100]

const stepOf = (ladder: readonly number[], least: number): number =>
  ladder.find((step) => step >= least) ?? ladder[ladder.length - 1]!

/** The finest ticks of a clock that are at least so far apart (s). */
export const secondsApart = (least: number): number => stepOf(SECONDS, least)
/** The finest squares of a plan that are at least so wide (m). */
export const metresApart = (least: number): number => stepOf(METRES, least)
