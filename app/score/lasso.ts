import type { Group } from '~~/core/show'
import type { Lane } from '~~/core/score'

/** A part of the score that is chosen by a drag: lanes, and a span of time (s). */
export interface Lasso {
  lanes: readonly [number, number]
  from: number
  to: number
}

/** The zones of the lanes within, in which something lies in the span: somebody inside, a cue that plays, something fired or held. Of a gathered lane all that it gathers. */
export function zonesWithin(
  lanes: readonly Lane[],
  groups: readonly Group[],
  { lanes: [a, b], from, to }: Lasso,
): string[] {
  const isIn = ({ t }: { t: number }) => t >= from && t <= to
  const overlaps = (span: { from: number; to: number }) => span.from <= to && span.to >= from
  return [
    ...new Set(
      lanes.slice(Math.min(a, b), Math.max(a, b) + 1).flatMap((lane) => {
        const hasAny =
          lane.fired.some(isIn) || lane.held.some(isIn) || lane.presences.some(overlaps) || lane.playings.some(overlaps)
        if (!hasAny || lane.gone) return []
        if (lane.group === undefined) return lane.zone ? [lane.zone] : []
        return groups.find(({ id }) => id === lane.group)?.zones ?? []
      }),
    ),
  ]
}
