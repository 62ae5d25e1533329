import { array, mixed, number, object, string, ValidationError, type InferType, type Schema } from 'yup'
import { applyPatch, PatchConflict, readShow, ShowError, type Show } from '../../core/show'
import { SOUND_TYPES } from '../../core/audio'
import { hashOf, keepSound } from '../assets/keep'
import { measured } from '../assets/measured'
import { database } from '../data/connection'
import { migrate } from '../data/migrations'
import { models, type LibraryEntry } from '../data/models'
import { parsedJson } from '../http/json-body'
import { hash, isUuid } from '../http/id'
import { operation } from '../http/operation'
import { Refusal } from '../http/refusal'
import { utf8Of } from '../http/utf8'
import { checkGlb, keepMesh } from '../assets/mesh-file'
import { MOST_SOUND, meshName, soundName } from '../shows/parcel'
import { openZip, type OpenZip } from '../zip/unpack'
import { INDEX, showFile, type BackedUpShow, type BackupIndex } from './backup'

const MOST_INDEX = 64 * 1024 * 1024
const MOST_SHOW = 1024 * 1024 * 1024

const date = () =>
  string()
    .test('date', 'must be a date', (text) => text === null || !Number.isNaN(Date.parse(text ?? '')))
    .defined()
const uuid = () =>
  string()
    .test('uuid', 'must be a UUID', (text) => isUuid(text ?? ''))
    .defined()
const count = () => number().integer().min(0).defined()

const indexSchema = object({
  format: string().oneOf(['esvik-backup'], 'the ZIP is no backup of Esvik').defined('the ZIP is no backup of Esvik'),
  version: number().oneOf([1], 'is of a version that this Esvik does not read').defined(),
  made: date(),
  shows: array(
    object({
      id: uuid(),
      title: string().min(1).defined(),
      revision: count().min(1),
      snapshotRevision: count().min(1),
      binnedAt: date().nullable(),
      openedAt: date().nullable().optional(),
      createdAt: date(),
      updatedAt: date(),
      edits: count(),
    }).noUnknown(),
  ).defined(),
  sounds: array(
    object({
      hash: hash(),
      library: object({ id: string().defined(), name: string().defined(), tags: array(string().defined()).defined() })
        .noUnknown()
        .nullable()
        .defined(),
      seconds: number().moreThan(0).defined(),
      type: string().oneOf(Object.keys(SOUND_TYPES)).optional(),
      envelope: string().defined(),
      placed: string().nullable().optional(),
      measured: measured.nullable().optional(),
      createdAt: date(),
    }).noUnknown(),
  ).defined(),
  meshes: array(
    object({
      hash: hash(),
      createdAt: date(),
    }).noUnknown(),
  ).optional(),
}).noUnknown()
type Index = InferType<typeof indexSchema>
/** An older backup has WAV files alone. */
const typeOf = ({ type = 'audio/wav' }: { type?: string }): string => type
const fileName = (sound: Index['sounds'][number]): string => soundName(sound.hash, typeOf(sound))

const showSchema = object({
  snapshot: mixed().defined(),
  edits: array(
    object({
      id: uuid(),
      revision: count().min(2),
      label: string().defined(),
      patch: array(operation).defined(),
      createdAt: date(),
    }).noUnknown(),
  ).defined(),
  versions: array(
    object({
      revision: count().min(1),
      name: string().nullable().defined(),
      show: mixed().defined(),
      createdAt: date(),
    }).noUnknown(),
  ).optional(),
}).noUnknown()

/** How many shows the database has now: what a restore would replace. */
export async function showsNow(): Promise<number> {
  await migrate()
  return models().Shows.count()
}

/**
 * Puts all data back as a backup has them, in place of what is there; all of it or nothing. Everything is read and checked before
 * anything is replaced. @throws Refusal that names what is wrong
 */
export async function restore(file: string, tell: (done: number, of: number) => void): Promise<BackupIndex> {
  await migrate()
  const zip = await openZip(file)
  try {
    const index = checked(indexSchema, parsedJson(utf8Of(await zip.read(INDEX, MOST_INDEX), INDEX), INDEX), INDEX)
    checkNames(zip, index)
    const meshes = index.meshes ?? []
    const steps = 2 * (index.shows.length + index.sounds.length + meshes.length)
    let done = 0
    const next = () => tell(done++, steps)
    for (const sound of index.sounds) {
      next()
      await fileOf(zip, fileName(sound), sound.hash)
    }
    for (const { hash } of meshes) {
      next()
      checkGlb(await fileOf(zip, meshName(hash), hash), `"${meshName(hash)}" in the backup`)
    }
    const ids = new Set<string>()
    for (const listed of index.shows) {
      next()
      checkHistory(listed, await showOf(zip, listed), ids)
    }
    await replaceAll(zip, index, next)
    return index as BackupIndex
  } finally {
    zip.close()
  }
}

/** The ZIP holds what its index lists, and nothing else. */
function checkNames(zip: OpenZip, index: Index): void {
  const listed = [
    INDEX,
    ...index.shows.map(({ id }) => showFile(id)),
    ...index.sounds.map(fileName),
    ...(index.meshes ?? []).map(({ hash }) => meshName(hash)),
  ]
  const twice = listed.find((name, i) => listed.indexOf(name) < i)
  if (twice !== undefined) throw new Refusal(422, `${INDEX} lists "${twice}" twice`)
  const there = new Set(zip.names)
  const lost = listed.find((name) => !there.has(name))
  if (lost !== undefined) throw new Refusal(422, `The backup lacks "${lost}"`)
  const known = new Set(listed)
  const stranger = zip.names.find((name) => !known.has(name))
  if (stranger !== undefined) throw new Refusal(422, `The backup holds "${stranger}", which it does not list`)
}

/** A show's snapshot and the edits after it lead to what the index says of it, one after the other. `ids` are those of edits seen so far. */
function checkHistory(listed: Index['shows'][number], { snapshot, edits }: BackedUpShow, ids: Set<string>): void {
  const name = showFile(listed.id)
  const fail = (words: string): never => {
    throw new Refusal(422, `"${name}" in the backup ${words}`)
  }
  if (edits.length !== listed.edits) fail(`has ${edits.length} edits; ${INDEX} says ${listed.edits}`)
  edits.forEach(({ id, revision }, i) => {
    if (ids.has(id)) fail(`has the edit ${id}, which the backup has twice`)
    ids.add(id)
    if (i > 0 && revision !== edits[i - 1].revision + 1) fail(`lacks the edit to revision ${edits[i - 1].revision + 1}`)
  })
  const last = edits.at(-1)?.revision ?? listed.snapshotRevision
  if (last !== listed.revision) fail(`comes to revision ${last}; ${INDEX} says ${listed.revision}`)
  if (listed.snapshotRevision > listed.revision) fail('has a snapshot that is newer than the show')
  const since = edits.filter(({ revision }) => revision > listed.snapshotRevision)
  if (since.length !== listed.revision - listed.snapshotRevision) fail('lacks edits after its snapshot')
  let show: Show = snapshot
  for (const { revision, patch } of since)
    try {
      show = applyPatch(show, patch)
    } catch (error) {
      if (error instanceof PatchConflict)
        fail(`has an edit to revision ${revision} that does not fit: ${error.message}`)
      throw error
    }
  readable(show, name)
}

function readable(document: unknown, name: string): Show {
  try {
    return readShow(document)
  } catch (error) {
    if (error instanceof ShowError) throw new Refusal(422, `"${name}" in the backup is no show: ${error.message}`)
    throw error
  }
}

async function showOf(zip: OpenZip, { id }: { id: string }): Promise<BackedUpShow> {
  const name = showFile(id)
  // The history of a long day's work has more edits than a list of a show has items, so it is asked by its schema alone.
  const read = checked(showSchema, json(utf8Of(await zip.read(name, MOST_SHOW), name), name), name)
  return {
    snapshot: readable(read.snapshot, name),
    edits: read.edits as BackedUpShow['edits'],
    versions: read.versions?.map((version) => ({ ...version, show: readable(version.show, name) })),
  }
}

function json(text: string, name: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    throw new Refusal(422, `"${name}" in the backup is no JSON`)
  }
}

async function fileOf(zip: OpenZip, name: string, hash: string): Promise<Buffer> {
  const bytes = await zip.read(name, MOST_SOUND)
  if (hashOf(bytes) !== hash) throw new Refusal(422, `"${name}" in the backup is not the file it is named after`)
  return bytes
}

function checked<T>(schema: Schema<T>, value: unknown, name: string): T {
  try {
    return schema.validateSync(value, { strict: true })
  } catch (error) {
    if (error instanceof ValidationError)
      throw new Refusal(422, `"${name}" in the backup: ${error.path ?? ''} ${error.message}`)
    throw error
  }
}

function replaceAll(zip: OpenZip, index: Index, next: () => void): Promise<void> {
  const { Shows, Edits, Versions, Assets } = models()
  return database().transaction(async (transaction) => {
    await Edits.destroy({ where: {}, transaction })
    await Versions.destroy({ where: {}, transaction })
    await Shows.destroy({ where: {}, transaction })
    await Assets.destroy({ where: {}, transaction })
    for (const listed of index.sounds) {
      const { hash, library, seconds, envelope, createdAt } = listed
      next()
      const sound = {
        type: typeOf(listed),
        seconds,
        envelope: Buffer.from(envelope, 'base64'),
        placed: listed.placed ? Buffer.from(listed.placed, 'base64') : null,
        measured: listed.measured ?? null,
      }
      const more = { library: library as LibraryEntry | null, createdAt: new Date(createdAt), transaction }
      await keepSound(await fileOf(zip, fileName(listed), hash), sound, more)
    }
    for (const { hash, createdAt } of index.meshes ?? []) {
      next()
      await keepMesh(await fileOf(zip, meshName(hash), hash), { createdAt: new Date(createdAt), transaction })
    }
    for (const { edits: _, ...listed } of index.shows) {
      next()
      const { snapshotRevision, createdAt } = listed
      const { snapshot, edits, versions } = await showOf(zip, listed)
      // The history of an older backup begins at its snapshot.
      const kept = versions ?? [{ revision: snapshotRevision, name: null, show: snapshot, createdAt }]
      const dates = { createdAt: new Date(listed.createdAt), updatedAt: new Date(listed.updatedAt) }
      const binnedAt = listed.binnedAt === null ? null : new Date(listed.binnedAt)
      const openedAt = listed.openedAt ? new Date(listed.openedAt) : null
      await Shows.create({ ...listed, ...dates, binnedAt, openedAt, snapshot }, { transaction, silent: true })
      await Edits.bulkCreate(
        edits.map((edit) => ({ ...edit, showId: listed.id, createdAt: new Date(edit.createdAt) })),
        { transaction },
      )
      await Versions.bulkCreate(
        kept.map((version) => ({ ...version, showId: listed.id, createdAt: new Date(version.createdAt) })),
        { transaction },
      )
    }
  })
}
