import type { Run } from '~~/core/engine'
import type { Show } from '~~/core/show'
import { Hearing } from '~~/core/sound'
import { wrapped, eachOf } from '~~/core/space'

/** Something that sounds, as it comes to who listens: how far to the right it is (degrees, behind is ±180) and how far away (m); at the head neither. */
export interface Bearing {
  key: string
  sound: string
  bearing?: number
  distance?: number
}

/** Where everything that sounds at a time comes from, for one player of a run. */
export function bearingsAt(show: Show, run: Run, player: number, t: number): Bearing[] {
  const hearing = new Hearing(show, run, player)
  const { at, yaw } = hearing.earsAt(t)
  return run.audible
    .filter((audible) => hearing.hears(audible) && audible.t <= t && audible.until + audible.fadeOut > t)
    .map((audible) => {
      const key = `${audible.step}/${audible.t}`
      const place = hearing.placeOf(audible, t)
      if (!place) return { key, sound: audible.sound }
      const [dx, dy, dz] = eachOf(place, (v, axis) => v - at[axis])
      const faces = (Math.atan2(-dx, -dz) * 180) / Math.PI
      return { key, sound: audible.sound, bearing: wrapped(yaw - faces), distance: Math.hypot(dx, dy, dz) }
    })
}
