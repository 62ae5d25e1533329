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
  /** Keys, as far as they were pressed or are waited for. */
  keys: string[]
}
