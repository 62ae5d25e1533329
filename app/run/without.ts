import type { Pieces, Show } from '~~/core/show'

/** Something that a run can be without for a moment: nobody else's run is, and nothing is edited. */
export interface Piece {
  kind: 'zone' | 'cue' | 'group'
  id: string
}
export const isSamePiece = (a: Piece, b: Piece): boolean => a.kind === b.kind && a.id === b.id

/** What is taken out with some pieces, those of groups as they are now. */
export function piecesOf({ groups }: Show, out: readonly Piece[]): Pieces {
  const ids = (kind: Piece['kind']) => out.filter((piece) => piece.kind === kind).map(({ id }) => id)
  const grouped = groups.filter(({ id }) => ids('group').includes(id))
  const inGroups = (list: keyof Pieces) => grouped.flatMap((group) => group[list] ?? [])
  return {
    zones: [...ids('zone'), ...inGroups('zones')],
    cues: [...ids('cue'), ...inGroups('cues')],
    props: inGroups('props'),
    lights: inGroups('lights'),
  }
}
