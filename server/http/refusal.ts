import { short } from '../../core/show'
import { statfsSync } from 'node:fs'
import type { ConnectionError as ConnectionErrorType } from 'sequelize'
import { compressed } from './compressed'
import { createError, defineEventHandler, type EventHandler, type H3Event } from 'h3'

/** What the server won't do, with its status and in words. */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly data: { [key: string]: unknown } = {},
    longest = 400,
  ) {
    super(short(message, longest))
  }
}

/** A database that can't write its log ends itself, so where it is away the disk is asked (bytes: one segment of the log). */
const LOG_SEGMENT = 16 * 1024 * 1024
function hasNoRoom(): boolean {
  const folder = process.env.ESVIK_DATA
  if (!folder) return false
  try {
    const { bavail, bsize } = statfsSync(folder)
    return bavail * bsize < LOG_SEGMENT
  } catch {
    return false
  }
}

/** PostgreSQL's words for a disk without room, and the system's. */
const isDiskFull = (error: unknown): boolean => {
  const { parent, code } = error as { parent?: { code?: string }; code?: string }
  return parent?.code === '53100' || code === 'ENOSPC' || /No space left on device/.test((error as Error).message)
}

const NO_DATABASE = new Set([
  'SequelizeConnectionRefusedError',
  'SequelizeConnectionError',
  'SequelizeConnectionAcquireTimeoutError',
  'SequelizeHostNotReachableError',
  'SequelizeConnectionTimedOutError',
])

function isDatabaseAway(error: unknown): boolean {
  const { name, parent } = error as ConnectionErrorType & { parent?: { code?: string } }
  return (
    NO_DATABASE.has(name) ||
    ['57P01', '57P03', 'ECONNRESET', 'EPIPE'].includes(parent?.code ?? '') ||
    /Connection terminated/.test((error as Error).message)
  )
}

/** A route whose refusals become answers: a status and a sentence, never a stack. */
export function route<T>(handle: (event: H3Event) => Promise<T> | T): EventHandler {
  return defineEventHandler(async (event) => {
    try {
      return await compressed(event, await handle(event))
    } catch (error) {
      if (error instanceof Refusal)
        throw createError({ statusCode: error.status, message: error.message, data: error.data })
      if (error instanceof Error && 'statusCode' in error) throw error
      if (isDiskFull(error) || (isDatabaseAway(error) && hasNoRoom()))
        throw createError({ statusCode: 507, message: 'The disk of the server is full; nothing was changed' })
      if (isDatabaseAway(error))
        throw createError({ statusCode: 503, message: 'The database does not answer; nothing was changed' })
      console.error(error)
      throw createError({ statusCode: 500, message: 'Something went wrong in the server; nothing was changed' })
    }
  })
}
