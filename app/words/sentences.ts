import type { Gate } from '~~/core/engine'
import type { Moment, Rule, Show } from '~~/core/show'
import { rulesOf, type Act, type Held, type Lane, type SignalPath } from '~~/core/score'
import { cueName, propName, zoneName } from './names'
import { stepWords } from './step-kinds'
import { clock, plain, seconds } from './time'

/** A rule by its name in the log: its own name, or what it fires. */
export function ruleName(show: Show, name: string): string {
  const rule = rulesOf(show).get(name)
  return rule ? (rule.name ?? cueName(show, rule.cue)) : name
}
/** What a moment is, as the verb of "When a player …". */
export const MOMENTS: { [at in Moment['at']]: string } = {
  enter: 'enters',
  leave: 'leaves',
  dwell: 'has stayed for',
  use: 'presses the key',
  look: 'looks at',
  signal: 'hears of',
  clock: 'is there at',
  end: 'has come to the end of',
}

const GATES: { [gate in Gate]: string } = {
  off: 'the zone is switched off',
  who: 'it is not meant for them',
  debounce: 'debounce',
  condition: 'condition',
  limit: 'limit',
  cooldown: 'cooldown',
  busy: 'busy, the cue still plays',
  chance: 'chance',
}

/** A held moment in a sentence: "Held: cooldown, 3.2 s left of 24 s." `unmet`: what is said of its condition. */
export function heldSentence(held: Held, rule: Rule | undefined, unmet?: string): string {
  const of = held.gate === 'cooldown' ? rule?.cooldown?.seconds : held.gate === 'debounce' ? rule?.debounce : undefined
  const left =
    held.left === undefined ? '' : `, ${seconds(held.left)} left${of === undefined ? '' : ` of ${seconds(of)}`}`
  const limit =
    held.gate === 'limit' && rule?.limit
      ? `, it has fired ${rule.limit.times === 1 ? 'once' : `${rule.limit.times} times`} already`
      : ''
  const chance = held.gate === 'chance' && rule ? `, ${plain(rule.chance * 10)} in 10 get through` : ''
  const condition = held.gate === 'condition' && unmet ? `, ${unmet}` : ''
  return `Held: ${GATES[held.gate]}${left}${limit}${chance}${condition}.`
}

/** Why a zone is never met, in words. */
export function unmetWords(lane: Pick<Lane, 'unmet'>): string {
  switch (lane.unmet) {
    case 'off':
      return 'switched off'
    case 'off then':
      return 'off as passed'
    case 'sent elsewhere':
      return 'sent elsewhere'
    case 'unreached':
      return 'never reached'
    case 'height':
      return 'missed by height'
    case 'untouched':
      return 'never touched'
    case undefined:
      return ''
  }
}

/** An act of a cue in a sentence: what it does, who hears it if it is a signal, of which cue, where and when. */
export function actSentence(show: Show, lane: Lane, act: Act, signals: readonly SignalPath[]): string {
  const step = show.cues.find((cue) => cue.id === act.cue)?.steps.find((each) => each.id === act.step)
  const prop = step?.kind === 'fling' ? propName(show, step.prop) : undefined
  const what = act.kind === 'impact' ? `${prop ?? 'What was flung'} hits` : step ? stepWords(show, step) : act.kind
  const at = `${cueName(show, act.cue)}, ${lane.name}, ${clock(act.t, 2)}`
  if (step?.kind !== 'signal') return `${what}. ${at}`
  const sent = signals.find(
    ({ name, from, sent }) => name === step.name && sent === act.t && (from ?? '') === lane.zone,
  )
  const names = [
    ...new Set(sent?.heard.map(({ zone }) => (zone === undefined ? 'a rule without a zone' : zoneName(show, zone)))),
  ]
  return `${what}, ${names.length > 0 ? `heard by ${names.join(', ')}` : 'heard by nobody'}. ${at}`
}
