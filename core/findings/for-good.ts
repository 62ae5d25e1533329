import { cueAt, mannerOf, type Rule, type Show, type Step, type Zone } from '../show'

/** What of a rule's cue goes on until the run is over. */
export interface ForGood {
  step: Step
  /** `kept`: it says so itself; `unreleased`: it waits for a release that doesn't come. */
  why: 'kept' | 'unreleased'
}

/** What a rule leaves behind for good, as it holds at its zone. */
export function leftForGood(show: Show, rule: Rule, zone: Zone | undefined): ForGood[] {
  const cue = zone ? cueAt(show, rule.cue, zone) : show.cues.find(({ id }) => id === rule.cue)
  if (!cue || isStopped(show, rule.cue)) return []
  const isReleased = zone !== undefined && rule.on.at !== 'clock' && rule.onLeave !== 'nothing'
  return cue.steps.flatMap((step): ForGood[] => {
    if (step.muted || !('hold' in step)) return []
    if (step.hold === 'release') return isReleased ? [] : [{ step, why: 'unreleased' }]
    if (step.hold !== 'keep' || !mannerOf(step.kind).wears || (step.kind === 'sound' && !step.loop)) return []
    return [{ step, why: 'kept' }]
  })
}

const isStopped = (show: Show, cue: string): boolean =>
  show.cues.some(({ steps }) => steps.some((step) => step.kind === 'stop' && !step.muted && step.cue === cue))
