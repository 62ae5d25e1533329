/** Hosts that are this machine. */
const LOOPBACK = /^(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/

/** The host of an origin; empty if it is none. */
export function safeHost(origin: string): string {
  try {
    return new URL(origin).host
  } catch {
    return ''
  }
}

/** What of a request tells where it comes from. */
export interface Came {
  host: string
  origin: string | undefined
  /** What a browser says of it (Fetch Metadata Request Headers, W3C). */
  site: string | undefined
}

/**
 * Why a request for this host is not answered, or undefined if it is: names of others that lead here are somebody's trick. Who listens
 * elsewhere is known by many names; there a passphrase is asked for.
 */
export const hostRefused = ({ host }: Came, guarded: boolean): string | undefined =>
  LOOPBACK.test(host) || (guarded && host !== '') ? undefined : `Requests for "${host}" are not answered here`

/** Why a request may change nothing here, or undefined if it may: only pages of this application may, and programs that are no browser. */
export function changeRefused({ host, origin, site }: Came): string | undefined {
  if (origin !== undefined)
    return safeHost(origin) === host ? undefined : `Pages of ${origin} may not change anything here`
  return site === undefined || site === 'same-origin' || site === 'none'
    ? undefined
    : 'Pages of others may not change anything here'
}

/** Why a socket is not opened, or undefined if it may be. */
export const socketRefused = ({ host, origin }: Came): string | undefined =>
  origin !== undefined && safeHost(origin) === host
    ? undefined
    : 'A socket is opened by a page of this application only'
