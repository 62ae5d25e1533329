import { expose } from 'comlink'
import { itemAt } from '~~/core/base'
import { fan, prepare } from '~~/core/engine'
import {
  enclosureAt,
  nobodyEnters,
  routeBetween,
  unreachedPieces,
  walkableIn,
  walkersOf,
  passingOf,
  widened,
} from '~~/core/ground'
import type { Walker, WayAround } from '~~/core/ground'
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
  /** Who gets past, of those who walk: the first that does. */
  walker: Walker
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
const slimmest = (walkers: readonly Walker[]): Walker => walkers.reduce((a, b) => (b.radius < a.radius ? b : a))

const worker = {
  /** Takes a place. */
  know(ground: Ground): void {
    show = { ...ground, zones: [], walks: [] } as unknown as Show
  },
  passing(zone: Zone, walks: Walk[]): Passing {
    const here = { ...show, walks }
    const walkers = walkersOf(here)
    const each = walkers.map((walker) => ({ walker, passing: passingOf(here, zone, walker) }))
    const past = each.find(({ passing }) => passing.asked && passing.way && !passing.way.far)
    const shown = past ?? each.find(({ passing }) => passing.asked && passing.way) ?? itemAt(each, 0)
    return {
      asked: each.some(({ passing }) => passing.asked),
      way: shown.passing.asked ? shown.passing.way : undefined,
      nobodyEnters: walkers.every((walker) => nobodyEnters(here, zone, walker)),
      walker: shown.walker,
    }
  },
  /** Widened until nobody who walks gets past, whatever they measure. */
  widened(zone: Zone, walks: Walk[]): Shape | undefined {
    const here = { ...show, walks }
    const shapes = walkersOf(here).flatMap((walker) => {
      const shape = widened(here, zone, walker)
      if (shape) zone = { ...zone, shape }
      return shape ?? []
    })
    return shapes.at(-1)
  },
  route: (a: Spot, b: Spot, heights: [number, number], walker: Walker = show.player): Spot[] =>
    routeBetween(walkableIn(show, walker), a, b, heights),
  enclosure: (walls: Wall[], spot: Spot): Spot[] | undefined => enclosureAt(walls, spot),
  unreached: (walks: Walk[]): { outlines: Spot[][]; area: number }[] =>
    unreachedPieces({ ...show, walks }, slimmest(walkersOf({ ...show, walks }))).map(({ piece, area }) => ({
      outlines: piece,
      area,
    })),
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
