import type { Audible, Run } from '~~/core/engine'
import type { Show, Sound } from '~~/core/show'
import { fileTimeOf } from '~~/core/sound'
import type { Wanted } from './buffers'
import { isLong, PIECE, pieceKey, piecesFrom } from './pieces'
import { needed } from '~~/core/base'

/** What begins within so long is fetched ahead (s of the run). */
const AHEAD = 60

/** The sounds that a player will hear next from a time on, each once, the soonest first; what sounds already before all. */
export function soundsAhead(show: Show, run: Run, player: number, t: number): Wanted[] {
  const sounds = new Map(show.sounds.map((sound) => [sound.id, sound]))
  const soonest = new Map<string, { wanted: Wanted; at: number }>()
  for (const audible of run.audible) {
    if (!audible.heardBy.includes(player) || isOver(audible, t) || audible.t > t + AHEAD) continue
    for (const { at, wanted } of neededOf(needed(sounds.get(audible.sound), `sounds`), audible, t)) {
      const known = soonest.get(wanted.asset)
      if (!known || at < known.at) soonest.set(wanted.asset, { wanted, at })
    }
  }
  return [...soonest.values()].sort((a, b) => a.at - b.at).map(({ wanted }) => wanted)
}
const isOver = ({ until, fadeOut }: Audible, t: number): boolean => until + fadeOut <= t

/** What is needed of a file from a time on: all of it, or of a long one the pieces that sound within what is fetched ahead. */
function neededOf({ asset, seconds, trim }: Sound, audible: Audible, t: number): { at: number; wanted: Wanted }[] {
  const at = Math.max(t, audible.t)
  if (!isLong(seconds)) return [{ at, wanted: { asset, seconds } }]
  const ends = trim ?? ([0, seconds] as const)
  const position = fileTimeOf(audible, ends, at)
  if (position === undefined) return []
  const found: { at: number; wanted: Wanted }[] = []
  for (const piece of piecesFrom(position, at, ends, 2 ** (audible.pitch / 1200), audible.loop)) {
    if (piece.at > Math.min(t + AHEAD, audible.until + audible.fadeOut)) break
    found.push({ at: piece.at, wanted: { asset: pieceKey(asset, piece.index), seconds: PIECE } })
  }
  return found
}

/** What may sound next in a run that is only now being made: what sounds already, then each sound of the show, of long ones how they begin. */
export function anySounds(show: Show, run: Run, player: number, t: number): Wanted[] {
  const first = soundsAhead(show, run, player, t)
  const asked = new Set(first.map(({ asset }) => asset))
  const others = show.sounds.map(({ asset, seconds, trim }): Wanted =>
    isLong(seconds)
      ? { asset: pieceKey(asset, Math.floor((trim?.[0] ?? 0) / PIECE)), seconds: PIECE }
      : { asset, seconds },
  )
  return [...first, ...others.filter(({ asset }) => !asked.has(asset))]
}
