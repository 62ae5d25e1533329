import type { Show, Spot, Zone } from '../show'
import { areaOf, common, grown, isInRegion, piecesOf, type Region } from './clip'
import { sheetUnder, type Walker } from './walkable'
import { noticedSheets } from './noticed'
import { walkableIn } from './ways-around'

/** Pieces smaller than this are corners between furniture (m²). */
const SMALLEST = 0.5

/** Places one could stand in that no walk of a player can come to from where it begins, with their area (m²). */
export function unreachedPieces(show: Show, walker: Walker = show.player): { piece: Region; area: number }[] {
  const walkable = walkableIn(show, walker)
  const pieces = walkable.sheets.flatMap(({ free }, sheet) => piecesOf(free).map((piece) => ({ sheet, piece })))
  const reached = new Set<number>()
  const reach = (sheet: number, [x, z]: Spot) => {
    const index = pieces.findIndex((each) => each.sheet === sheet && isInRegion(each.piece, x, z))
    if (index >= 0) reached.add(index)
    return index
  }
  for (const walk of show.walks)
    if (walk.body.kind === 'player')
      for (const { at } of walk.points) {
        const sheet = sheetUnder(walkable, [at[0], at[2]], at[1])
        if (sheet !== undefined) reach(sheet, [at[0], at[2]])
      }
  for (let more = true; more;) {
    const before = reached.size
    for (const { sheets, at } of walkable.portals) {
      const sides = sheets.map((sheet) => pieces.findIndex((each) => each.sheet === sheet && isNear(each.piece, at)))
      if (sides.some((side) => reached.has(side))) sides.forEach((side) => side >= 0 && reached.add(side))
    }
    more = reached.size > before
  }
  return pieces
    .filter((_, index) => !reached.has(index))
    .map(({ piece }) => ({ piece, area: areaOf(piece) }))
    .filter(({ area }) => area >= SMALLEST)
}
const isNear = (piece: Region, [x, z]: Spot): boolean => isInRegion(grown(piece, 0.4, 'sharp'), x, z)

/** Whether nobody who walks can come into a zone: it lies over no floor that can be stood on, or not at its height. */
export function nobodyEnters(show: Show, zone: Zone, walker: Walker = show.player): boolean {
  const walkable = walkableIn(show, walker)
  return noticedSheets(show, zone, walkable).every(
    (noticed, sheet) => noticed.length === 0 || common(noticed, walkable.sheets[sheet].free).length === 0,
  )
}
