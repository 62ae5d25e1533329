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

/** All that somebody who typed a command can mend, but for what a show or a sound itself is told for. */
export const FAULTS = {
  noFile: (file: string) => `There is no file "${file}"`,
  unreadable: (file: string, code: unknown) => `"${file}" can't be read (${code})`,
  unwritable: (file: string, code: unknown) => `"${file}" can't be written (${code})`,
  notUtf8: (what: string) => `${what} is not valid UTF-8`,
  nameWalk: (known: readonly string[]) => `Name a walk with --walk; the show has ${known.join(', ') || 'none'}`,
  notInRun: (walk: string, known: readonly string[]) =>
    `No walk "${walk}" is in this run; --walk has ${known.join(', ')}`,
  noPlayers: 'Nobody in this run is a player',
  noPlayer: (named: string) => `No player "${named}" is in this run`,
  noBus: (bus: string, known: readonly string[]) => `There is no bus "${bus}"; there are ${known.join(', ')}`,
  noRule: (rule: string) => `There is no rule "${rule}" that a zone, its kit or the show has`,
  noPopulation: (population: string, known: readonly string[]) =>
    `There is no population "${population}"${known.length > 0 ? `; there are ${known.join(', ')}` : ''}`,
  notSwept: (field: string, known: readonly string[]) => `"${field}" can't be swept; there are ${known.join(', ')}`,
  noCue: (cue: string) => `There is no cue "${cue}"`,
  noSounds: (named: string) => `There is no file or folder "${named}"`,
  noShow: (file: string) => `"${file}" has no show in it`,
  unmixable: (sound: string, why: string) => `The sound "${sound}" can't be mixed: ${why}`,
  stopped: (minutes: number) => `Stopped at ${minutes} min of the run; nothing was written`,
} as const
