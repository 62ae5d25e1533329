import { wrap, type Remote } from 'comlink'
import { toRaw } from 'vue'
import type { Walker } from '~~/core/ground'
import type { Place, Shape, Show, Spot, Walk, Zone } from '~~/core/show'
import type { Flight, Passing, PlaceWorker } from './place.worker'
import type { Seen } from '~/frame/seen'
import { seenThings } from '../forms/storeys'

let worker: Remote<PlaceWorker> | undefined
let known: Place | undefined

/** The worker that knows where one can walk; begun when first something is asked of it. */
async function knowing(show: Show): Promise<Remote<PlaceWorker>> {
  worker ??= wrap<PlaceWorker>(new Worker(new URL('./place.worker.ts', import.meta.url), { type: 'module' }))
  if (known !== show.place) {
    known = show.place
    const { place, player } = show
    await worker.know({ place, player })
  }
  return worker
}

/** Questions that only their latest answer matters of: while one is under way, the newest waits and those between are dropped. */
function latest<A extends unknown[], R>(ask: (...args: A) => Promise<R>, dropped: R): (...args: A) => Promise<R> {
  let busy = false
  let waiting: { args: A; done: (result: R) => void } | undefined
  async function run(args: A): Promise<R> {
    busy = true
    try {
      return await ask(...args)
    } finally {
      busy = false
      const next = waiting
      waiting = undefined
      if (next) void run(next.args).then(next.done, () => next.done(dropped))
    }
  }
  return (...args) => {
    if (!busy) return run(args)
    waiting?.done(dropped)
    return new Promise((done) => (waiting = { args, done }))
  }
}

const walksOf = (show: Show): Walk[] => show.walks.filter(({ body }) => body.kind === 'player')

const enclosure = latest(
  async (show: Show, seen: Seen, spot: Spot): Promise<Spot[] | undefined> =>
    (await knowing(show)).enclosure([...seenThings(show, 'wall', seen)], spot),
  undefined,
)
const route = async (show: Show, a: Spot, b: Spot, heights: [number, number], walker?: Walker): Promise<Spot[]> =>
  (await knowing(show)).route(a, b, heights, walker)
const passing = latest(
  async (show: Show, zone: Zone): Promise<Passing | undefined> => (await knowing(show)).passing(zone, walksOf(show)),
  undefined,
)

const flights = latest(
  async (show: Show, rule: string, step: string): Promise<Flight[]> =>
    (await knowing(show)).flights(toRaw(show), rule, step),
  [],
)

/** Where one can walk and what is thrown can fly, as a worker has found it. */
export const usePaths = () => ({
  enclosure,
  route,
  /** The same for a pointer that moves on: only its latest question is answered for sure. */
  routeLately: latest(route, []),
  passing,
  flights,
  widened: async (show: Show, zone: Zone): Promise<Shape | undefined> =>
    (await knowing(show)).widened(zone, walksOf(show)),
  unreached: async (show: Show) => (await knowing(show)).unreached(walksOf(show)),
})
