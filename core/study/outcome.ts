import { memo } from '../base'
import { facingAt, GATES, KIND, positionAt, run } from '../engine'
import { namedRulesAt, type Rule, type Show } from '../show'
import { comesOnce, varied, type SetOut } from './evidence'

/** Why a cue never fired for a walker: a gate held it, by the gates' numbers; or one of these. */
export const MISSES = [...GATES, 'not there', 'no press', 'no moment', 'nothing fires it'] as const
export type Miss = (typeof MISSES)[number]
const NOT_THERE = MISSES.indexOf('not there')
const NO_PRESS = MISSES.indexOf('no press')
const NO_MOMENT = MISSES.indexOf('no moment')
const NOTHING = MISSES.indexOf('nothing fires it')
const OFF = GATES.indexOf('off')
const WHO = GATES.indexOf('who')
const FEWEST = 65535
/** So many numbers say where somebody stood, and which way they faced. */
export const STOOD = 4

/** What one walker of a study met; cues by their place in the show, times in s. */
export interface Outcome {
  walker: number
  length: number
  /** When cues fired that are scares. */
  scares: Float64Array
  /** Of each cue when it fired first, NaN if never; and how often it did. */
  first: Float64Array
  times: Uint16Array
  /** Of each cue where whoever set it off stood as it fired first, and which way they faced: x, y, z (m), yaw (degrees); NaN if nobody did. */
  stood: Float32Array
  /** Of each cue how often each gate held it: cue by cue, in the order of the gates. */
  held: Uint16Array
  /** Of each cue that never fired why, by its place in `MISSES`. */
  missed: Uint8Array
}

/** What of a show is asked for each walker again. */
interface Asked {
  cues: ReadonlyMap<string, number>
  isScare: boolean[]
  /** Of each cue the zones at which it is fired, those rules' moments, and whether anything else fires it. */
  zones: ReadonlySet<string>[]
  presses: boolean[]
  others: boolean[]
}
const askedOf = memo((show: Show): Asked => {
  const cues = new Map(show.cues.map(({ id }, i) => [id, i]))
  const zones = show.cues.map(() => new Set<string>())
  const presses = show.cues.map(() => true)
  const others = show.cues.map(() => false)
  const add = (rule: Rule, zone?: string) => {
    const cue = cues.get(rule.cue)
    if (cue === undefined) return
    if (zone === undefined) others[cue] = true
    else zones[cue].add(zone)
    if (rule.on.at !== 'use') presses[cue] = false
  }
  for (const zone of show.zones) for (const rule of namedRulesAt(show, zone)) add(rule, zone.id)
  for (const rule of show.rules) add(rule)
  return { cues, isScare: show.cues.map(({ scare }) => scare), zones, presses, others }
})

/** What a varied walker of those who set out meets, by its number. The show must have been prepared. @throws RunError where the run has no end */
export function outcomeOf(show: Show, setOut: SetOut, walker: number): Outcome {
  const { cues, isScare, zones, presses, others } = askedOf(show)
  const played = run(show, varied(show, setOut, walker), { seed: walker, tally: true, once: comesOnce(walker) })
  const { log, length } = played
  const gates = GATES.length
  const first = new Float64Array(show.cues.length).fill(NaN)
  const times = new Uint16Array(show.cues.length)
  const stood = new Float32Array(show.cues.length * STOOD).fill(NaN)
  const held = new Uint16Array(show.cues.length * gates)
  const lastGate = new Int8Array(show.cues.length).fill(-1)
  const missed = new Uint8Array(show.cues.length).fill(NOTHING)
  const scares: number[] = []
  const entered = new Set<string>()
  const { count, t, kind, what, value, body, walkers, legend } = log
  for (let i = 0; i < count; i++) {
    if (kind[i] === KIND.enter) entered.add(legend.zones[what[i]])
    else if (kind[i] === KIND.fire) {
      const cue = cues.get(legend.rules[what[i]].cue)
      if (cue === undefined) continue
      if (times[cue] === 0) {
        first[cue] = t[i]
        if (body[i] >= 0 && body[i] < walkers)
          stood.set([...positionAt(played.paths[body[i]], t[i]), facingAt(show, played, body[i], t[i])], cue * STOOD)
      }
      if (times[cue] < FEWEST) times[cue]++
      if (isScare[cue]) scares.push(t[i])
    } else if (kind[i] === KIND.held) {
      const cue = cues.get(legend.rules[what[i]].cue)
      if (cue === undefined) continue
      if (held[cue * gates + value[i]] < FEWEST) held[cue * gates + value[i]]++
      // Who isn't meant, and what is off, says less than what held those who were.
      if ((value[i] !== OFF && value[i] !== WHO) || lastGate[cue] < 0) lastGate[cue] = value[i]
    }
  }
  for (let cue = 0; cue < times.length; cue++) {
    if (times[cue] > 0) continue
    if (lastGate[cue] >= 0) missed[cue] = lastGate[cue]
    else if (zones[cue].size === 0) missed[cue] = others[cue] ? NO_MOMENT : NOTHING
    else if (![...zones[cue]].some((zone) => entered.has(zone))) missed[cue] = others[cue] ? NO_MOMENT : NOT_THERE
    else missed[cue] = presses[cue] ? NO_PRESS : NO_MOMENT
  }
  return { walker, length, scares: Float64Array.from(scares), first, times, stood, held, missed }
}
