import { withId } from '../base'
import { eventsOf, type Run, type RunEvent } from '../engine'
import { kitRulesOf, mannerOf, nameOfKitRule, type Rule, type Show } from '../show'
import { actsOn } from './acts'
import type { Lane, PlayingSpan, Score } from './lane'
import { unmetIn } from './unmet'

const NO_ZONE = ''

/** The score of a run: a lane for each zone in the order first met, the others after them. */
export function scoreOf(show: Show, run: Run): Score {
  const lanes = new Map<string, Lane>(show.zones.map((zone) => [zone.id, emptyLane(zone.id, zone.name)]))
  const noZone = emptyLane(NO_ZONE, 'Without a zone')
  const rules = rulesOf(show)
  const order: string[] = []
  const open = new Map<string, Lane['presences'][number]>()
  const playings = new Map<number, { lane: Lane; span: PlayingSpan; rule: Rule | undefined }>()
  const acts = actsOn(show)
  const locks: Score['locks'] = []
  const laneOf = (zone: string | undefined) => (zone === undefined ? noZone : lanes.get(zone)!)

  const events = eventsOf(run)
  for (const event of events) {
    switch (event.kind) {
      case 'enter': {
        if (!order.includes(event.zone)) order.push(event.zone)
        const put = event.quiet && { put: event.quiet }
        const presence = { from: event.t, to: run.length, player: whoOf(event), ...put }
        laneOf(event.zone).presences.push(presence)
        open.set(`${event.zone}|${whoOf(event)}`, presence)
        break
      }
      case 'leave':
        open.get(`${event.zone}|${whoOf(event)}`)!.to = event.t
        break
      case 'fire': {
        const lane = laneOf(event.zone)
        const rule = rules.get(event.rule)
        lane.fired.push({ t: event.t, rule: event.rule, cue: event.cue, playing: event.playing, player: event.player })
        const span: PlayingSpan = {
          playing: event.playing,
          cue: event.cue,
          from: event.t,
          to: run.length,
          look: lookOf(show, event.cue),
          delayed: event.t,
        }
        lane.playings.push(span)
        playings.set(event.playing, { lane, span, rule })
        acts.heard(event, rule, true)
        debounce(lane, rule, event.t)
        if (rule?.cooldown?.from === 'fire') lane.cooldowns.push({ from: event.t, to: event.t + rule.cooldown.seconds })
        break
      }
      case 'held': {
        const lane = laneOf(event.zone)
        lane.held.push({ t: event.t, rule: event.rule, gate: event.gate, left: event.left, player: event.player })
        debounce(lane, rules.get(event.rule), event.t)
        acts.heard(event, rules.get(event.rule), false)
        break
      }
      case 'step': {
        const { lane, span } = playings.get(event.playing)!
        acts.step(event, lane, span.cue)
        break
      }
      case 'impact':
        acts.impact(event)
        break
      case 'signal':
        acts.signal(event)
        break
      case 'start':
        playings.get(event.playing)!.span.from = event.t
        break
      case 'end': {
        const { lane, span, rule } = playings.get(event.playing)!
        span.to = event.t
        if (rule?.cooldown?.from === 'end' && event.why !== 'run over')
          lane.cooldowns.push({ from: event.t, to: event.t + rule.cooldown.seconds })
        break
      }
      case 'lock':
      case 'unlock':
        lockSpan(locks, event, run.length)
        break
    }
  }
  order.forEach((id, index) => (lanes.get(id)!.met = index + 1))
  const met = order.map((id) => lanes.get(id)!)
  const others = [...lanes.values()].filter((lane) => lane.met === undefined)
  const whyUnmet = unmetIn(show, run, events)
  for (const lane of others) lane.unmet = whyUnmet(withId(show.zones, lane.zone))
  return {
    lanes: [...met, ...others],
    noZone: noZone.fired.length + noZone.held.length > 0 ? noZone : undefined,
    signals: acts.signals,
    locks,
  }
}

/** The lanes of a score from top to bottom; last what belongs to no zone. */
export const lanesOf = ({ lanes, noZone }: Score): Lane[] => (noZone ? [...lanes, noZone] : lanes)

/** A score that has, after its own lanes, an empty one for each zone that only an earlier version had. */
export function withGone(score: Score, before: Score | undefined): Score {
  if (!before) return score
  const there = new Set(score.lanes.map(({ zone }) => zone))
  const gone = before.lanes.filter(({ zone }) => !there.has(zone))
  return {
    ...score,
    lanes: [...score.lanes, ...gone.map(({ zone, name }): Lane => ({ ...emptyLane(zone, name), gone: true }))],
  }
}

/** Whose body an event concerns: a walk's, or a flung prop's. */
const whoOf = (event: { player?: string; prop?: string }): string => event.player ?? event.prop ?? ''

function emptyLane(zone: string, name: string): Lane {
  return { zone, name, presences: [], fired: [], held: [], playings: [], acts: [], debounces: [], cooldowns: [] }
}

/** Rules by the name they have in the log. */
export function rulesOf(show: Show): Map<string, Rule> {
  const rules = new Map<string, Rule>()
  for (const zone of show.zones) {
    for (const rule of zone.rules) rules.set(rule.id, rule)
    for (const rule of kitRulesOf(show, zone)) rules.set(nameOfKitRule(zone, rule), rule)
  }
  for (const rule of show.rules) rules.set(rule.id, rule)
  return rules
}

function debounce(lane: Lane, rule: Rule | undefined, t: number): void {
  if (rule && rule.debounce > 0) lane.debounces.push({ from: t, to: t + rule.debounce })
}

/** What a cue is above all: the first of these that a step of it makes. */
const FOREMOST = ['picture', 'freeze', 'bed', 'other'] as const

function lookOf(show: Show, cueId: string): PlayingSpan['look'] {
  const steps = show.cues.find((cue) => cue.id === cueId)?.steps.filter((step) => !step.muted) ?? []
  const looks = new Set(steps.map(({ kind }) => mannerOf(kind).bearing))
  return FOREMOST.find((look) => looks.has(look)) ?? 'other'
}

function lockSpan(locks: Score['locks'], event: RunEvent & { kind: 'lock' | 'unlock' }, end: number): void {
  const last = locks.findLast((span) => span.player === event.player)
  if (last && last.to === end) last.to = event.t
  if (event.locks.length > 0) locks.push({ from: event.t, to: end, locks: event.locks, player: event.player })
}
