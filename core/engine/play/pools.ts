import type { Pool } from '../../show'
import { draw, drawWithin, takeOut, type Stream } from '../../base'
import type { CompiledPool, CompiledSound, RuleInstance } from '../compile'
import type { Body } from '../ways'
import { placeOf, type PoolMemory, type World } from '../world'

/** A single sound as drawn: gain in dB, pitch in cents. */
export interface Drawn {
  sound: CompiledSound
  gain: number
  pitch: number
}

/**
 * Draws a sound of a pool. The pool remembers, for the rule and body, what came last.
 * Uses draws `first`, `first + 1` and `first + 2` of the stream.
 */
export function drawFrom(
  world: World,
  pool: CompiledPool,
  rule: RuleInstance,
  body: Body | undefined,
  stream: Stream,
  first: number,
): Drawn {
  const memory = memoryOf(world, pool, placeOf(world, rule, body))
  const index = pick(pool, memory, stream, first)
  memory.last.push(index)
  if (memory.last.length > pool.avoid) memory.last.shift()
  return {
    sound: pool.entries[index],
    gain: drawWithin(pool.gain, stream, first + 1),
    pitch: drawWithin(pool.pitch, stream, first + 2),
  }
}

function memoryOf(world: World, pool: CompiledPool, place: number): PoolMemory {
  const key = place * world.compiled.show.pools.length + pool.index
  let memory = world.pools.get(key)
  if (!memory) world.pools.set(key, (memory = { bag: [], last: [], next: 0 }))
  return memory
}

function pick(pool: Pool, memory: PoolMemory, stream: Stream, number: number): number {
  const size = pool.sounds.length
  if (pool.draw === 'sequence') return memory.next++ % size
  const { bag } = memory
  if (pool.draw === 'random' || bag.length === 0) {
    bag.length = 0
    for (let index = 0; index < size; index++) bag.push(index)
  }
  const index = weighted(pool, bag, memory.last, draw(stream, number))
  takeOut(bag, index)
  return index
}

/** How many of the last ones are forgotten: none, or as many as it takes for something to be left. */
function forgotten(from: readonly number[], last: readonly number[]): number {
  for (let skip = 0; skip < last.length; skip++)
    for (let i = 0; i < from.length; i++) if (last.indexOf(from[i], skip) < 0) return skip
  return last.length
}

/** Draws one by weight of those that were not drawn lately. */
function weighted(pool: Pool, from: readonly number[], last: readonly number[], u: number): number {
  const skip = forgotten(from, last)
  let total = 0
  let count = 0
  for (let i = 0; i < from.length; i++) {
    if (last.indexOf(from[i], skip) >= 0) continue
    total += pool.sounds[from[i]].weight
    count++
  }
  let left = total > 0 ? u * total : Math.floor(u * count)
  let index = from[0]
  for (let i = 0; i < from.length; i++) {
    if (last.indexOf(from[i], skip) >= 0) continue
    index = from[i]
    left -= total > 0 ? pool.sounds[index].weight : 1
    if (left < 0) return index
  }
  return index
}
