import { cueAt, rulesAt, type Rule, type Show, type Zone } from '../show'

/**
 * The rule of a zone whose own cue moves the prop that the zone goes along with: whoever stands still may be left by it, which lets go of
 * what moved it, and so comes back into it. None where it fires once and is let go by nobody's leaving.
 */
export function movesItself(show: Show, zone: Zone): Rule | undefined {
  const { tiedTo } = zone
  if (!tiedTo) return undefined
  return rulesAt(show, zone).find((rule) => {
    if (!rule.enabled || rule.on.at === 'clock' || (rule.limit && rule.onLeave === 'nothing')) return false
    return cueAt(show, rule.cue, zone)?.steps.some((step) => {
      if (step.muted || !('prop' in step) || step.prop !== tiedTo.prop) return false
      return step.kind === 'fling' || (step.kind === 'prop' && !!(step.slide || step.turn || step.carried))
    })
  })
}
