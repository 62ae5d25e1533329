import { isMainThread } from 'node:worker_threads'
import pg from 'pg'
import { literal, Sequelize } from 'sequelize'

let connection: Sequelize | undefined

/** The one connection pool to the database that DATABASE_URL names. */
export function database(): Sequelize {
  const url = process.env.DATABASE_URL
  if (!url) throw new Error('DATABASE_URL is not set: start Esvik with bin/start')
  connection ??= new Sequelize(url, {
    dialect: 'postgres',
    dialectModule: pg,
    logging: false,
    pool: { max: isMainThread ? 8 : 2, acquire: 5000, idle: 30_000 },
    retry: { max: 0 },
  })
  return connection
}

/** `hash in (…)` of any number of hashes, as one value: a list written out takes the database and us long. */
export const oneOf = (hashes: readonly string[]) =>
  literal(`hash = any (${database().escape(`{${hashes.join(',')}}`)}::text[])`)
