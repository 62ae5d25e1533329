import type { RunEvent } from '../engine'
import { mannerOf, type Rule, type Show } from '../show'
import type { Act, Lane, SignalPath } from './lane'

type Of<K extends RunEvent['kind']> = Extract<RunEvent, { kind: K }>

/** What cues do beside sounding, put into the lanes of their zones while a log is gone through. */
export interface Acts {
  signals: SignalPath[]
  step(event: Of<'step'>, lane: Lane, cue: string): void
  impact(event: Of<'impact'>): void
  signal(event: Of<'signal'>): void
  /** A moment of a rule: if a signal brought it, it is where that signal was heard. */
  heard(event: Of<'fire'> | Of<'held'>, rule: Rule | undefined, fired: boolean): void
}

/** What puts the acts of cues into lanes while a log is gone through. */
export function actsOn(show: Show): Acts {
  const cues = new Map(show.cues.map((cue) => [cue.id, cue]))
  const signals: SignalPath[] = []
  /** Who flung a prop last. */
  const flung = new Map<string, { lane: Lane; act: Act }>()
  /** Signals that are under way, by the playing that sends them. */
  const underWay = new Map<string, { sent: number; zone: string | undefined }[]>()

  return {
    signals,
    step({ t, of, step: id, playing }, lane, cue) {
      if (mannerOf(of).sounds) return
      const act: Act = { t, kind: of as Act['kind'], cue, step: id, playing }
      lane.acts.push(act)
      const step = cues.get(cue)?.steps.find((each) => each.id === id)
      if (step?.kind === 'fling') flung.set(step.prop, { lane, act })
      if (step?.kind !== 'signal') return
      const name = `${playing}|${step.name}`
      underWay.set(name, [...(underWay.get(name) ?? []), { sent: t, zone: lane.zone || undefined }])
    },
    impact({ t, prop }) {
      const by = flung.get(prop)
      by?.lane.acts.push({ ...by.act, t, kind: 'impact' })
    },
    signal({ t, name, playing }) {
      const sent = underWay.get(`${playing}|${name}`)?.shift()
      signals.push({ name, sent: sent?.sent ?? t, t, from: sent?.zone, heard: [] })
    },
    heard({ t, rule: id, zone }, rule, fired) {
      if (rule?.on.at !== 'signal') return
      const { name } = rule.on
      signals.findLast((path) => path.name === name && path.t === t)?.heard.push({ zone, rule: id, fired })
    },
  }
}
