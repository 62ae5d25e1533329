import { createWriteStream } from 'node:fs'
import { rename, rm } from 'node:fs/promises'
import { pipeline } from 'node:stream/promises'
import { Transaction } from 'sequelize'
import type { Measured } from '../../core/sound'
import { database } from '../data/connection'
import { models, type AssetRow, type EditRow, type ShowRow, type VersionRow } from '../data/models'
import { GLB } from '../assets/mesh-file'
import { meshName, soundName } from '../shows/parcel'
import { zipStream, type ZipPart } from '../zip/pack'

/** A backup: a ZIP of `backup.json`, which lists what it holds, a file for each show with its edits, and the sounds. */
export interface BackupIndex {
  format: 'esvik-backup'
  version: 1
  made: string
  shows: (Pick<ShowRow, 'id' | 'title' | 'revision' | 'snapshotRevision'> & {
    binnedAt: string | null
    openedAt?: string | null
    createdAt: string
    updatedAt: string
    edits: number
  })[]
  /** `envelope` and `placed`: base64 of its loudness over time, so that it need not be worked out again. An older backup has WAV files alone. */
  sounds: (Pick<AssetRow, 'hash' | 'library' | 'seconds'> & {
    type?: string
    envelope: string
    placed?: string | null
    measured?: Measured | null
    createdAt: string
  })[]
  /** Files of places; a backup made before there were any has no such list. */
  meshes?: (Pick<AssetRow, 'hash'> & { createdAt: string })[]
}
export type BackedUpEdit = Pick<EditRow, 'id' | 'revision' | 'label' | 'patch'> & { createdAt: string }
export interface BackedUpShow {
  snapshot: ShowRow['snapshot']
  edits: BackedUpEdit[]
  /** Earlier states, from which those between are worked out, some with names; an older backup has none. */
  versions?: (Pick<VersionRow, 'revision' | 'name' | 'show'> & { createdAt: string })[]
}
export const INDEX = 'backup.json'
export const showFile = (id: string): string => `shows/${id}.json`

/** Writes all data into a ZIP, as they stand at one time; the file is there only once it is whole. */
export async function backup(file: string, tell: (done: number, of: number) => void): Promise<BackupIndex> {
  const isolationLevel = Transaction.ISOLATION_LEVELS.REPEATABLE_READ
  const unfinished = `${file}.unfinished`
  try {
    const index = await database().transaction({ isolationLevel, readOnly: true }, async (transaction) => {
      const { Shows, Edits, Versions, Assets } = models()
      const shows = await Shows.findAll({ attributes: { exclude: ['snapshot'] }, order: [['id', 'ASC']], transaction })
      const files = await Assets.findAll({
        attributes: { exclude: ['bytes'] },
        order: [['hash', 'ASC']],
        transaction,
      })
      const sounds = files.filter(({ type }) => type !== GLB)
      const meshes = files.filter(({ type }) => type === GLB)
      const counts: number[] = []
      for (const { id } of shows) counts.push(await Edits.count({ where: { showId: id }, transaction }))
      const made: BackupIndex = {
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
          edits: counts[i],
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
        ...(made.meshes ?? []).map(({ hash }) => ({
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
      return made
    })
    await rename(unfinished, file)
    return index
  } finally {
    await rm(unfinished, { force: true })
  }
}

const json = (value: unknown): Buffer => Buffer.from(JSON.stringify(value))
