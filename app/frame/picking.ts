import { shallowRef } from 'vue'
import type { Spot } from '~~/core/show'
import type { ThingKind, ThingRef } from '~/document/things'

/** Something of the place that a part of the desk asks for: what is clicked in the plan next, or drawn there with a tool. */
export interface Picking {
  says: string
  kinds: readonly ThingKind[]
  /** The tool to draw it with, by its name in the plan; without one it is picked among what is there. */
  draws?: string
  take: (thing: ThingRef) => void
  /** What is done with a spot where nothing lies that was asked for: something is put there. */
  ground?: (spot: Spot) => void
  /** Asks for a spot instead, one after the other for as long as it says that it wants more. */
  spot?: (spot: Spot) => boolean
}
export const picking = shallowRef<Picking>()

/** Gives what was clicked or drawn to whoever asked for it, if it is of a kind that was asked for. */
export function give(thing: ThingRef | undefined, drawn = false): boolean {
  const asks = picking.value
  if (!asks || !thing || !asks.kinds.includes(thing.kind) || (asks.draws !== undefined) !== drawn) return false
  picking.value = undefined
  asks.take(thing)
  return true
}
