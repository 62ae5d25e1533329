import type { Point, Show } from '../../show'
import { eventAt } from './decode'
import type { RunEvent } from './events'
import { KIND } from './kinds'
import type { Log } from './log'

/** How a run has no end: too much happens at one time, too much in all, it goes on for too long, or the same comes round for ever. */
export type Endless = 'at once' | 'events' | 'long' | 'round'

/** So many are looked at of the last events that can go round. */
const LAST = 2000
const GOES_ROUND = new Set<number>([KIND.move, KIND.fire, KIND.signal])

/** Names what a run without end is caught in: the mark that a walk keeps being sent back to, or the cues that fired over and over at the end of its log. */
export function loopIn(show: Show, log: Log, how: Endless): string {
  const last: RunEvent[] = []
  for (let i = log.count - 1; i >= 0 && last.length < LAST; i--)
    if (GOES_ROUND.has(log.kind[i])) last.push(eventAt(log, i))
  last.reverse()
  const caught = sentBack(show, last) ?? firedAgain(show, last)
  const t = log.t[log.count - 1] ?? 0
  switch (how) {
    case 'at once':
      return `The run goes round without time passing at ${t.toFixed(3)} s: ${caught ?? 'no cue fires twice, so look at the zones switched'}`
    case 'events':
      return `The run has more than 1,000,000 events, by ${t.toFixed(1)} s: ${caught ?? 'no cue fires twice'}`
    case 'round':
      return `The run goes round for ever, and was given no length (8 h at the most): ${caught ?? 'everything stands again and again as it stood'}`
    case 'long':
      return `The run goes on for more than 8 h and was given no length: ${caught ?? 'nothing goes round, it just takes so long'}`
  }
}

/** What comes more than once, with how often, the most frequent first. */
function again(names: readonly string[]): [string, number][] {
  const counts = new Map<string, number>()
  for (const name of names) counts.set(name, (counts.get(name) ?? 0) + 1)
  return [...counts].filter(([, count]) => count > 1).sort((a, b) => b[1] - a[1])
}

function sentBack(show: Show, events: readonly RunEvent[]): string | undefined {
  const markAt = (to: Point) => {
    // At a camera mark the eyes are there, and the feet lower.
    const isThere = (at: Point, up: number) => at.every((v, i) => Math.abs(v - to[i] - (i === 1 ? up : 0)) < 1e-9)
    const mark = show.place.marks.find(({ at, kind }) => isThere(at, kind === 'camera' ? show.player.eye : 0))
    return mark ? `"${mark.name}"` : to.map((v) => v.toFixed(1)).join(', ')
  }
  const moves = events.flatMap((event) =>
    event.kind === 'move' ? [`${nameOfWalk(show, event.player)} keeps being sent back to ${markAt(event.to)}`] : [],
  )
  return again(moves)[0]?.[0]
}

const nameOfWalk = (show: Show, id: string): string => `"${show.walks.find((walk) => walk.id === id)?.name ?? id}"`

function firedAgain(show: Show, events: readonly RunEvent[]): string | undefined {
  const names = events.flatMap((event) => {
    if (event.kind === 'fire') return [`"${show.cues.find((cue) => cue.id === event.cue)?.name}"`]
    return event.kind === 'signal' ? [`the signal "${event.name}"`] : []
  })
  const repeated = new Set(again(names).map(([name]) => name))
  const inOrder = [...new Set(names)].filter((name) => repeated.has(name))
  return inOrder.length > 0 ? [...inOrder, inOrder[0]].join(' → ') : undefined
}
