const MiB = 1024 * 1024

/** How much of what strangers send is taken (bytes, but for counts). What a show, a file of it and its JSON may hold is in core: `LIMITS`, `MOST_JSON`. */
export const MOST = {
  /** A show with its sounds in a ZIP. */
  parcel: 512 * MiB,
  /** The index of a backup, and a show in one with every edit. */
  backupIndex: 64 * MiB,
  backupShow: 1024 * MiB,
  /** Files in a ZIP: more than a show of the largest size has sounds are somebody's trick. */
  zipFiles: 25_000,
  /** What is told of a file that a browser has measured. */
  about: 4 * MiB,
  /** A study that is kept. */
  take: 8 * MiB,
  /** Questions about many files at once. */
  askedEnvelopes: 2 * MiB,
  askedSounds: MiB,
  /** Letters of a title. */
  title: 200,
} as const
