import type { Colour, Place, Surface } from '../show'
import { FaceList, type Faces } from './faces'
import { addFloor } from './floors'
import { addWall } from './walls'

/** A floor or a wall of what is drawn. */
export interface Piece {
  kind: 'floor' | 'wall'
  id: string
  surface: Surface | undefined
  colour: Colour
}

/** What each surface is of, where nobody has said a colour. */
const COLOURS: Record<Surface, Colour> = {
  boards: '#7a6750',
  planks: '#6b5a46',
  plaster: '#a09a8c',
  stone: '#7d7f7c',
  brick: '#83503f',
  metal: '#667177',
  cloth: '#847668',
  earth: '#5c5142',
  water: '#22343a',
}
const PLAIN = { floor: '#6f6c66', wall: '#8b877e' }

const colourOf = (kind: Piece['kind'], colour: Colour | undefined, surface: Surface | undefined): Colour =>
  colour ?? (surface ? COLOURS[surface] : PLAIN[kind])

/** What of a place stands still, as faces, each the floor's or wall's of its own place in `pieces`. */
export function builtOf({ floors, walls }: Pick<Place, 'floors' | 'walls'>): { faces: Faces; pieces: Piece[] } {
  const faces = new FaceList()
  const pieces: Piece[] = []
  const begin = (kind: Piece['kind'], of: { id: string; surface?: Surface; colour?: Colour }) => {
    faces.owner = pieces.length
    pieces.push({ kind, id: of.id, surface: of.surface, colour: colourOf(kind, of.colour, of.surface) })
  }
  for (const floor of floors) {
    begin('floor', floor)
    addFloor(faces, floor)
  }
  for (const wall of walls) {
    begin('wall', wall)
    addWall(faces, wall, walls)
  }
  return { faces: faces.faces(), pieces }
}
