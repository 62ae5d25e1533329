import { createWriteStream } from 'node:fs'
import { rename, rm } from 'node:fs/promises'
import { pipeline } from 'node:stream/promises'
import { Transaction } from 'sequelize'
import { database } from '../data/connection'
import { models } from '../data/models'
import { GLB } from '../assets/mesh-file'
import { meshName, soundName } from '../shows/parcel'
import { zipStream, type ZipPart } from '../zip/pack'
import { openZip } from '../zip/unpack'
import { INDEX, showFile, type BackedUpShow } from './format'
import { readBackup, type ReadBackup } from './read'

/**
 * Writes all data into a ZIP, as they stand at one time, and reads it back as a restore does; the file is there only then. Gives what a
 * restore would find in it, faults too.
 */
export async function backup(file: string, tell: (done: number, of: number) => void): Promise<ReadBackup> {
  const isolationLevel = Transaction.ISOLATION_LEVELS.REPEATABLE_READ
  const unfinished = `${file}.unfinished`
  try {
    await database().transaction({ isolationLevel, readOnly: true }, async (transaction) => {
      const { Shows, Edits, Versions, Takes, Assets } = models()
      const shows = await Shows.findAll({ attributes: { exclude: ['snapshot'] }, order: [['id', 'ASC']], transaction })
      const files = await Assets.findAll({
        attributes: { exclude: ['bytes'] },
        order: [['hash', 'ASC']],
        transaction,
      })
      const sounds = files.filter(({ type }) => type !== GLB)
      const meshes = files.filter(({ type }) => type === GLB)
      const counts: { edits: number; versions: number }[] = []
      for (const { id } of shows) {
        const of = { where: { showId: id }, transaction }
        counts.push({ edits: await Edits.count(of), versions: await Versions.count(of) })
      }
      const made = {
        format: 'esvik-backup',
        version: 1,
        made: new Date().toISOString(),
        shows: shows.map(({ id, title, revision, snapshotRevision, binnedAt, openedAt, createdAt, updatedAt }, i) => ({
          id,
          title,
          revision,
          snapshotRevision,
          binnedAt: binnedAt?.toISOString() ?? null,
          openedAt: openedAt?.toISOString() ?? null,
          createdAt: createdAt.toISOString(),
          updatedAt: updatedAt.toISOString(),
          ...counts[i],
        })),
        sounds: sounds.map(({ hash, type, library, seconds, envelope, placed, measured, createdAt }) => ({
          hash,
          type,
          library,
          seconds,
          envelope: envelope.toString('base64'),
          placed: placed?.toString('base64') ?? null,
          measured,
          createdAt: createdAt.toISOString(),
        })),
        meshes: meshes.map(({ hash, createdAt }) => ({ hash, createdAt: createdAt.toISOString() })),
      }
      const showBytes = async (id: string): Promise<Buffer> => {
        const { snapshot } = await Shows.findByPk(id, { attributes: ['snapshot'], rejectOnEmpty: true, transaction })
        const edits = await Edits.findAll({ where: { showId: id }, order: [['revision', 'ASC']], transaction })
        const versions = await Versions.findAll({ where: { showId: id }, order: [['revision', 'ASC']], transaction })
        const takes = await Takes.findAll({ where: { showId: id }, order: [['id', 'ASC']], transaction })
        return json({
          snapshot,
          edits: edits.map(({ id, revision, label, patch, createdAt }) => ({
            id,
            revision,
            label,
            patch,
            createdAt: createdAt.toISOString(),
          })),
          versions: versions.map(({ revision, name, show, createdAt }) => ({
            revision,
            name,
            show,
            createdAt: createdAt.toISOString(),
          })),
          takes: takes.map(({ id, name, revision, who, study, createdAt }) => ({
            id,
            name,
            revision,
            who,
            study,
            createdAt: createdAt.toISOString(),
          })),
        } satisfies BackedUpShow)
      }
      const fileBytes = async (hash: string) =>
        (await Assets.findByPk(hash, { attributes: ['bytes'], rejectOnEmpty: true, transaction })).bytes
      const parts: ZipPart[] = [
        { name: INDEX, bytes: () => json(made) },
        ...made.shows.map(({ id }) => ({ name: showFile(id), bytes: () => showBytes(id) })),
        ...sounds.map(({ hash, type }) => ({
          name: soundName(hash, type),
          compress: false,
          bytes: () => fileBytes(hash),
        })),
        ...made.meshes.map(({ hash }) => ({
          name: meshName(hash),
          compress: false,
          bytes: () => fileBytes(hash),
        })),
      ]
      let done = 0
      const counted = parts.map((part) => ({
        ...part,
        bytes: () => {
          tell(done++, parts.length)
          return part.bytes()
        },
      }))
      await pipeline(zipStream(counted), createWriteStream(unfinished))
    })
    const zip = await openZip(unfinished)
    const found = await readBackup(zip, tell).finally(() => zip.close())
    await rename(unfinished, file)
    return found
  } finally {
    await rm(unfinished, { force: true })
  }
}

const json = (value: unknown): Buffer => Buffer.from(JSON.stringify(value))
