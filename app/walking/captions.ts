import type { Pose, Run } from '~~/core/engine'
import { distanceBetween, Hearing } from '~~/core/sound'
import type { Show } from '~~/core/show'
import { wrapped, yawOf } from '~~/core/space'
import { heardGain } from '~/playback/voice'
import { soundName } from '~/words/names'
import { plain } from '~/words/time'

/** What sounds out of view, in words, and on which edge of the picture that is told. */
export interface Caption {
  key: string
  name: string
  where: string
  side: 'left' | 'right'
}
/** What goes on sounding is told for so long (s). */
const TOLD = 4
/** Quieter than this comes nothing to anybody (of full amplitude). */
const HEARD = 0.003
const MOST = 3
/** So many degrees aside are still before one, and from so many on it is behind. */
const BEHIND = 120

function whereWords(bearing: number, far: number): string {
  const side = bearing > 0 ? 'right' : 'left'
  const about = Math.abs(bearing) >= BEHIND ? (Math.abs(bearing) > 165 ? 'behind' : `behind ${side}`) : side
  return `${about}, ${plain(far, far < 3 ? 1 : 0)} m`
}

/** What a player hears at a time of a run and doesn't see where it comes from: the loudest first. `pose`: what they see, `wide`: how wide it opens (degrees). */
export function captionsOf(show: Show, run: Run, player: number, t: number, pose: Pose, wide: number): Caption[] {
  const hearing = new Hearing(show, run, player)
  const found: (Caption & { loud: number })[] = []
  for (const audible of run.audible) {
    if (audible.t > t || audible.until + audible.fadeOut <= t || !hearing.hears(audible)) continue
    if (t - audible.t > TOLD && audible.loop) continue
    const place = hearing.placeOf(audible, t)
    if (!place) continue
    const loud = heardGain(hearing, audible, t)
    if (loud < HEARD) continue
    const [dx, dz] = [place[0] - pose.at[0], place[2] - pose.at[2]]
    const bearing = -wrapped(yawOf(dx, dz) - pose.yaw)
    if (Math.abs(bearing) < wide / 2) continue
    const key = `${audible.t}|${audible.step}|${audible.sound}`
    const side = bearing > 0 ? 'right' : 'left'
    found.push({ key, name: soundName(show, audible.sound), where: whereWords(bearing, distanceBetween(place, pose.at)), side, loud }) // prettier-ignore
  }
  const loudest = found.sort((a, b) => b.loud - a.loud)
  // The same sound again and again is told once.
  return loudest.filter(({ name }, i) => loudest.findIndex((other) => other.name === name) === i).slice(0, MOST)
}
