import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type ModelStatic,
} from 'sequelize'
import type { Operation, Show } from '../../core/show'
import type { Measured } from '../../core/sound'
import type { StudyReport, Who } from '../../core/study'
import { database } from './connection'

/** A show as it was at its last snapshot; the edits after that are rows of their own. */
export interface ShowRow extends Model<InferAttributes<ShowRow>, InferCreationAttributes<ShowRow>> {
  id: string
  title: string
  revision: number
  snapshot: Show
  snapshotRevision: number
  binnedAt: CreationOptional<Date | null>
  /** When a window last opened it. */
  openedAt: CreationOptional<Date | null>
  createdAt: CreationOptional<Date>
  updatedAt: CreationOptional<Date>
}
export interface EditRow extends Model<InferAttributes<EditRow>, InferCreationAttributes<EditRow>> {
  id: string
  showId: string
  revision: number
  label: string
  patch: Operation[]
  createdAt: CreationOptional<Date>
}
/** A show as it was at a revision: one that somebody has named, or one from which the revisions after it are worked out. */
export interface VersionRow extends Model<InferAttributes<VersionRow>, InferCreationAttributes<VersionRow>> {
  showId: string
  revision: number
  name: CreationOptional<string | null>
  show: Show
  createdAt: CreationOptional<Date>
}
/** Whose run or study somebody kept, of the show as it was at a revision. */
export interface TakeRow extends Model<InferAttributes<TakeRow>, InferCreationAttributes<TakeRow>> {
  id: string
  showId: string
  revision: number
  name: string
  who: Who
  /** What the study came to, if it is of one. */
  study: CreationOptional<StudyReport | null>
  createdAt: CreationOptional<Date>
}
export interface LibraryEntry {
  id: string
  name: string
  tags: string[]
}
export interface AssetRow extends Model<InferAttributes<AssetRow>, InferCreationAttributes<AssetRow>> {
  hash: string
  type: string
  bytes: Buffer
  /** K-weighted mean square in 100 ms blocks, 32-bit floats, little end first. */
  envelope: Buffer
  /** The same as it is heard from one place, if that is not the same. */
  placed: CreationOptional<Buffer | null>
  /** What was measured of it; not of a place, nor of what no browser has decoded yet. */
  measured: CreationOptional<Measured | null>
  seconds: number
  /** For sounds that new shows come with: their id, name and tags there. */
  library: CreationOptional<LibraryEntry | null>
  createdAt: CreationOptional<Date>
}

interface Models {
  Shows: ModelStatic<ShowRow>
  Edits: ModelStatic<EditRow>
  Versions: ModelStatic<VersionRow>
  Takes: ModelStatic<TakeRow>
  Assets: ModelStatic<AssetRow>
}
let made: Models | undefined

/** The tables, as Sequelize models. */
export function models(): Models {
  if (made) return made
  const db = database()
  const options = { underscored: true, timestamps: true }
  made = {
    Shows: db.define<ShowRow>(
      'show',
      {
        id: { type: DataTypes.UUID, primaryKey: true },
        title: { type: DataTypes.TEXT, allowNull: false },
        revision: { type: DataTypes.INTEGER, allowNull: false },
        snapshot: { type: DataTypes.JSONB, allowNull: false },
        snapshotRevision: { type: DataTypes.INTEGER, allowNull: false },
        binnedAt: DataTypes.DATE,
        openedAt: DataTypes.DATE,
        createdAt: DataTypes.DATE,
        updatedAt: DataTypes.DATE,
      },
      options,
    ),
    Edits: db.define<EditRow>(
      'edit',
      {
        id: { type: DataTypes.UUID, primaryKey: true },
        showId: { type: DataTypes.UUID, allowNull: false },
        revision: { type: DataTypes.INTEGER, allowNull: false },
        label: { type: DataTypes.TEXT, allowNull: false },
        patch: { type: DataTypes.JSONB, allowNull: false },
        createdAt: DataTypes.DATE,
      },
      { ...options, updatedAt: false },
    ),
    Versions: db.define<VersionRow>(
      'version',
      {
        showId: { type: DataTypes.UUID, primaryKey: true },
        revision: { type: DataTypes.INTEGER, primaryKey: true },
        name: DataTypes.TEXT,
        show: { type: DataTypes.JSONB, allowNull: false },
        createdAt: DataTypes.DATE,
      },
      { ...options, updatedAt: false },
    ),
    Takes: db.define<TakeRow>(
      'take',
      {
        id: { type: DataTypes.UUID, primaryKey: true },
        showId: { type: DataTypes.UUID, allowNull: false },
        revision: { type: DataTypes.INTEGER, allowNull: false },
        name: { type: DataTypes.TEXT, allowNull: false },
        who: { type: DataTypes.JSONB, allowNull: false },
        study: DataTypes.JSONB,
        createdAt: DataTypes.DATE,
      },
      { ...options, updatedAt: false },
    ),
    Assets: db.define<AssetRow>(
      'asset',
      {
        hash: { type: DataTypes.STRING(64), primaryKey: true },
        type: { type: DataTypes.TEXT, allowNull: false },
        bytes: { type: DataTypes.BLOB, allowNull: false },
        envelope: { type: DataTypes.BLOB, allowNull: false },
        placed: DataTypes.BLOB,
        measured: DataTypes.JSONB,
        seconds: { type: DataTypes.DOUBLE, allowNull: false },
        library: DataTypes.JSONB,
        createdAt: DataTypes.DATE,
      },
      { ...options, updatedAt: false },
    ),
  }
  return made
}
