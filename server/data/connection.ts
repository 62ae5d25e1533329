import pg from 'pg'
import { Sequelize } from 'sequelize'

let connection: Sequelize | undefined

/** The one connection pool to the database that DATABASE_URL names. */
export function database(): Sequelize {
  const url = process.env.DATABASE_URL
  if (!url) throw new Error('DATABASE_URL is not set: start Esvik with bin/start')
  connection ??= new Sequelize(url, {
    dialect: 'postgres',
    dialectModule: pg,
    logging: false,
    pool: { max: 8, acquire: 5000, idle: 30_000 },
    retry: { max: 0 },
  })
  return connection
}
