/** Something the person at the command line can mend; its message is one line. */
export class CliError extends Error {}
