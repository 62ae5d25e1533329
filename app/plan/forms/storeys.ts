import { memo } from '~~/core/base'
import type { Show } from '~~/core/show'
import { keyOfThing, type Seen } from '~/frame/seen'
import { thingsOf, type ThingKind, type Things } from '~/document/things'
import { heightOfThing } from './thing-forms'

/** A level of the place: what stands on it lies between it and the next one. */
export interface Storey {
  y: number
  /** The names of its floors. */
  names: string[]
  zones: number
}

/** Floors closer together than this are one storey (m). */
const APART = 1.2
/** What hangs so far below a floor still belongs to it (m). */
const BELOW = 0.6

/** The storeys of a place, from below, by its level floors. */
export const storeysOf = memo((show: Show): Storey[] => {
  const level = show.place.floors.filter((floor) => !floor.slopeTo).sort((a, b) => a.y - b.y)
  const storeys: Storey[] = []
  for (const floor of level) {
    const last = storeys.at(-1)
    if (last && floor.y - last.y < APART) last.names.push(floor.name)
    else storeys.push({ y: floor.y, names: [floor.name], zones: 0 })
  }
  if (storeys.length === 0) storeys.push({ y: 0, names: [], zones: 0 })
  for (const zone of show.zones) storeys[storeyAt(storeys, heightOfThing(show, 'zone', zone))]!.zones++
  return storeys
})

/** Which storey a height belongs to. */
export function storeyAt(storeys: readonly Storey[], y: number): number {
  let at = 0
  for (let i = 1; i < storeys.length; i++) if (y >= storeys[i]!.y - BELOW) at = i
  return at
}

/** Which storeys a thing is on: ramps join two. */
export function isOnStorey<K extends ThingKind>(show: Show, storey: number, kind: K, thing: Things[K]): boolean {
  const storeys = storeysOf(show)
  if (kind === 'floor') {
    const { y, slopeTo } = thing as Things['floor']
    if (slopeTo) {
      const [a, b] = [storeyAt(storeys, y), storeyAt(storeys, slopeTo.y)]
      return storey >= Math.min(a, b) && storey <= Math.max(a, b)
    }
  }
  return storeyAt(storeys, heightOfThing(show, kind, thing)) === storey
}

/** The things of a kind that are seen. */
export function seenThings<K extends ThingKind>(show: Show, kind: K, { storey, hidden }: Seen): readonly Things[K][] {
  const all = thingsOf(show, kind)
  if (storey === undefined && !hidden?.size) return all
  return all.filter(
    (thing) =>
      (storey === undefined || isOnStorey(show, storey, kind, thing)) &&
      !hidden?.has(keyOfThing({ kind, id: thing.id })),
  )
}
