import { readShow } from '../../core/show'
import { hashOf, keepWav } from '../assets/keep'
import { database } from '../data/connection'
import { migrate } from '../data/migrations'
import { models } from '../data/models'
import { Refusal } from '../http/refusal'
import { MOST_SOUND, soundName } from '../shows/parcel'
import { openZip } from '../zip/read'
import { INDEX, showFile, type BackedUpShow, type BackupIndex } from './backup'

const MOST_INDEX = 64 * 1024 * 1024
const MOST_SHOW = 1024 * 1024 * 1024

/** How many shows the database has now: what a restore would replace. */
export async function showsNow(): Promise<number> {
  await migrate()
  return models().Shows.count()
}

/** Puts all data back as a backup has them, in place of what is there; all of it or nothing. @throws Refusal that names what is wrong */
export async function restore(file: string, tell: (done: number, of: number) => void): Promise<BackupIndex> {
  await migrate()
  const zip = await openZip(file)
  try {
    const index = parsed<BackupIndex>(await zip.read(INDEX, MOST_INDEX), INDEX)
    if (index.format !== 'esvik-backup') throw new Refusal(422, 'The ZIP is no backup of Esvik')
    if (index.version !== 1) throw new Refusal(422, `The backup is of version ${index.version}; this Esvik reads 1`)
    const { Shows, Edits, Assets } = models()
    const all = index.shows.length + index.sounds.length
    let done = 0
    await database().transaction(async (transaction) => {
      await Edits.destroy({ where: {}, transaction })
      await Shows.destroy({ where: {}, transaction })
      await Assets.destroy({ where: {}, transaction })
      for (const { hash, library, seconds, envelope, createdAt } of index.sounds) {
        tell(done++, all)
        const bytes = await zip.read(soundName(hash), MOST_SOUND)
        if (hashOf(bytes) !== hash)
          throw new Refusal(422, `"${soundName(hash)}" in the backup is not the file it is named after`)
        const sound = { seconds, envelope: Buffer.from(envelope, 'base64') }
        await keepWav(bytes, sound, { library, createdAt: new Date(createdAt), transaction })
      }
      for (const { edits: _, ...listed } of index.shows) {
        tell(done++, all)
        const { snapshot, edits } = parsed<BackedUpShow>(
          await zip.read(showFile(listed.id), MOST_SHOW),
          showFile(listed.id),
        )
        const dates = { createdAt: new Date(listed.createdAt), updatedAt: new Date(listed.updatedAt) }
        const binnedAt = listed.binnedAt === null ? null : new Date(listed.binnedAt)
        await Shows.create(
          { ...listed, ...dates, binnedAt, snapshot: readShow(snapshot) },
          { transaction, silent: true },
        )
        await Edits.bulkCreate(
          edits.map((edit) => ({ ...edit, showId: listed.id, createdAt: new Date(edit.createdAt) })),
          { transaction },
        )
      }
    })
    return index
  } finally {
    zip.close()
  }
}

function parsed<T>(bytes: Buffer, name: string): T {
  try {
    return JSON.parse(bytes.toString('utf8')) as T
  } catch {
    throw new Refusal(422, `"${name}" in the backup is no JSON`)
  }
}
