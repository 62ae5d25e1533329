import { createHash } from 'node:crypto'

/** What every answer says to browsers. */
export const HEADERS = {
  'x-content-type-options': 'nosniff',
  // With `no-referrer` a form's Origin is `null`, and nobody gets in by passphrase.
  'referrer-policy': 'same-origin',
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-embedder-policy': 'require-corp',
  'cross-origin-resource-policy': 'same-origin',
}

/** A Content-Security-Policy (W3C, level 3): everything from here, WebAssembly but no eval, in no frame. `inline`: scripts in the page itself. */
export function policy(host: string, inline: readonly string[] = []): string {
  const hashes = inline.map((script) => `'sha256-${createHash('sha256').update(script).digest('base64')}'`)
  return [
    `default-src 'self'`,
    ['script-src', `'self'`, `'wasm-unsafe-eval'`, ...hashes].join(' '),
    `style-src 'self' 'unsafe-inline'`,
    `img-src 'self' data: blob:`,
    `media-src 'self' blob:`,
    `font-src 'self' data:`,
    `connect-src 'self' ws://${host} wss://${host}`,
    `worker-src 'self'`,
    `object-src 'none'`,
    `base-uri 'none'`,
    `form-action 'self'`,
    `frame-ancestors 'none'`,
  ].join('; ')
}

/** The scripts that a page holds itself. */
export const scriptsIn = (html: string): string[] =>
  [...html.matchAll(/<script(?![^>]*\ssrc=)[^>]*>([^]*?)<\/script>/g)].map(([, script]) => script!)
