import { array, mixed, number, object, string, ValidationError, type InferType, type Schema } from 'yup'
import { SOUND_TYPES } from '../../core/audio'
import type { Show } from '../../core/show'
import type { EditRow, TakeRow, VersionRow } from '../data/models'
import { hash, isUuid } from '../http/id'
import { operation } from '../http/operation'
import { Refusal } from '../http/refusal'
import { takeSchema } from '../shows/takes'

/**
 * A backup: a ZIP of `backup.json`, which lists what it holds, a file for each show with its edits and earlier states, the sounds and the
 * meshes. An older backup has fewer fields: WAV files alone, no states, no meshes, no counts of states.
 */
export const INDEX = 'backup.json'
export const showFile = (id: string): string => `shows/${id}.json`

const date = () =>
  string()
    .test('date', 'must be a date', (text) => text === null || !Number.isNaN(Date.parse(text ?? '')))
    .defined()
const uuid = () =>
  string()
    .test('uuid', 'must be a UUID', (text) => isUuid(text ?? ''))
    .defined()
const count = () => number().integer().min(0).max(2 ** 31 - 1).defined() // prettier-ignore

export const indexSchema = object({
  format: string().oneOf(['esvik-backup'], 'the ZIP is no backup of Esvik').defined('the ZIP is no backup of Esvik'),
  version: number().oneOf([1], 'is of a version that this Esvik does not read').defined(),
  made: date(),
  shows: array(mixed().defined()).defined(),
  sounds: array(mixed().defined()).defined(),
  meshes: array(mixed().defined()).optional(),
}).noUnknown()

export const listedShow = object({
  id: uuid(),
  title: string().min(1).defined(),
  revision: count().min(1),
  snapshotRevision: count().min(1),
  binnedAt: date().nullable(),
  openedAt: date().nullable().optional(),
  createdAt: date(),
  updatedAt: date(),
  edits: count(),
  versions: count().optional(),
}).noUnknown()
export type ListedShow = InferType<typeof listedShow>

export const listedSound = object({
  hash: hash(),
  library: object({ id: string().defined(), name: string().defined(), tags: array(string().defined()).defined() })
    .noUnknown()
    .nullable()
    .defined(),
  seconds: number().moreThan(0).defined(),
  type: string().oneOf(Object.keys(SOUND_TYPES)).optional(),
  // What was measured of a file is measured anew, but of what only browsers decode.
  envelope: string().defined(),
  placed: string().nullable().optional(),
  measured: mixed().nullable().optional(),
  createdAt: date(),
}).noUnknown()
export type ListedSound = InferType<typeof listedSound>

export const listedMesh = object({ hash: hash(), createdAt: date() }).noUnknown()
export type ListedMesh = InferType<typeof listedMesh>

export const showSchema = object({
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
  takes: array(takeSchema.shape({ id: uuid(), createdAt: date() })).optional(),
}).noUnknown()

/** What the file of a show holds. */
export interface BackedUpShow {
  snapshot: Show
  edits: (Pick<EditRow, 'id' | 'revision' | 'label' | 'patch'> & { createdAt: string })[]
  versions?: (Pick<VersionRow, 'revision' | 'name' | 'show'> & { createdAt: string })[]
  takes?: (Pick<TakeRow, 'id' | 'name' | 'revision' | 'who' | 'study'> & { createdAt: string })[]
}

/** @throws Refusal 422 that names the file and the field */
export function checked<T>(schema: Schema<T>, value: unknown, name: string): T {
  try {
    return schema.validateSync(value, { strict: true })
  } catch (error) {
    if (error instanceof ValidationError)
      throw new Refusal(422, `"${name}" in the backup: ${error.path ?? ''} ${error.message}`)
    throw error
  }
}
