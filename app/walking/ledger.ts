import type { RunEvent } from '~~/core/engine'
import { rulesOf } from '~~/core/score'
import type { Show } from '~~/core/show'
import { cueName, markName, zoneName } from '~/words/names'
import { heldSentence, ruleName } from '~/words/sentences'
import { unmetAt, unmetConditions } from '~/words/unmet-conditions'

/** A line of what happened: struck where something fired, unlit where it was held. */
export interface LedgerLine {
  t: number
  mark: 'fired' | 'held' | 'other'
  /** Who acts: a zone, or a rule without one. */
  who: string
  /** What it does, and to what. */
  does: string
  what: string
  /** The zone that acted. */
  zone?: string
}

/** What of a run's events is told while somebody walks in it, as lines. `walk`: whose hands and place it is about. */
export function ledgerOf(show: Show, events: readonly RunEvent[], walk: string): LedgerLine[] {
  const rules = rulesOf(show)
  const unmet = unmetConditions(show, events)
  const whoOf = (event: { zone?: string; rule: string }) =>
    event.zone === undefined ? ruleName(show, event.rule) : zoneName(show, event.zone)
  const line = (event: RunEvent): LedgerLine | undefined => {
    const { t } = event
    switch (event.kind) {
      case 'fire':
        return { t, mark: 'fired', who: whoOf(event), does: 'fires', what: cueName(show, event.cue), zone: event.zone }
      case 'held': {
        // Who passes a zone that isn't meant for them would be told of at each step.
        if (event.gate === 'who') return undefined
        const why = event.gate === 'condition' ? unmetAt(unmet, event.rule, t) : undefined
        const says = heldSentence(event, rules.get(event.rule), why)
        return { t, mark: 'held', who: whoOf(event), does: '', what: says.replace('Held', 'held').replace(/\.$/, ''), zone: event.zone } // prettier-ignore
      }
      case 'end':
        return { t, mark: 'other', who: cueName(show, event.cue), does: `ends, ${event.why}`, what: '' }
      case 'press':
        if (event.player !== walk || event.taken.length > 0) return undefined
        return { t, mark: 'other', who: event.key ?? 'E', does: 'pressed, nothing heeds it', what: '' }
      case 'move':
        if (event.player !== walk) return undefined
        return { t, mark: 'other', who: 'Moved', does: '', what: placeName(show, event.to) }
      default:
        return undefined
    }
  }
  return events.flatMap((event) => line(event) ?? [])
}

/** The mark at a place, in words. */
function placeName(show: Show, [x, , z]: readonly [number, number, number]): string {
  const mark = show.place.marks.find(({ at }) => Math.hypot(at[0] - x, at[2] - z) < 0.01)
  return mark ? `to ${markName(show, mark.id)}` : 'elsewhere'
}
