/** What is asked of a sound before a whole thing is made. */
export interface Asked {
  what: string
  /** It can be without; then nothing is heard. */
  perhaps?: boolean
  /** A pool does too: each time one of its sounds. */
  pools?: boolean
  /** What is asked next, of another sound. */
  then?: Asked
}
/** A sound or a pool that was chosen for a whole thing; neither: it is without. */
export interface Heard {
  sound?: string
  pool?: string
  /** What was chosen next. */
  then?: Heard
}
