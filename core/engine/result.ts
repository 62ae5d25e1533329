import type { Show } from '../show'
import type { Piece } from '../space'
import { fieldsOf, type Audible, type ChannelHistory, type FlightRecord } from './history'
import { eventsOf, type Log, type RunLog } from './log'
import { piecesUntil, type PathPart } from './ways'
import type { World } from './world'

/** One play-through: its log, and as plain data what tells the state at any time. */
export interface Run {
  seed: number
  length: number
  walks: string[]
  /** Which of them are players. */
  players: boolean[]
  /** What happened, in columns; `eventsOf` gives the events. */
  log: Log
  paths: PathPart[][]
  channels: ChannelHistory
  audible: Audible[]
  flights: FlightRecord[]
}

/** A run as far as it has come. */
export function runOf(world: World, log = world.log.log()): Run {
  return {
    seed: world.seed,
    length: world.now,
    walks: world.walkers.map((walker) => walker.walk.id),
    players: world.walkers.map((walker) => walker.player),
    log,
    paths: world.walkers.map((walker) => walker.path),
    channels: {
      fields: fieldsOf(world.tracks),
      fades: world.fades,
      cameras: world.cameras,
      locks: world.locks,
      abouts: Object.fromEntries(world.abouts),
    },
    audible: world.audible,
    flights: world.flights,
  }
}

/** The straight pieces that a walker of a run went, by their place among its walks. */
export const walkedPieces = ({ paths, length }: Run, index: number): Piece[] => piecesUntil(paths[index], length)

/** The log as it is written to a file. */
export function logOf(show: Show, run: Run): RunLog {
  const { seed, length, walks } = run
  return { format: 'esvik-run', version: 1, show: show.title, walks, seed, length, events: eventsOf(run) }
}
