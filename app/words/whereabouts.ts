import { floorHeight, insidePolygon } from '~~/core/space'
import type { Point, Show, Spot } from '~~/core/show'

/** What is named after an opening lies so near to its middle, after a prop so near to where that stands (m). */
const NEAR_OPENING = 1.2
const NEAR_PROP = 1
/** A storey's floor is so far under what stands on it at the most (m). */
const BELOW = 3
/** A name that nobody has given. */
const isFresh = (name: string): boolean => /^(Floor|Box|Post|Door)( \d+)?$/.test(name)
const small = (name: string): string => name.charAt(0).toLowerCase() + name.slice(1)

/** The name of the room that a point is in; undefined where that has none. */
function roomAt(show: Show, [x, y, z]: Point): string | undefined {
  const under = show.place.floors
    .filter((floor) => insidePolygon(x, z, floor.outline))
    .map((floor) => ({ name: floor.name, below: y - floorHeight(floor, x, z) }))
    .filter(({ name, below }) => !isFresh(name) && below > -0.5 && below < BELOW)
    .sort((a, b) => a.below - b.below)
  return under[0]?.name
}

/** The opening whose middle is nearest, and how far that is. */
function openingNear(show: Show, [x, y, z]: Point): string | undefined {
  let best: { name: string; off: number } | undefined
  for (const { from, to, y: foot, openings } of show.place.walls) {
    const length = Math.hypot(to[0] - from[0], to[1] - from[1]) || 1
    for (const { name, at, width, sill } of openings) {
      const share = (at + width / 2) / length
      const middle: Spot = [from[0] + (to[0] - from[0]) * share, from[1] + (to[1] - from[1]) * share]
      const off = Math.hypot(middle[0] - x, middle[1] - z)
      if (off <= NEAR_OPENING && Math.abs(y - foot) < BELOW && (!best || off < best.off))
        best = { name: name ?? (sill > 0 ? 'window' : 'doorway'), off }
    }
  }
  return best?.name
}

/** What something is called after, by where it is: "Loft doorway", "By the chest", "Loft zone"; only what it is where nothing near has a name. */
export function nameFromPlace(show: Show, what: string, at: Point): string {
  const room = roomAt(show, at)
  const opening = openingNear(show, at)
  const isPlain = what === 'zone'
  if (opening !== undefined) {
    const named = room === undefined || small(opening).startsWith(small(room)) ? opening : `${room} ${small(opening)}`
    const whole = isPlain ? named : `${named} ${what}`
    return whole.charAt(0).toUpperCase() + whole.slice(1)
  }
  const prop = show.place.props.find(
    ({ at: [x, y, z], name }) =>
      !isFresh(name) && Math.hypot(x - at[0], z - at[2]) <= NEAR_PROP && Math.abs(y - at[1]) < BELOW,
  )
  if (prop && isPlain) return `By the ${small(prop.name)}`
  return room === undefined ? what.charAt(0).toUpperCase() + what.slice(1) : `${room} ${what}`
}
