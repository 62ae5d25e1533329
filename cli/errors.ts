/** Something that whoever typed the command can mend, and the status it ends with. */
export class CliError extends Error {
  constructor(
    message: string,
    readonly status = 1,
  ) {
    super(message)
  }
}
