import type { Pool } from '../show/types'
import { draw, drawWithin, type Stream } from './luck'
import type { World } from './world'

/** A single sound as drawn: gain in dB, pitch in cents. */
export interface Drawn {
  sound: string
  gain: number
  pitch: number
}

/**
 * Draws a sound of a pool. The pool remembers, under `memory` (rule and body), what came last.
 * Uses draws `first`, `first + 1` and `first + 2` of the stream.
 */
export function drawFrom(world: World, pool: Pool, memory: string, stream: Stream, first: number): Drawn {
  const key = `${pool.id}|${memory}`
  let state = world.pools.get(key)
  if (!state) world.pools.set(key, (state = { bag: [], last: [], next: 0 }))
  const index = pick(pool, state, draw(stream, first))
  state.last.push(index)
  if (state.last.length > pool.avoid) state.last.shift()
  return {
    sound: pool.sounds[index].sound,
    gain: drawWithin(pool.gain, stream, first + 1),
    pitch: drawWithin(pool.pitch, stream, first + 2),
  }
}

function pick(pool: Pool, state: { bag: number[]; last: number[]; next: number }, u: number): number {
  const size = pool.sounds.length
  if (pool.draw === 'sequence') return state.next++ % size
  if (pool.draw === 'random') return weighted(pool, fresh(everyOf(size), state.last), u)
  if (state.bag.length === 0) state.bag = everyOf(size)
  const index = weighted(pool, fresh(state.bag, state.last), u)
  state.bag.splice(state.bag.indexOf(index), 1)
  return index
}

function everyOf(size: number): number[] {
  const all: number[] = []
  for (let index = 0; index < size; index++) all.push(index)
  return all
}

/** Those not drawn lately; if that leaves none, as many of the last ones are forgotten as it takes. */
function fresh(from: number[], last: readonly number[]): number[] {
  for (let skip = 0; skip < last.length; skip++) {
    const left = from.filter((index) => last.indexOf(index, skip) < 0)
    if (left.length > 0) return left
  }
  return from
}

function weighted(pool: Pool, indices: number[], u: number): number {
  let total = 0
  for (const index of indices) total += pool.sounds[index].weight
  if (total <= 0) return indices[Math.floor(u * indices.length)]
  let left = u * total
  for (const index of indices) {
    left -= pool.sounds[index].weight
    if (left < 0) return index
  }
  return indices[indices.length - 1]
}
