import type { RunEvent } from '~~/core/engine'
import { rulesOf } from '~~/core/score'
import type { Show, Step } from '~~/core/show'
import { flagValue } from '~/words/flag-value'
import { cueName, flagName, propName, soundName, walkName, zoneName } from '~/words/names'
import { ruleName } from '~/words/sentences'
import { stepWords } from '~/words/step-kinds'
import { clock, plain } from '~/words/time'
import { unmetAt, unmetConditions, type Unmet } from '~/words/unmet-conditions'

/** An event of a run as a row that is read, filtered and copied. */
export interface EventRow {
  event: RunEvent
  time: string
  kind: string
  who: string
  zone?: string
  where: string
  what: string
  /** What is noted on the rule that fired or was held, or on the step. */
  note: string
}
/** A show by what its events name. */
interface Named {
  show: Show
  steps: ReadonlyMap<string, Step>
  rules: ReturnType<typeof rulesOf>
  unmet: Unmet
}

function whoOf(show: Show, event: RunEvent): string {
  if ('player' in event && event.player) return walkName(show, event.player)
  return 'prop' in event && event.prop ? propName(show, event.prop) : ''
}

/** What a step did: itself in words, and what the log adds to it. */
function stepRow({ show, steps }: Named, id: string, fallback: string): string {
  const step = steps.get(id)
  return step ? stepWords(show, step) : fallback
}

function whatOf(named: Named, event: RunEvent): string {
  const { show } = named
  switch (event.kind) {
    case 'fire': {
      const [rule, cue] = [ruleName(show, event.rule), cueName(show, event.cue)]
      return rule === cue ? cue : `${rule}: ${cue}`
    }
    case 'start':
      return cueName(show, event.cue)
    case 'end':
      return `${cueName(show, event.cue)}, ${event.why}`
    case 'held':
      return [
        ruleName(show, event.rule),
        event.left === undefined ? event.gate : `${event.gate}, ${plain(event.left)} s left`,
        event.gate === 'condition' ? unmetAt(named.unmet, event.rule, event.t) : undefined,
      ]
        .filter(Boolean)
        .join(': ')
    case 'step': {
      const more = [
        event.count === undefined ? '' : `${event.count} of them`,
        event.speed === undefined ? '' : `at ${plain(event.speed, 1)} m/s`,
      ]
      return [stepRow(named, event.step, event.of), ...more].filter(Boolean).join(', ')
    }
    case 'stepEnd':
      return `${stepRow(named, event.step, event.step)}, over`
    case 'sound':
      return `${soundName(show, event.sound)}, ${plain(event.gain, 1)} dB`
    case 'press':
      return `${event.key === undefined ? '' : `${event.key}, `}${event.taken.map((rule) => ruleName(show, rule)).join(', ') || 'taken by nobody'}`
    case 'lock':
    case 'unlock':
      return (
        [event.locks.join(', '), event.pace === undefined ? '' : `slowed to ${plain(event.pace * 100, 0)} %`]
          .filter(Boolean)
          .join(', ') || 'free'
      )
    case 'signal':
      return event.heard === 0 ? `${event.name}, sent, heard by nobody` : `${event.name}, heard by ${event.heard}`
    case 'flag':
      return `${flagName(show, event.flag)}: ${flagValue(event.value)}`
    case 'zone':
      return event.enabled ? 'on' : 'off'
    case 'impact':
      return `${plain(event.speed, 1)} m/s`
    case 'move':
      return `to ${event.to.map((v) => plain(v, 1)).join(', ')}`
    case 'enter':
      return event.quiet ? 'put here' : ''
    case 'walkEnd':
      return event.locked ? 'locked' : ''
    default:
      return ''
  }
}

function noteOf({ rules, steps }: Named, event: RunEvent): string {
  if (event.kind === 'fire' || event.kind === 'held') return rules.get(event.rule)?.note ?? ''
  return (event.kind === 'step' && steps.get(event.step)?.note) || ''
}

/** A row for each event of a run, in its order; what a playing does is in the zone that fired it. */
export function eventRows(show: Show, events: readonly RunEvent[]): EventRow[] {
  const named: Named = {
    show,
    steps: new Map(show.cues.flatMap(({ steps }) => steps).map((step) => [step.id, step])),
    rules: rulesOf(show),
    unmet: unmetConditions(show, events),
  }
  const zones = new Map<number, string>()
  return events.map((event) => {
    if (event.kind === 'fire' && event.zone) zones.set(event.playing, event.zone)
    const own = 'zone' in event ? event.zone : undefined
    const zone = own ?? ('playing' in event && event.playing !== undefined ? zones.get(event.playing) : undefined)
    return {
      event,
      time: clock(event.t, 3),
      kind: event.kind,
      who: whoOf(show, event),
      zone,
      where: zone ? zoneName(show, zone) : '',
      what: whatOf(named, event),
      note: noteOf(named, event),
    }
  })
}

/** The rows that have all of the words somewhere; a time also as it is typed, without its first nought. */
export function rowsWith(rows: readonly EventRow[], typed: string): readonly EventRow[] {
  const asked = typed.toLowerCase().split(/\s+/).filter(Boolean)
  if (asked.length === 0) return rows
  return rows.filter(({ time, kind, who, where, what, note }) => {
    const text = `${time.replace(/^0/, '')} ${time} ${kind} ${who} ${where} ${what} ${note}`.toLowerCase()
    return asked.every((word) => text.includes(word))
  })
}
