import { short, fieldIn } from '../../core/show'
import { statfsSync } from 'node:fs'
import { compressed } from './compressed'
import { createError, defineEventHandler, type EventHandler, type H3Event } from 'h3'
import { messageOf } from '../../core/base'

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
  return (
    fieldIn(fieldIn(error, 'parent'), 'code') === '53100' ||
    fieldIn(error, 'code') === 'ENOSPC' ||
    /No space left on device/.test(messageOf(error))
  )
}

const NO_DATABASE = new Set([
  'SequelizeConnectionRefusedError',
  'SequelizeConnectionError',
  'SequelizeConnectionAcquireTimeoutError',
  'SequelizeHostNotReachableError',
  'SequelizeConnectionTimedOutError',
])

function isDatabaseAway(error: unknown): boolean {
  return (
    NO_DATABASE.has(String(fieldIn(error, 'name'))) ||
    ['57P01', '57P03', 'ECONNRESET', 'EPIPE'].includes(String(fieldIn(fieldIn(error, 'parent'), 'code'))) ||
    /Connection terminated/.test(messageOf(error))
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
