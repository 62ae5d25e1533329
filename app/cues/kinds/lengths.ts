import type { Cue, Show, Step } from '~~/core/show'
import { lengthOf } from '~/words/step-lengths'
import { stepWords } from '~/words/step-kinds'
import { plain } from '~/words/time'

/** A length that something needs, and what for. */
export interface NeededLength {
  seconds: number
  words: string
}

/** How long a step would have to last to be there until others are over, or until its own change has come about. */
export function lengthsOf(show: Show, cue: Cue, step: Step): NeededLength[] {
  const own = 'ramp' in step ? step.ramp.seconds : undefined
  const others = cue.steps
    .filter((other) => other.id !== step.id && !other.muted)
    .flatMap((other): NeededLength[] => {
      const length = lengthOf(show, other)
      const seconds = length === undefined ? 0 : Math.round((other.at + length - step.at) * 1000) / 1000
      return seconds > 0.05
        ? [{ seconds, words: `for ${plain(seconds)} s, till the end of “${stepWords(show, other)}”` }]
        : []
    })
  const all = own ? [{ seconds: own, words: `for ${plain(own)} s, as long as it changes` }, ...others] : others
  return all.filter(({ seconds }, i) => all.findIndex((each) => each.seconds === seconds) === i)
}
