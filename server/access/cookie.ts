/** The cookie of a session. */
export const COOKIE = 'esvik'

/**
 * All values of a cookie in a request's header: another program on this machine, at another port, may have set one of the same name
 * (RFC 6265, 5.4: which comes first says nothing).
 */
export const cookiesIn = (header: string | null | undefined, name = COOKIE): string[] =>
  (header ?? '').split(';').flatMap((pair) => {
    const at = pair.indexOf('=')
    return at > 0 && pair.slice(0, at).trim() === name ? [pair.slice(at + 1).trim()] : []
  })
