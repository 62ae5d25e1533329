import { createHmac, scrypt, timingSafeEqual } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { promisify } from 'node:util'
import { needed } from '../../core/base'

/** What somebody who has been let in may do. */
export type May = 'look' | 'edit'

interface Hash {
  salt: string
  hash: string
}
interface Access {
  secret: string
  edit: Hash
  look?: Hash
}

/** Where Esvik listens elsewhere than on this machine, bin/start names the file with the hashes of its passphrases. */
const file = process.env.ESVIK_ACCESS
const access: Access | undefined = file ? JSON.parse(readFileSync(file, 'utf8')) : undefined
const known = () => needed(access, 'passphrase')

/** Whether a passphrase is asked for at all. */
export const isGuarded = access !== undefined

const derive = promisify<string, Buffer, number, Buffer>(scrypt)

async function fits(passphrase: string, { salt, hash }: Hash): Promise<boolean> {
  return timingSafeEqual(await derive(passphrase, Buffer.from(salt, 'hex'), 32), Buffer.from(hash, 'hex'))
}

/** What a passphrase lets somebody do; undefined if it is none. (scrypt: RFC 7914, Node's cost of 2¹⁴) */
export async function allows(passphrase: string): Promise<May | undefined> {
  if (await fits(passphrase, known().edit)) return 'edit'
  const { look } = known()
  return look && (await fits(passphrase, look)) ? 'look' : undefined
}

/** A session lasts so long (s). */
export const SESSION = 30 * 24 * 3600
const seal = (text: string): string => createHmac('sha256', known().secret).update(text).digest('hex')

/** A sealed word that says what its bearer may do, and until when. */
export function session(may: May, now = Date.now()): string {
  const text = `${may}.${Math.floor(now / 1000) + SESSION}`
  return `${text}.${seal(text)}`
}

/** What the bearer of sessions may do; undefined if none of them is one, or still is. */
export function sessionsAllow(words: readonly string[], now = Date.now()): May | undefined {
  const all = new Set(words.map((word) => sessionAllows(word, now)))
  return all.has('edit') ? 'edit' : all.has('look') ? 'look' : undefined
}
function sessionAllows(word: string, now: number): May | undefined {
  const [may, until, given] = word.split('.')
  if (given === undefined || (may !== 'look' && may !== 'edit')) return undefined
  const right = Buffer.from(seal(`${may}.${until}`))
  const isRight = given.length === right.length && timingSafeEqual(Buffer.from(given), right)
  return isRight && Number(until) * 1000 > now ? may : undefined
}
