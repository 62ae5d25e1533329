import type { Step, StepKind } from '../../show'
import type { StepEvent } from './events'

/** What the numbers of a show stand for in logs. */
export interface Legend {
  zones: string[]
  cues: string[]
  /** A rule as one zone has it, by its name in the log. */
  rules: { rule: string; zone?: string; cue: string }[]
  /** Every step that is not muted, and what an event about it says without luck. */
  steps: Omit<StepEvent, 't' | 'kind' | 'playing'>[]
  sounds: string[]
  buses: string[]
  signals: string[]
  flags: string[]
}

/** What an event about a step says that no luck changes. */
export function stepLegend(step: Step, channel: string | undefined): Legend['steps'][number] {
  const about = { step: step.id, of: step.kind as StepKind }
  switch (step.kind) {
    case 'prompt':
      return { ...about, text: step.text }
    case 'camera':
      return { ...about, marks: step.marks.map((m) => m.mark) }
    case 'freeze':
      return { ...about, locks: [...step.locks].sort() }
    default:
      return channel === undefined ? about : { ...about, channel }
  }
}
