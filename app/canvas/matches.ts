import type { Lane } from '~~/core/score'
import { xOf, type Layout } from './axes'

export type Fired = Lane['fired'][number]
export type Held = Lane['held'][number]

/** A match's width with its air: marks nearer than this lie on each other (pixels). */
export const MATCH = 7

/** Marks of a lane that stand as one, from left to right; one by itself is itself. */
export interface Match {
  x: number
  from: number
  to: number
  fired: Fired[]
  held: Held[]
}

/** The marks of a lane as they stand at this width: those that would lie on each other are gathered, and stand apart again nearer by. */
export function matchesOf(layout: Layout, lane: Lane): Match[] {
  type Single = Pick<Match, 'fired' | 'held'> & { t: number }
  const marks = [
    ...lane.fired.map((mark): Single => ({ t: mark.t, fired: [mark], held: [] })),
    ...lane.held.map((mark): Single => ({ t: mark.t, fired: [], held: [mark] })),
  ].sort((a, b) => a.t - b.t)
  const matches: Match[] = []
  for (const { t, fired, held } of marks) {
    const x = xOf(layout, t)
    const last = matches[matches.length - 1]
    if (last && x - last.x < MATCH) {
      last.to = t
      last.fired.push(...fired)
      last.held.push(...held)
    } else matches.push({ x, from: t, to: t, fired: [...fired], held: [...held] })
  }
  return matches
}

export const countOf = ({ fired, held }: Match): number => fired.length + held.length
