import { createError, defineEventHandler, setHeader } from 'h3'

/** What the application answers to below /api, by pattern and method. */
const KNOWN: [pattern: RegExp, methods: string[]][] = [
  [/^\/api\/health$/, ['GET']],
  [/^\/api\/hall$/, ['GET']],
  [/^\/api\/envelopes$/, ['POST']],
  [/^\/api\/assets$/, ['POST']],
  [/^\/api\/assets\/[^/]+$/, ['GET']],
  [/^\/api\/assets\/[^/]+\/about$/, ['PUT']],
  [/^\/api\/sounds$/, ['POST']],
  [/^\/api\/sounds\/replace$/, ['POST']],
  [/^\/api\/shows$/, ['GET', 'POST']],
  [/^\/api\/shows\/import$/, ['POST']],
  [/^\/api\/shows\/[^/]+$/, ['GET', 'DELETE']],
  [/^\/api\/shows\/[^/]+\/edits$/, ['GET', 'POST']],
  [/^\/api\/shows\/[^/]+\/history$/, ['GET']],
  [/^\/api\/shows\/[^/]+\/versions\/[^/]+$/, ['GET', 'PUT']],
  [/^\/api\/shows\/[^/]+\/takes$/, ['GET', 'POST']],
  [/^\/api\/shows\/[^/]+\/takes\/[^/]+$/, ['PUT', 'DELETE']],
  [/^\/api\/shows\/[^/]+\/print$/, ['GET']],
  [/^\/api\/shows\/[^/]+\/missing$/, ['GET']],
  [/^\/api\/shows\/[^/]+\/flights$/, ['GET']],
  [/^\/api\/shows\/[^/]+\/export$/, ['GET']],
  [/^\/api\/shows\/[^/]+\/restore$/, ['POST']],
]

/** An address that nothing is at, or another method than it takes, gets an answer in words and not the page. */
export default defineEventHandler((event) => {
  const path = event.path.split('?')[0]
  if (!path!.startsWith('/api/') && path !== '/api') return
  const methods = KNOWN.find(([pattern]) => pattern.test(path!))?.[1]
  if (!methods) throw createError({ statusCode: 404, message: 'There is nothing at this address' })
  if (methods.includes(event.method) || (event.method === 'HEAD' && methods.includes('GET'))) return
  setHeader(event, 'allow', methods.join(', '))
  throw createError({
    statusCode: 405,
    message: `${event.method} is not for this address; it takes ${methods.join(' and ')}`,
  })
})
