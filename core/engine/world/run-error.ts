/** A run that can't be: a loop, a walk the show doesn't have. */
export class RunError extends Error {
  override name = 'RunError'
}
