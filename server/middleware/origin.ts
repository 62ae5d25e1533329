import { createError, defineEventHandler, getRequestHeader } from 'h3'
import { LOOPBACK, safeHost } from '../http/origin'

const SAFE = new Set(['GET', 'HEAD', 'OPTIONS'])

/** Only pages of this application, on this machine, may ask: Host is checked always, Origin wherever something could change. */
export default defineEventHandler((event) => {
  const host = getRequestHeader(event, 'host') ?? ''
  if (!LOOPBACK.test(host))
    throw createError({ statusCode: 403, message: `Requests for "${host}" are not answered here` })
  const origin = getRequestHeader(event, 'origin')
  const upgrade = getRequestHeader(event, 'upgrade') !== undefined
  if (SAFE.has(event.method) && !upgrade) return
  if (origin === undefined) {
    if (upgrade) throw createError({ statusCode: 403, message: 'A socket needs an Origin' })
    return
  }
  if (safeHost(origin) !== host)
    throw createError({ statusCode: 403, message: `Pages of ${origin} may not change anything here` })
})
