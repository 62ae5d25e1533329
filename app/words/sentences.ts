import type { Gate } from '~~/core/engine'
import type { Moment, Rule, Show, Step } from '~~/core/show'
import { rulesOf, type Act, type Held, type Lane, type SignalPath } from '~~/core/score'
import { clock, count, plain, seconds } from './time'

export const cueName = (show: Show, id: string): string => show.cues.find((cue) => cue.id === id)?.name ?? id
export const zoneName = (show: Show, id: string): string => show.zones.find((zone) => zone.id === id)?.name ?? id
export const walkName = (show: Show, id: string): string => show.walks.find((walk) => walk.id === id)?.name ?? id
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

/** A held moment in a sentence: "Held: cooldown, 3.2 s left of 24 s." */
export function heldSentence(held: Held, rule: Rule | undefined): string {
  const of = held.gate === 'cooldown' ? rule?.cooldown?.seconds : held.gate === 'debounce' ? rule?.debounce : undefined
  const left =
    held.left === undefined ? '' : `, ${seconds(held.left)} left${of === undefined ? '' : ` of ${seconds(of)}`}`
  const limit =
    held.gate === 'limit' && rule?.limit
      ? `, it has fired ${rule.limit.times === 1 ? 'once' : `${rule.limit.times} times`} already`
      : ''
  const chance = held.gate === 'chance' && rule ? `, ${plain(rule.chance * 10)} in 10 get through` : ''
  return `Held: ${GATES[held.gate]}${left}${limit}${chance}.`
}

/** Why a zone is never met, in words. */
export function unmetWords(lane: Lane): string {
  switch (lane.unmet) {
    case 'off':
      return 'switched off'
    case 'height':
      return 'missed by height'
    case 'untouched':
      return 'never touched'
    case undefined:
      return ''
  }
}

/** How long a step lasts, in words. */
export function lengthWords(show: Show, step: Step): string {
  switch (step.kind) {
    case 'sound':
      if (!step.loop)
        return step.sound
          ? `for its ${seconds(show.sounds.find((s) => s.id === step.sound)?.seconds ?? 0)}`
          : 'for as long as the sound drawn'
      return holdWords(step.hold)
    case 'fade':
      return `for ${seconds(step.in + step.stay + step.out)}`
    case 'camera':
      return `for ${seconds(step.marks.reduce((sum, mark) => sum + mark.travel + mark.stay, 0) + (step.back?.seconds ?? 0))}`
    case 'burst':
      return `for up to ${seconds(step.life[1])}`
    default:
      return 'hold' in step ? holdWords(step.hold) : 'at once'
  }
}

export function holdWords(hold: number | 'cue' | 'release' | 'keep'): string {
  if (typeof hold === 'number') return `for ${seconds(hold)}`
  return { cue: 'for as long as the cue', release: 'until released', keep: 'for good' }[hold]
}

function propWords({ shown, slide, turn, colour }: Extract<Step, { kind: 'prop' }>): string {
  const slides = slide ? Math.hypot(...slide.by) : 0
  const words = [
    turn && turn.by !== 0 ? `turns by ${plain(turn.by)}°` : '',
    slides > 0 ? `slides by ${plain(slides, 2)} m` : '',
    shown === undefined ? '' : shown ? 'is shown' : 'is hidden',
    colour === undefined ? '' : 'is tinted',
  ].filter(Boolean)
  return words.length > 0 ? words.join(', ') : 'stays'
}

/** What a step does, in a few words. */
export function stepWords(show: Show, step: Step): string {
  const sound = (id: string) => show.sounds.find((s) => s.id === id)?.name ?? id
  const pool = (id: string) => show.pools.find((p) => p.id === id)?.name ?? id
  const light = (id: string) => show.place.lights.find((l) => l.id === id)?.name ?? id
  const bus = (id: string) => show.buses.find((b) => b.id === id)?.name ?? id
  const prop = (id: string) => show.place.props.find((p) => p.id === id)?.name ?? id
  const mark = (id: string) => show.place.marks.find((m) => m.id === id)?.name ?? id
  switch (step.kind) {
    case 'sound':
      return step.sound ? sound(step.sound) : `One of ${pool(step.pool!)}`
    case 'bed':
      return `${sound(step.sound)}, as a bed`
    case 'scatter':
      return `${pool(step.pool)} scattered, every ${plain(step.every[0])}–${plain(step.every[1])} s`
    case 'level':
      return `${bus(step.bus)} to ${plain(step.gain)} dB`
    case 'light':
      return `${light(step.light)} ${[step.on === undefined ? '' : step.on ? 'on' : 'off', step.candela === undefined ? '' : `to ${plain(step.candela)} cd`, step.flicker ? `flickers like a ${step.flicker.pattern}` : ''].filter(Boolean).join(', ') || 'stays'}`
    case 'drift':
      return `${'light' in step.target ? light(step.target.light) : bus(step.target.bus)} drifts to ${plain(step.to)}`
    case 'atmosphere':
      return `Atmosphere${step.level === undefined ? '' : ` to level ${plain(step.level)}`}`
    case 'prompt':
      return `“${step.text}”${step.key ? ` (${step.key})` : ''}`
    case 'camera':
      return `Picture to ${step.marks.map((m) => mark(m.mark)).join(', ')}`
    case 'fade':
      return `Fade to ${step.colour}`
    case 'freeze':
      return `No ${step.locks.map((lock) => ({ walk: 'walking', jump: 'jumping', look: 'looking', use: 'using' })[lock]).join(', ')}`
    case 'move':
      return `Put at ${mark(step.mark)}`
    case 'prop':
      return `${prop(step.prop)} ${propWords(step)}`
    case 'fling':
      return `${prop(step.prop)} is flung`
    case 'burst':
      return step.count[0] === step.count[1]
        ? count(step.count[0], 'spark')
        : `${plain(step.count[0])}–${plain(step.count[1])} sparks`
    case 'signal':
      return `Signal “${step.name}”`
    case 'flag': {
      const name = show.flags.find((f) => f.id === step.flag)?.name ?? step.flag
      return step.set === undefined
        ? `${name} by ${plain(step.add!)}`
        : `${name}: ${step.set === true ? 'yes' : step.set === false ? 'no' : plain(step.set)}`
    }
    case 'zone':
      return `${zoneName(show, step.zone)} ${step.enabled ? 'on' : 'off'}`
    case 'stop':
      return `Stop ${cueName(show, step.cue)}`
  }
}

/** An act of a cue in a sentence: what it does, who hears it if it is a signal, of which cue, where and when. */
export function actSentence(show: Show, lane: Lane, act: Act, signals: readonly SignalPath[]): string {
  const step = show.cues.find((cue) => cue.id === act.cue)?.steps.find((each) => each.id === act.step)
  const prop = step?.kind === 'fling' ? show.place.props.find((each) => each.id === step.prop)?.name : undefined
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
