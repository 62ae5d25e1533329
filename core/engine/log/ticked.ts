import { KIND } from './kinds'
import type { Log } from './log'

/** What a game that looks so many times a second makes of one presence, over every way its ticks can fall. */
export interface TickedPresence {
  player: string
  zone: string
  from: number
  to: number
  /** In how many of 1,000 evenly spaced phases no tick falls within it. */
  missed: number
  /** How late the enter is seen where it is seen (s): the mean over the phases, and the most. */
  late: { mean: number; most: number }
}

const PHASES = 1000

/**
 * The same run as a game would see it that samples positions every 1/hz s: which presences it misses, and how late it sees the others.
 * In closed form: a presence of length d is met by phases that cover a share of d·hz of a tick.
 */
export function asTicked({ log, length }: { log: Log; length: number }, hz: number): TickedPresence[] {
  const tick = 1 / hz
  const open = new Map<string, TickedPresence>()
  const presences: TickedPresence[] = []
  for (let i = 0; i < log.count; i++) {
    if (log.kind[i] !== KIND.enter && log.kind[i] !== KIND.leave) continue
    const player = log.bodies[log.body[i]]
    const zone = log.legend.zones[log.what[i]]
    const key = `${zone}|${player}`
    if (log.kind[i] === KIND.enter) {
      const presence = {
        player,
        zone,
        from: log.t[i],
        to: length,
        missed: 0,
        late: { mean: 0, most: 0 },
      }
      open.set(key, presence)
      presences.push(presence)
    } else open.get(key)!.to = log.t[i]
  }
  for (const presence of presences) {
    const seen = Math.min(tick, presence.to - presence.from)
    presence.missed = PHASES - phasesWithin(presence.from, seen, tick)
    presence.late = { mean: seen / 2, most: seen }
  }
  return presences
}

/** How many of the phases i / 1,000 of a tick, i from 0, have a tick in [from, from + length], length a tick at the most. */
function phasesWithin(from: number, length: number, tick: number): number {
  if (length >= tick) return PHASES
  // Phase φ ticks at (k + φ)·tick: φ must lie in [from, from + length] modulo a tick.
  const unit = tick / PHASES
  const first = Math.ceil(from / unit - 1e-9)
  const last = Math.floor((from + length) / unit + 1e-9)
  return Math.max(0, Math.min(PHASES, last - first + 1))
}
