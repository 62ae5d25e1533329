/** Hosts that are this machine. */
export const LOOPBACK = /^(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/

/** The host of an origin; empty if it is none. */
export function safeHost(origin: string): string {
  try {
    return new URL(origin).host
  } catch {
    return ''
  }
}

/** Why a socket is not opened, or undefined if it may be. */
export function socketRefused(host: string | null | undefined, origin: string | null | undefined): string | undefined {
  if (!LOOPBACK.test(host ?? '')) return `Requests for "${host}" are not answered here`
  return origin && safeHost(origin) === host ? undefined : 'A socket is opened by a page of this application only'
}
