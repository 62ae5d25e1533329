import type { Run } from '../core/engine'

/** Something that whoever typed the command can mend, and the status it ends with. */
export class CliError extends Error {
  constructor(
    message: string,
    readonly status = 1,
    /** The run as far as it came, if it has no end. */
    readonly run?: Run,
  ) {
    super(message)
  }
}
