import { isIPv6 } from 'node:net'
import { plainAddress } from '../http/proxies'

/** Wrong passphrases of late, by whose they are. */
const tries = new Map<string, number[]>()
const MINUTE = 60_000
const MOST = 5
/** So many addresses are remembered; then the oldest are forgotten. */
const ADDRESSES = 10_000

/** Whom an address belongs to: of IPv6 the network, whose addresses one machine has all of (RFC 4291, 2.5.4: its first 64 bits). */
export function ownerOf(address: string): string {
  const plain = plainAddress(address)
  if (!isIPv6(plain)) return plain
  const [before = '', after] = plain.split('::')
  const groups = before === '' ? [] : before.split(':')
  const rest = after === undefined || after === '' ? [] : after.split(':')
  const all =
    after === undefined ? groups : [...groups, ...Array<string>(8 - groups.length - rest.length).fill('0'), ...rest]
  return all.slice(0, 4).join(':').toLowerCase()
}

/**
 * Whether somebody at an address may try a passphrase now: wrong ones five times a minute. It counts as a try until `forgiven` is called:
 * so many at once are no way around it, and who knows the passphrase is never kept waiting by himself.
 */
export function tried(address: string, now = Date.now()): { forgiven: () => void } | undefined {
  const owner = ownerOf(address)
  const lately = (tries.get(owner) ?? []).filter((at) => now - at < MINUTE)
  if (lately.length >= MOST) return undefined
  lately.push(now)
  tries.delete(owner)
  tries.set(owner, lately)
  if (tries.size > ADDRESSES) tries.delete(tries.keys().next().value!)
  return { forgiven: () => void lately.splice(lately.indexOf(now), 1) }
}
