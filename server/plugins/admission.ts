import type { IncomingMessage } from 'node:http'
import { createError, defineEventHandler, getRequestHeader, getRequestIP, setHeaders } from 'h3'
import { cookiesIn } from '../access/cookie'
import { enter, maySee } from '../access/enter'
import { isGuarded, sessionsAllow } from '../access/passphrases'
import { changeRefused, hostRefused, socketRefused, type Came } from '../http/origin'
import { HEADERS, policy, scriptsIn } from '../http/policy'
import { askerOf, type Asker } from '../http/proxies'

const SAFE = new Set(['GET', 'HEAD', 'OPTIONS'])
/** The paths on which sockets are opened. */
const SOCKETS = new Set(['/live', '/together'])

const cameBy = (header: (name: string) => string | null | undefined, asker: Asker): Came => ({
  host: asker.host ?? header('host') ?? '',
  origin: header('origin') ?? undefined,
  site: header('sec-fetch-site') ?? undefined,
})

/** Stands before everything else, files too: who asks, and what the answer may be used for. */
const admission = defineEventHandler((event) => {
  const header = (name: string) => getRequestHeader(event, name)
  const asker = askerOf(getRequestIP(event) ?? '', header)
  const came = cameBy(header, asker)
  setHeaders(event, { ...HEADERS, 'content-security-policy': policy(came.host) })
  const stranger = hostRefused(came, isGuarded)
  const refused = stranger ?? (SAFE.has(event.method) ? undefined : changeRefused(came))
  const path = event.path.split('?')[0]
  // A form is answered by a page.
  if (isGuarded && path === '/enter' && !stranger) return enter(event, asker, refused)
  if (refused) throw createError({ statusCode: 403, message: refused })
  return isGuarded && path !== '/api/health' ? maySee(event, sessionsAllow(cookiesIn(header('cookie')))) : undefined
})

/** Why a socket is not opened: the status and the words. */
function socketStopped(headers: Headers, path: string, peer: string): [status: number, words: string] | undefined {
  const header = (name: string) => headers.get(name)
  const came = cameBy(header, askerOf(peer, header))
  const host = hostRefused(came, isGuarded)
  if (host) return [403, host]
  if (!SOCKETS.has(path)) return [404, 'There is nothing at this address']
  const refused = socketRefused(came)
  if (refused) return [403, refused]
  return isGuarded && !sessionsAllow(cookiesIn(headers.get('cookie'))) ? [401, 'Enter the passphrase first'] : undefined
}

export default defineNitroPlugin((nitro) => {
  nitro.h3App.stack.unshift({ route: '/', handler: admission })
  const sockets = nitro.h3App.websocket
  const resolve = sockets.resolve!
  sockets.resolve = (request) => {
    // Once it is open, it is asked for with the peer.
    if (!('url' in request && 'headers' in request)) return resolve(request)
    const { headers, url } = request as Request
    // The adapter keeps the request of Node beside what it makes of it.
    const peer = (request as { _req?: IncomingMessage })._req?.socket.remoteAddress ?? ''
    const stopped = socketStopped(headers, new URL(url, 'http://here').pathname, peer)
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
