import type { Editor, Point, Show } from '~~/core/show'

/** Nearer than this an arrival stands on its mark (m). */
const ON_IT = 0.05

const markAt = (show: Show, id: string | undefined): Point | undefined =>
  id === undefined ? undefined : show.place.marks.find((mark) => mark.id === id)?.at

/** The mark that each move leads to, by where that is said: a step of a cue, or what a zone has for a part of its kit. */
function* leads(show: Show): Generator<[said: string, mark: string]> {
  for (const { id, steps } of show.cues)
    for (const step of steps) if (step.kind === 'move') yield [`${id}/${step.id}`, step.mark]
  for (const { id, parts } of show.zones)
    for (const [part, filled] of Object.entries(parts ?? {})) yield [`${id}#${part}`, filled]
}

/** Where marks were that are elsewhere now, or that a move leads to no longer, and where that is. */
function moved(before: Show, after: Show): { from: Point; to: Point }[] {
  const found: { from: Point; to: Point }[] = []
  const note = (from: Point | undefined, to: Point | undefined) => {
    if (from && to && from.some((v, i) => v !== to[i])) found.push({ from, to })
  }
  if (before.place.marks !== after.place.marks) for (const { id, at } of before.place.marks) note(at, markAt(after, id))
  if (before.cues !== after.cues || before.zones !== after.zones) {
    const now = new Map(leads(after))
    for (const [said, mark] of leads(before))
      if (now.get(said) !== mark) note(markAt(before, mark), markAt(after, now.get(said)))
  }
  return found
}

/** Has the points at which walks go on after a move stay on the mark of that move, wherever an edit has put it. */
export function followMarks(edit: Editor, before: Show): void {
  const after = edit.show
  if (!after.walks.some(({ points }) => points.some(({ arrive }) => arrive))) return
  const moves = moved(before, after)
  if (moves.length === 0) return
  for (const { id, points } of after.walks)
    for (const [i, { arrive, at }] of points.entries()) {
      const move = arrive && moves.find(({ from }) => from.every((v, axis) => Math.abs(v - at[axis]!) < ON_IT))
      // A point that the same edit has moved already is where a hand has put it.
      if (move) edit.set(['walks', id, 'points', i, 'at'], [...move.to])
    }
}
