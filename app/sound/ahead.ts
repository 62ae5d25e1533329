import type { Audible, Run } from '~~/core/engine'
import type { Show } from '~~/core/show'
import type { Wanted } from './buffers'

/** What begins within so long is fetched ahead (s of the run). */
const AHEAD = 60

/** The sounds that a player will hear next from a time on, each once, the soonest first; what sounds already before all. */
export function soundsAhead(show: Show, run: Run, player: number, t: number): Wanted[] {
  const sounds = new Map(show.sounds.map((sound) => [sound.id, sound]))
  const soonest = new Map<string, { wanted: Wanted; at: number }>()
  for (const audible of run.audible) {
    if (!audible.heardBy.includes(player) || isOver(audible, t) || audible.t > t + AHEAD) continue
    const { asset, seconds } = sounds.get(audible.sound)!
    const at = Math.max(t, audible.t)
    const known = soonest.get(asset)
    if (!known || at < known.at) soonest.set(asset, { wanted: { asset, seconds }, at })
  }
  return [...soonest.values()].sort((a, b) => a.at - b.at).map(({ wanted }) => wanted)
}
const isOver = ({ until, fadeOut }: Audible, t: number): boolean => until + fadeOut <= t
