import { DataTypes, type QueryInterface } from 'sequelize'
import { SequelizeStorage, Umzug } from 'umzug'
import { database } from './connection'

const when = { type: DataTypes.DATE, allowNull: false, defaultValue: DataTypes.NOW }

/** Every migration, in order. New ones go to the end; none is ever changed. */
const migrations = [
  {
    name: '001-shows-edits-assets',
    async up({ context }: { context: QueryInterface }) {
      await context.createTable('shows', {
        id: { type: DataTypes.UUID, primaryKey: true },
        title: { type: DataTypes.TEXT, allowNull: false },
        revision: { type: DataTypes.INTEGER, allowNull: false },
        snapshot: { type: DataTypes.JSONB, allowNull: false },
        snapshot_revision: { type: DataTypes.INTEGER, allowNull: false },
        binned_at: { type: DataTypes.DATE },
        created_at: when,
        updated_at: when,
      })
      await context.createTable('edits', {
        id: { type: DataTypes.UUID, primaryKey: true },
        show_id: {
          type: DataTypes.UUID,
          allowNull: false,
          references: { model: 'shows', key: 'id' },
          onDelete: 'CASCADE',
        },
        revision: { type: DataTypes.INTEGER, allowNull: false },
        label: { type: DataTypes.TEXT, allowNull: false },
        patch: { type: DataTypes.JSONB, allowNull: false },
        created_at: when,
      })
      await context.addIndex('edits', ['show_id', 'revision'], { unique: true })
      await context.createTable('assets', {
        hash: { type: DataTypes.STRING(64), primaryKey: true },
        type: { type: DataTypes.TEXT, allowNull: false },
        bytes: { type: DataTypes.BLOB, allowNull: false },
        envelope: { type: DataTypes.BLOB, allowNull: false },
        seconds: { type: DataTypes.DOUBLE, allowNull: false },
        library: { type: DataTypes.JSONB },
        created_at: when,
      })
    },
  },
  {
    name: '002-sounds-measured',
    async up({ context }: { context: QueryInterface }) {
      await context.addColumn('assets', 'placed', { type: DataTypes.BLOB })
      await context.addColumn('assets', 'measured', { type: DataTypes.JSONB })
      // Files don't get smaller, and a part of one is read without the rest.
      await context.sequelize.query('ALTER TABLE assets ALTER COLUMN bytes SET STORAGE EXTERNAL')
    },
  },
  {
    name: '003-versions',
    async up({ context }: { context: QueryInterface }) {
      await context.createTable('versions', {
        show_id: {
          type: DataTypes.UUID,
          primaryKey: true,
          references: { model: 'shows', key: 'id' },
          onDelete: 'CASCADE',
        },
        revision: { type: DataTypes.INTEGER, primaryKey: true },
        name: { type: DataTypes.TEXT },
        show: { type: DataTypes.JSONB, allowNull: false },
        created_at: when,
      })
      await context.addColumn('shows', 'opened_at', { type: DataTypes.DATE })
      // What came before the last snapshot was not kept.
      await context.sequelize.query(
        'INSERT INTO versions (show_id, revision, show, created_at) SELECT id, snapshot_revision, snapshot, updated_at FROM shows',
      )
    },
  },
  {
    name: '004-measured-anew',
    async up({ context }: { context: QueryInterface }) {
      // What was measured at a low rate, of channels in another order or with other weights, or came out as no number, is measured again when it is asked for.
      await context.sequelize.query(
        `UPDATE assets SET measured = NULL WHERE type LIKE 'audio/%' AND type NOT IN ('audio/aac', 'audio/mp4')
         AND (measured::text LIKE '%null%' OR (measured->>'rate')::float8 < 16000 OR (measured->>'channels')::int IN (4, 7, 8)
           OR (type IN ('audio/ogg', 'audio/opus') AND (measured->>'channels')::int > 2))`,
      )
    },
  },
  {
    name: '005-takes',
    async up({ context }: { context: QueryInterface }) {
      await context.createTable('takes', {
        id: { type: DataTypes.UUID, primaryKey: true },
        show_id: {
          type: DataTypes.UUID,
          allowNull: false,
          references: { model: 'shows', key: 'id' },
          onDelete: 'CASCADE',
        },
        revision: { type: DataTypes.INTEGER, allowNull: false },
        name: { type: DataTypes.TEXT, allowNull: false },
        who: { type: DataTypes.JSONB, allowNull: false },
        study: { type: DataTypes.JSONB },
        created_at: when,
      })
      await context.addIndex('takes', ['show_id', 'created_at'])
    },
  },
]

export async function migrate(): Promise<void> {
  const sequelize = database()
  const umzug = new Umzug({
    migrations,
    context: sequelize.getQueryInterface(),
    storage: new SequelizeStorage({ sequelize }),
    logger: undefined,
  })
  await umzug.up()
}
