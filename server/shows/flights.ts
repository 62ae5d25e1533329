import { fork } from 'node:child_process'
import { join } from 'node:path'
import { walksOf, RunError } from '../../core/engine'
import type { Show } from '../../core/show'
import { Refusal } from '../http/refusal'
import { REFUSED } from '../http/refused'
import { inOrder } from '../in-order'
import type { FlightsAsked } from './flights.process'
import { showNow } from './list'

/** bin/ builds the program there. */
const BUILT = join(process.env.ESVIK_BUILD ?? join(process.cwd(), '.build'), 'flights.mjs')
/** What takes longer is given up (ms). */
const LONGEST = 10_000
/** So many questions wait; who asks more is told to come back. */
const MOST_WAITING = 6
let waiting = 0
/** So many answers are held in memory; the oldest goes first. */
const MOST_HELD = 50
/** One process at a time, however many ask. */
const turns = inOrder()
const held = new Map<string, Promise<Float64Array>>()

/**
 * How all props fly that are thrown in a run, for whoever has no physics.
 * @throws Refusal 404 no such show, 409 it is at another revision, 422 there is no such walk
 */
export async function flightsOf(id: string, revision: number, walks: string[], seed: number): Promise<Float64Array> {
  const { show, revision: now } = await showNow(id)
  if (now !== revision) throw REFUSED.atRevision(now, revision)
  checkWalks(show, walks)
  const key = JSON.stringify([id, revision, walks, seed])
  const known = held.get(key)
  if (known) return known
  if (waiting >= MOST_WAITING) throw REFUSED.othersAsk()
  waiting++
  const flights = turns('flights', () => workedOut({ show, walks, seed })).finally(() => waiting--)
  held.set(key, flights)
  flights.catch(() => held.delete(key))
  while (held.size > MOST_HELD) held.delete(held.keys().next().value!)
  return flights
}

function checkWalks(show: Show, walks: string[]): void {
  try {
    walksOf(show, walks)
  } catch (error) {
    throw error instanceof RunError ? new Refusal(422, error.message) : error
  }
}

function workedOut(asked: FlightsAsked): Promise<Float64Array> {
  let timer: NodeJS.Timeout
  const apart = fork(BUILT, { serialization: 'advanced', stdio: ['ignore', 'ignore', 'inherit', 'ipc'] })
  return new Promise<Float64Array>((done, fail) => {
    timer = setTimeout(() => {
      fail(REFUSED.fliesTooLong())
      apart.kill()
    }, LONGEST)
    apart.once('message', (flights) => done(flights as Float64Array))
    apart.once('error', fail)
    apart.once('exit', () => fail(new Error('How things fly could not be worked out')))
    apart.send(asked, (error) => error && fail(error))
  }).finally(() => clearTimeout(timer))
}
