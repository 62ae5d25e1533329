/** Addresses of proxies whose word is taken for who asks, for what host, and whether by HTTPS; `bin/start --proxy` names them. */
const trusted = new Set((process.env.ESVIK_PROXIES ?? '').split(',').flatMap((text) => text.trim() || []))

/** An address of IPv4 as itself, also where it came by IPv6 (RFC 4291, 2.5.5.2). */
export const plainAddress = (address: string): string => address.replace(/^::ffff:(?=\d+\.)/i, '')
type Header = (name: string) => string | null | undefined
const listed = (text: string | null | undefined): string[] =>
  (text ?? '').split(',').flatMap((each) => each.trim() || [])

/** Who really asks. */
export interface Asker {
  address: string
  /** What the browser had asked for, if a proxy says so. */
  host: string | undefined
  /** It came by HTTPS. */
  isSecure: boolean
}

/** Who asks through which proxies: what they say counts only if they are trusted, from the nearest on. `X-Forwarded-For`, `-Host`, `-Proto`. */
export function askerOf(peer: string, header: Header, proxies: ReadonlySet<string> = trusted): Asker {
  let address = plainAddress(peer)
  if (!proxies.has(address)) return { address, host: undefined, isSecure: false }
  for (const before of listed(header('x-forwarded-for')).reverse()) {
    address = plainAddress(before)
    if (!proxies.has(address)) break
  }
  return {
    address,
    host: listed(header('x-forwarded-host')).at(-1),
    isSecure: listed(header('x-forwarded-proto')).at(-1) === 'https',
  }
}
