import {
  completeCue,
  freeId,
  completeRule,
  nextId,
  nextName,
  ruleIds,
  type Cue,
  type Rule,
  type Show,
  type Step,
} from '~~/core/show'
import { turnedRound } from './turned-round'

/** Whether a cue holds something until its body leaves: then leaving is told by its being let go. */
const holdsUntilLeft = ({ steps }: Cue): boolean =>
  steps.some((step) => !step.muted && 'hold' in step && step.hold === 'release')

/** A step of the way out: what stays is taken back, a sound is a place to fill, everything else has no counterpart. */
function stepOut(show: Show, step: Step): Step | undefined {
  if (step.kind === 'sound' && !step.loop) return { ...step, muted: true, note: 'Put the sound of the way out here' }
  return turnedRound(show, step)
}

/**
 * The way out of what a rule does: a cue made from the one it fires, and a rule that fires that, heard only where the first had fired. Where
 * the first holds until one leaves, that is when it is let go; otherwise when it has ended, however.
 */
export function wayOut(show: Show, rule: Rule): { rule: Rule; cue: Cue } | undefined {
  const first = show.cues.find(({ id }) => id === rule.cue)
  if (!first) return undefined
  const steps = show.cues.flatMap((each) => each.steps.map(({ id }) => id))
  const stepsOut = first.steps.flatMap((step) => {
    const turned = stepOut(show, step)
    if (!turned) return []
    const id = nextId(step.id, steps)
    steps.push(id)
    return [{ ...turned, id }]
  })
  const name = nextName(`${first.name}, way out`, show.cues.map((each) => each.name)) // prettier-ignore
  const cue = completeCue({ id: freeId(name, show.cues.map(({ id }) => id)), name, steps: stepsOut }) // prettier-ignore
  return {
    cue: { ...cue, for: first.for },
    rule: completeRule({
      id: freeId(`${rule.id}-out`, ruleIds(show)),
      on: { at: 'end', cue: first.id, why: holdsUntilLeft(first) ? 'released' : 'any', inside: false },
      who: rule.who,
      cue: cue.id,
    }),
  }
}
