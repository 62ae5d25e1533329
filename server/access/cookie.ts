/** The cookie of a session. */
export const COOKIE = 'esvik'
