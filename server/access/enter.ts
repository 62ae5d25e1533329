import { createError, getRequestHeader, sendRedirect, setCookie, setHeader, setResponseStatus, type H3Event } from 'h3'
import { COOKIE } from './cookie'
import { allows, session, SESSION, type May } from './passphrases'
import { tried } from './tries'
import { enterPage } from './page'
import { bytesOf } from '../http/json-body'
import type { Asker } from '../http/proxies'

const LONGEST = 2000
const SAFE = new Set(['GET', 'HEAD', 'OPTIONS'])
/** What only reads, though it is asked for by POST. */
const READS = new Set(['/api/envelopes', '/api/sounds'])

function page(event: H3Event, status: number, problem?: string): string {
  setResponseStatus(event, status)
  setHeader(event, 'content-type', 'text/html; charset=utf-8')
  setHeader(event, 'cache-control', 'no-store')
  return enterPage(problem)
}

/** The page that asks for the passphrase, and what is typed there. `refused`: why nothing is taken from where it was typed. */
export async function enter(event: H3Event, { address, isSecure }: Asker, refused: string | undefined) {
  if (event.method !== 'POST') return page(event, 200)
  if (refused) return page(event, 403, `${refused}.`)
  const attempt = tried(address)
  if (!attempt) return page(event, 429, 'That was five tries in a minute. Wait a moment.')
  const typed = new URLSearchParams((await bytesOf(event, LONGEST)).toString('utf8')).get('passphrase') ?? ''
  const may = await allows(typed)
  if (!may) return page(event, 401, 'That is not the passphrase.')
  attempt.forgiven()
  setCookie(event, COOKIE, session(may), { httpOnly: true, sameSite: 'strict', secure: isSecure, path: '/', maxAge: SESSION }) // prettier-ignore
  return sendRedirect(event, '/', 303)
}

/** Lets through what somebody may do; everybody else is asked for the passphrase. */
export function maySee(event: H3Event, may: May | undefined) {
  if (may === undefined) {
    if (event.method === 'GET' && /text\/html/.test(getRequestHeader(event, 'accept') ?? ''))
      return sendRedirect(event, '/enter', 303)
    throw createError({ statusCode: 401, message: 'Enter the passphrase first' })
  }
  if (may === 'look' && !SAFE.has(event.method) && !READS.has(event.path.split('?')[0]!))
    throw createError({ statusCode: 403, message: 'Your passphrase lets you look, not change anything' })
}
