import type { Editor, Show, Zone } from '~~/core/show'
import { holds } from '~~/core/space'
import { reachingAround } from './fitting'
import { isSameShape, moved, solidOfZone } from './geometry'

const holdsIn = (show: Show, zone: Zone, other: Zone): boolean =>
  holds(solidOfZone(show, zone), solidOfZone(show, other))

/** How far a zone was moved in plan, if that is all that was done to it. */
function shiftOf(was: Zone, is: Zone): [dx: number, dz: number] | undefined {
  if (was.shape.kind === 'prism' || is.shape.kind === 'prism') return undefined
  const [dx, dz] = [is.shape.at[0] - was.shape.at[0], is.shape.at[2] - was.shape.at[2]]
  const back = moved(is.shape, -dx, -dz)
  return isSameShape(back, moved(was.shape, 0, 0)) ? [dx, dz] : undefined
}

/**
 * What must be held is: where a zone that must hold others is moved, these go along; where it gets smaller than they are or one of them is
 * moved or grows, it reaches around them again. What did not hold before is left alone.
 */
export function keepHeld(edit: Editor, before: Show): void {
  if (edit.show.zones === before.zones) return
  for (const was of before.zones) {
    if (!was.holds) continue
    const is = edit.show.zones.find(({ id }) => id === was.id)
    if (!is?.holds) continue
    const kept = was.holds.flatMap((id) => {
      const other = before.zones.find((each) => each.id === id)
      const now = edit.show.zones.find((each) => each.id === id)
      return other && now && holdsIn(before, was, other) ? [{ other, now }] : []
    })
    const out = kept.filter(({ now }) => !holdsIn(edit.show, is, now))
    const shift = shiftOf(was, is)
    if (shift && kept.every(({ other, now }) => other.shape === now.shape)) {
      for (const { now } of kept) if (!now.tiedTo) edit.set(['zones', now.id, 'shape'], moved(now.shape, ...shift))
    } else if (out.length > 0) {
      const shape = reachingAround(edit.show, is, kept.map(({ now }) => now)) // prettier-ignore
      if (shape) edit.set(['zones', is.id, 'shape'], shape)
    }
  }
}
