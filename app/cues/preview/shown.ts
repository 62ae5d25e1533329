/** What a preview of the cue has shown of a step. */
export interface Shown {
  /** How long it really lasted (s); undefined where it didn't end. */
  lasted: number | undefined
  /** The least light on whoever stands there while it is on (lx). */
  darkest?: number
}
