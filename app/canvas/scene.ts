import type { Lane, Score } from '~~/core/score'

interface Span {
  from: number
  to: number
}

/** What there is to be seen of a run. */
export interface Content {
  score: Score
  /** The score before the drag that is on, or of an earlier version that is compared. */
  ghost?: Score
  loudness?: Float32Array
  lux?: Float32Array
  luxEvery: number
  fades: Span[]
  /** While the picture is a camera mark’s. */
  cuts: Span[]
}
export interface Scene extends Content {
  lanes: Lane[]
  chosen?: string
  marked?: { from: number; to: number }
}
