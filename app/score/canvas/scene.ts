import type { Lane, Score } from '~~/core/score'

/** What there is to be seen of a run. */
export interface Content {
  score: Score
  /** The score before the drag that is on, or of an earlier version that is compared. */
  ghost?: Score
  loudness?: Float32Array
  lux?: Float32Array
  luxEvery: number
  fades: { from: number; to: number }[]
}
export interface Scene extends Content {
  lanes: Lane[]
  chosen?: string
  marked?: { from: number; to: number }
}
