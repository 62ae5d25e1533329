import type { Mark, Point, Show } from '../../show'
import { eventAt } from './decode'
import type { RunEvent } from './events'
import { KIND } from './kinds'
import type { Log } from './log'

/** How a run has no end: too much happens at one time, too much in all, it goes on for too long, or the same comes round for ever. */
export type Endless = 'at once' | 'events' | 'long' | 'round'

/** What a run without end is caught in. */
export interface Loop {
  how: Endless
  /** How it has no end and what goes round, in a sentence. */
  says: string
  /** When it was found (s of the run). */
  t: number
  /** The rules that fire again and again, by their names in the log, in the order in which they do. */
  rules: { rule: string; zone?: string; cue: string }[]
  /** The walk that keeps being sent back, and to which mark, if it is one. */
  sent?: { walk: string; mark?: string }
}

/** So many are looked at of the last events that can go round. */
const LAST = 2000
const GOES_ROUND = new Set<number>([KIND.move, KIND.fire, KIND.signal])

/** Names what a run without end is caught in: the mark that a walk keeps being sent back to, or the cues that fired over and over at the end of its log. */
export function loopIn(show: Show, log: Log, how: Endless): Loop {
  const last: RunEvent[] = []
  for (let i = log.count - 1; i >= 0 && last.length < LAST; i--)
    if (GOES_ROUND.has(log.kind[i])) last.push(eventAt(log, i))
  last.reverse()
  const sent = sentBack(show, last)
  const t = log.t[log.count - 1] ?? 0
  const says = sentenceOf(how, t, (sent && wordsOf(show, sent)) ?? firedAgain(show, last))
  return { how, says, t, rules: firingAgain(last), ...(sent && { sent: { walk: sent.walk, mark: sent.mark?.id } }) }
}
function sentenceOf(how: Endless, t: number, caught: string | undefined): string {
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

interface SentBack {
  walk: string
  to: Point
  mark?: Mark
}
function sentBack({ place, player }: Show, events: readonly RunEvent[]): SentBack | undefined {
  const markAt = (to: Point) => {
    // At a camera mark the eyes are there, and the feet lower.
    const isThere = (at: Point, up: number) => at.every((v, i) => Math.abs(v - to[i] - (i === 1 ? up : 0)) < 1e-9)
    return place.marks.find(({ at, kind }) => isThere(at, kind === 'camera' ? player.eye : 0))
  }
  const moves = new Map<string, SentBack>()
  for (const event of events)
    if (event.kind === 'move') moves.set(`${event.player} ${event.to}`, { walk: event.player, to: event.to })
  const most = again(events.flatMap((event) => (event.kind === 'move' ? [`${event.player} ${event.to}`] : [])))[0]
  const sent = most && moves.get(most[0])
  return sent && { ...sent, mark: markAt(sent.to) }
}
const wordsOf = (show: Show, { walk, to, mark }: SentBack): string =>
  `${nameOfWalk(show, walk)} keeps being sent back to ${mark ? `"${mark.name}"` : to.map((v) => v.toFixed(1)).join(', ')}`

/** The rules that fired more than once. */
function firingAgain(events: readonly RunEvent[]): Loop['rules'] {
  const fired = events.flatMap((event) => (event.kind === 'fire' ? [event] : []))
  const repeated = new Set(again(fired.map(({ rule }) => rule)).map(([rule]) => rule))
  const inOrder = new Map(fired.map(({ rule, zone, cue }) => [rule, { rule, zone, cue }]))
  return [...inOrder.values()].filter(({ rule }) => repeated.has(rule))
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
