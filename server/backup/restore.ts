import { keepMesh } from '../assets/mesh-file'
import { keepSound } from '../assets/keep'
import { database } from '../data/connection'
import { migrate } from '../data/migrations'
import { models, type LibraryEntry } from '../data/models'
import { Refusal } from '../http/refusal'
import { meshName } from '../shows/parcel'
import { openZip, type OpenZip } from '../zip/unpack'
import { fileIn, keptOf, readBackup, soundFile, type Fault, type ReadBackup } from './read'
import { historyIn } from './show-history'

/** So many faults are named. */
const MOST_NAMED = 20

/** How many shows the database has now: what a restore would replace. */
export async function showsNow(): Promise<number> {
  await migrate()
  return models().Shows.count()
}

/** What a restore finds wrong, thing by thing. */
export class BrokenBackup extends Refusal {
  constructor(faults: readonly Fault[]) {
    const [only] = sentences(faults)
    const all = `${faults.length} things in the backup are broken:\n  ${sentences(faults).join('\n  ')}`
    super(422, faults.length === 1 ? only! : all, {}, 20_000)
  }
}

export const sentences = (faults: readonly Fault[]): string[] => [
  ...faults.slice(0, MOST_NAMED).map(({ of, words }) => `${of} ${words}`),
  ...(faults.length > MOST_NAMED ? [`and ${faults.length - MOST_NAMED} more`] : []),
]

/**
 * Puts all data back as a backup has them, in place of what is there; all of it or nothing. Everything is read and checked before
 * anything is replaced. `withoutBroken`: what is not whole is left out. @throws Refusal that names what is wrong
 */
export async function restore(
  file: string,
  tell: (done: number, of: number) => void,
  withoutBroken = false,
): Promise<ReadBackup> {
  await migrate()
  const zip = await openZip(file)
  try {
    const whole = await readBackup(zip, tell)
    const { faults } = whole
    if (faults.length > 0 && !withoutBroken) throw new BrokenBackup(faults)
    await replaceAll(zip, whole, tell)
    return whole
  } finally {
    zip.close()
  }
}

function replaceAll(zip: OpenZip, whole: ReadBackup, tell: (done: number, of: number) => void): Promise<void> {
  const { Shows, Edits, Versions, Takes, Assets } = models()
  const all = whole.sounds.length + whole.meshes.length + whole.shows.length
  let done = 0
  const next = () => tell(done++, all)
  return database().transaction(async (transaction) => {
    await Edits.destroy({ where: {}, transaction })
    await Takes.destroy({ where: {}, transaction })
    await Versions.destroy({ where: {}, transaction })
    await Shows.destroy({ where: {}, transaction })
    await Assets.destroy({ where: {}, transaction })
    for (const sound of whole.sounds) {
      next()
      const { listed, type, seconds } = sound
      const more = {
        library: listed.library as LibraryEntry | null,
        createdAt: new Date(listed.createdAt),
        transaction,
      }
      const bytes = await fileIn(zip, soundFile(listed), listed.hash)
      await keepSound(bytes, { type, seconds, ...(await keptOf(sound, bytes)) }, more)
    }
    for (const { hash, createdAt } of whole.meshes) {
      next()
      await keepMesh(await fileIn(zip, meshName(hash), hash), { createdAt: new Date(createdAt), transaction })
    }
    for (const listed of whole.shows) {
      next()
      const { id, revision, snapshotRevision } = listed
      const { title, snapshot, edits, versions, takes } = await historyIn(zip, listed)
      const dates = { createdAt: new Date(listed.createdAt), updatedAt: new Date(listed.updatedAt) }
      const binnedAt = listed.binnedAt ? new Date(listed.binnedAt) : null
      const openedAt = listed.openedAt ? new Date(listed.openedAt) : null
      const row = { id, title, revision, snapshotRevision, snapshot, binnedAt, openedAt, ...dates }
      await Shows.create(row, { transaction, silent: true })
      await Edits.bulkCreate(
        edits.map((edit) => ({ ...edit, showId: id, createdAt: new Date(edit.createdAt) })),
        { transaction },
      )
      await Versions.bulkCreate(
        versions.map((version) => ({ ...version, showId: id, createdAt: new Date(version.createdAt) })),
        { transaction },
      )
      await Takes.bulkCreate(
        takes.map((take) => ({ ...take, showId: id, createdAt: new Date(take.createdAt) })),
        { transaction },
      )
    }
  })
}
