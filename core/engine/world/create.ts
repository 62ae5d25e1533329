import type { Step } from '../../show'
import { Agenda } from '../../base'
import { EndlessError } from './run-error'
import type { Compiled } from '../compile'
import { Draft, loopIn } from '../log'
import { createPropBody, type Body } from '../ways'
import { placesIn } from './memory'
import type { Effect, Watch, World } from './world'

const nothing = (): void => {}
const NOBODY_WATCHES: Watch = { toggled: nothing, turned: nothing, rerouted: nothing, placed: nothing, moved: nothing }

/** What a run that is over has left for the next one to write into. */
let spare: Pick<World, 'log' | 'agenda'> | undefined

/** The world of a run is not needed any more: the next one writes where it has written. */
export function leaveForNext({ log, agenda }: World): void {
  agenda.clear()
  spare = { log, agenda }
}

/** The world of a run that begins. `effects`: what each kind of step does, by its number. */
export function createWorld(
  compiled: Compiled,
  walkers: Body[],
  seed: number,
  effects: readonly Effect<Step>[],
): World {
  const { show } = compiled
  const props = compiled.flung.map((prop, index) =>
    createPropBody(show, prop, walkers.length + index, compiled.zones.length),
  )
  const bodies = [...walkers, ...props]
  const { log, agenda } = spare ?? { log: new Draft(), agenda: new Agenda() }
  spare = undefined
  log.begin(
    compiled.legend,
    bodies.map((body) => body.walk.id),
    walkers.length,
  )
  return {
    compiled,
    effects,
    watch: NOBODY_WATCHES,
    ended: nothing,
    seed,
    now: 0,
    agenda,
    log,
    goesRound(how) {
      throw new EndlessError(loopIn(show, log.log(), how))
    },
    longest: Infinity,
    walkers,
    bodies,
    players: walkers.filter((walker) => walker.player),
    everyone: undefined,
    enabled: compiled.enabled.slice(),
    notices: compiled.enabled.slice(),
    flags: new Map(show.flags.map((flag) => [flag.id, flag.start])),
    memories: new Array(compiled.rules.length * placesIn(bodies.length)),
    ruleKeys: [],
    moments: new Array(compiled.rules.length * placesIn(bodies.length)),
    pools: new Map(),
    playings: [],
    nextPlaying: 1,
    signalsUnderWay: 0,
    tracks: new Array(compiled.channels * (walkers.length + 1)),
    fades: walkers.map(() => []),
    cameras: walkers.map(() => []),
    on: { fades: walkers.map(() => []), cameras: walkers.map(() => []) },
    locks: walkers.map(() => []),
    abouts: new Map(),
    audible: [],
    setGoing: new Map(),
    flies: 'all',
    lacksFlights: false,
    tally: false,
    flights: [],
    moving: new Uint8Array(compiled.zones.length),
    chances: 0,
    lockedIn: false,
  }
}
