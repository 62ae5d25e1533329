import type { Show } from '../show/types'
import { eventAt, type Log } from './log'

/** Names the loop a run is caught in: the cues that fired over and over at the end of its log. */
export function loopIn(show: Show, log: Log, atOnce: boolean): string {
  const counts = new Map<string, number>()
  const order: string[] = []
  for (let i = Math.max(0, log.count - 2000); i < log.count; i++) {
    const event = eventAt(log, i)
    const step =
      event.kind === 'fire'
        ? `"${show.cues.find((c) => c.id === event.cue)?.name}"`
        : event.kind === 'signal'
          ? `the signal "${event.name}"`
          : undefined
    if (!step) continue
    if (!counts.has(step)) order.push(step)
    counts.set(step, (counts.get(step) ?? 0) + 1)
  }
  const again = order.filter((step) => counts.get(step)! > 1)
  const loop = again.length > 0 ? [...again, again[0]].join(' → ') : 'no cue fires twice, so look at the zones switched'
  const t = log.t[log.count - 1]
  return atOnce
    ? `The run goes round without time passing at ${t.toFixed(3)} s: ${loop}`
    : `The run has more than 1,000,000 events, by ${t.toFixed(1)} s: ${loop}`
}
