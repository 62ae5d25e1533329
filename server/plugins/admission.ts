import { createError, defineEventHandler, getCookie, getRequestHeader, setHeaders, type H3Event } from 'h3'
import { COOKIE } from '../access/cookie'
import { enter, maySee } from '../access/enter'
import { isGuarded, sessionAllows } from '../access/passphrases'
import { changeRefused, hostRefused, socketRefused, type Came } from '../http/origin'
import { HEADERS, policy, scriptsIn } from '../http/policy'

const SAFE = new Set(['GET', 'HEAD', 'OPTIONS'])
/** The one path on which a socket is opened. */
const LIVE = '/live'

const cameBy = (header: (name: string) => string | null | undefined): Came => ({
  host: header('host') ?? '',
  origin: header('origin') ?? undefined,
  site: header('sec-fetch-site') ?? undefined,
})

/** Stands before everything else, files too: who asks, and what the answer may be used for. */
const admission = defineEventHandler((event) => {
  const came = cameBy((name) => getRequestHeader(event, name))
  setHeaders(event, { ...HEADERS, 'content-security-policy': policy(came.host) })
  const refused = hostRefused(came, isGuarded) ?? (SAFE.has(event.method) ? undefined : changeRefused(came))
  if (refused) throw createError({ statusCode: 403, message: refused })
  return isGuarded ? guard(event) : undefined
})

function guard(event: H3Event) {
  const path = event.path.split('?')[0]
  if (path === '/enter') return enter(event)
  if (path === '/api/health') return undefined
  return maySee(event, sessionAllows(getCookie(event, COOKIE)))
}

/** The cookie of a socket's request. */
const cookieIn = (header: string | null): string | undefined =>
  header
    ?.split(';')
    .map((pair) => pair.trim().split('='))
    .find(([name]) => name === COOKIE)?.[1]

/** Why a socket is not opened: the status and the words. */
function socketStopped(headers: Headers, path: string): [status: number, words: string] | undefined {
  const came = cameBy((name) => headers.get(name))
  const host = hostRefused(came, isGuarded)
  if (host) return [403, host]
  if (path !== LIVE) return [404, 'There is nothing at this address']
  const refused = socketRefused(came)
  if (refused) return [403, refused]
  return isGuarded && !sessionAllows(cookieIn(headers.get('cookie'))) ? [401, 'Enter the passphrase first'] : undefined
}

export default defineNitroPlugin((nitro) => {
  nitro.h3App.stack.unshift({ route: '/', handler: admission })
  const sockets = nitro.h3App.websocket
  const resolve = sockets.resolve!
  sockets.resolve = (request) => {
    // Once it is open, it is asked for with the peer.
    if (!('url' in request && 'headers' in request)) return resolve(request)
    const { headers, url } = request as Request
    const stopped = socketStopped(headers, new URL(url, 'http://here').pathname)
    if (!stopped) return resolve(request)
    const [status, words] = stopped
    return {
      upgrade() {
        throw new Response(words, { status })
      },
    }
  }
  nitro.hooks.hook('render:response', (response, { event }) => {
    delete response.headers?.['x-powered-by']
    if (typeof response.body === 'string' && response.headers)
      response.headers['content-security-policy'] = policy(
        getRequestHeader(event, 'host') ?? '',
        scriptsIn(response.body),
      )
  })
})
