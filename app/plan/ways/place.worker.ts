import { expose } from 'comlink'
import { fan, prepare } from '~~/core/engine'
import {
  enclosureAt,
  nobodyEnters,
  routeBetween,
  unreachedPieces,
  walkableIn,
  passingOf,
  widened,
} from '~~/core/ground'
import type { WayAround } from '~~/core/ground'
import type { Place, Player, Point, Shape, Show, Spot, Walk, Wall, Zone } from '~~/core/show'

/** What of a show tells where somebody can walk. */
export interface Ground {
  place: Place
  player: Player
}
/** What is known of who gets past a zone. */
export interface Passing {
  /** Whether it has two sides between which somebody could want to pass. */
  asked: boolean
  way: WayAround | undefined
  nobodyEnters: boolean
}

/** One way a thrown prop can fly: where its middle is along it, and where it strikes first. */
export interface Flight {
  way: Point[]
  impact: Point | undefined
}
/** So many draws of a fling are shown; of a flight each so many-th of its 120 positions a second. */
const DRAWS = 20
const EACH = 4

let show: Show

const worker = {
  /** Takes a place. */
  know(ground: Ground): void {
    show = { ...ground, zones: [], walks: [] } as unknown as Show
  },
  passing(zone: Zone, walks: Walk[]): Passing {
    const here = { ...show, walks }
    const passing = passingOf(here, zone)
    const way = passing.asked ? passing.way : undefined
    return { asked: passing.asked, way, nobodyEnters: nobodyEnters(here, zone) }
  },
  widened: (zone: Zone, walks: Walk[]): Shape | undefined => widened({ ...show, walks }, zone),
  route: (a: Spot, b: Spot, heights: [number, number]): Spot[] =>
    routeBetween(walkableIn(show, show.player), a, b, heights),
  enclosure: (walls: Wall[], spot: Spot): Spot[] | undefined => enclosureAt(walls, spot),
  unreached: (walks: Walk[]): { outlines: Spot[][]; area: number }[] =>
    unreachedPieces({ ...show, walks }).map(({ piece, area }) => ({ outlines: piece, area })),
  /** How a fling can go when a rule fires it. */
  async flights(whole: Show, rule: string, step: string): Promise<Flight[]> {
    await prepare(whole)
    const seeds = Array.from({ length: DRAWS }, (_, i) => i + 1)
    return fan(whole, rule, step, seeds).map(({ positions, impacts: [first] }) => ({
      way: positions.filter((_, i) => i % EACH === 0 || i === positions.length - 1),
      impact: first?.at,
    }))
  },
}
export type PlaceWorker = typeof worker
expose(worker)
