import { expose } from 'comlink'
import {
  enclosureAt,
  nobodyEnters,
  routeBetween,
  unreachedPieces,
  walkableIn,
  waysAround,
  widened,
} from '~~/core/ground'
import type { WayAround } from '~~/core/ground'
import type { Place, Player, Shape, Show, Spot, Walk, Wall, Zone } from '~~/core/show'

/** What of a show tells where somebody can walk. */
export interface Ground {
  place: Place
  player: Player
}
/** What is known of who gets past a zone. */
export interface Passing {
  way: WayAround | undefined
  nobodyEnters: boolean
}

let show: Show

const worker = {
  /** Takes a place. */
  know(ground: Ground): void {
    show = { ...ground, zones: [], walks: [] } as unknown as Show
  },
  passing(zone: Zone, walks: Walk[]): Passing {
    const here = { ...show, walks }
    return { way: waysAround(here, zone), nobodyEnters: nobodyEnters(here, zone) }
  },
  widened: (zone: Zone, walks: Walk[]): Shape | undefined => widened({ ...show, walks }, zone),
  route: (a: Spot, b: Spot, heights: [number, number]): Spot[] =>
    routeBetween(walkableIn(show, show.player), a, b, heights),
  enclosure: (walls: Wall[], spot: Spot): Spot[] | undefined => enclosureAt(walls, spot),
  unreached: (walks: Walk[]): { outlines: Spot[][]; area: number }[] =>
    unreachedPieces({ ...show, walks }).map(({ piece, area }) => ({ outlines: piece, area })),
}
export type PlaceWorker = typeof worker
expose(worker)
