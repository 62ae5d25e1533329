import { hundredths } from '../base'
import { beginRun, BrokenRun, RunError, walksOf, type Run } from '../engine'
import type { Show, Spot } from '../show'
import { outlineOf, solidOf } from '../space'
import { scoreOf } from './score'
import { usualWalks } from './usual-walks'

/** A show in miniature: its place from above and its score, as much of both as can be seen at that size. */
export interface Print {
  /** How long the walk lasts that one sees first (s). */
  length: number
  /** Whether the run was printed to its end; else it is longer than that. */
  isWhole: boolean
  zones: number
  place: {
    /** West, north, east, south (m). */
    box: [number, number, number, number]
    floors: Spot[][]
    walls: [Spot, Spot][]
    zones: Spot[][]
  }
  /** The zones that are met, in that order: when somebody is in them, when they fire, when something is held (s). */
  lanes: { spans: [number, number][]; fired: number[]; held: number[] }[]
}

/** More than this can't be told apart in a print. */
const MOST_THINGS = 400
const MOST_LANES = 14
const MOST_MARKS = 200
/** A run is worked on so much at a time (s). */
const STRETCH = 10

/** The print of a show. `isEnough` is asked now and then, and ends a run that takes too long where it is. */
export function printOf(show: Show, isEnough: () => boolean): Print {
  let isWhole = true
  const run = usualRun(show, () => {
    const enough = isEnough()
    if (enough) isWhole = false
    return enough
  })
  const score = run && scoreOf(show, run)
  const met = (score?.lanes ?? []).filter((lane) => lane.met !== undefined).sort((a, b) => a.met! - b.met!)
  const { floors, walls } = show.place
  const zones = show.zones.slice(0, MOST_THINGS).map((zone) => outlineOf(solidOf(zone.shape)).map(rounded))
  const drawn = {
    floors: floors.slice(0, MOST_THINGS).map(({ outline }) => outline.map(rounded)),
    walls: walls.slice(0, MOST_THINGS).map(({ from, to }): [Spot, Spot] => [rounded(from), rounded(to)]),
    zones,
  }
  return {
    length: run?.length ?? 0,
    isWhole,
    zones: show.zones.length,
    place: {
      box: boxOf([...drawn.floors.flat(), ...drawn.walls.flat(), ...(floors.length ? [] : zones.flat())]),
      ...drawn,
    },
    lanes: met.slice(0, MOST_LANES).map(({ presences, fired, held }) => ({
      spans: presences.slice(0, MOST_MARKS).map(({ from, to }) => [tenth(from), tenth(to)]),
      fired: fired.slice(0, MOST_MARKS).map(({ t }) => tenth(t)),
      held: held.slice(0, MOST_MARKS).map(({ t }) => tenth(t)),
    })),
  }
}

/** The run that one sees first, as far as it comes; nothing is thrown in it, for which physics would have to be loaded. */
function usualRun(show: Show, isEnough: () => boolean): Run | undefined {
  const walks = usualWalks(show)
  if (walks.length === 0) return undefined
  try {
    const under = beginRun(show, walksOf(show, walks), { seed: 7, withoutFlights: true })
    for (let until = STRETCH; under.goOn(until); until += STRETCH) if (isEnough()) return under.soFar()
    return under.end()
  } catch (error) {
    if (error instanceof BrokenRun) return error.run
    if (error instanceof RunError) return undefined
    throw error
  }
}

const tenth = (value: number): number => Math.round(value * 10) / 10
const rounded = ([x, z]: Spot): Spot => [hundredths(x), hundredths(z)]

function boxOf(spots: readonly Spot[]): Print['place']['box'] {
  if (spots.length === 0) return [0, 0, 1, 1]
  const box: Print['place']['box'] = [Infinity, Infinity, -Infinity, -Infinity]
  for (const [x, z] of spots) {
    box[0] = Math.min(box[0], x)
    box[1] = Math.min(box[1], z)
    box[2] = Math.max(box[2], x)
    box[3] = Math.max(box[3], z)
  }
  return box
}
