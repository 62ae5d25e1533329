import { pointerOf, short, ShowError } from '../format/errors'
import { LIMITS, fieldIn } from '../format/fields'

/** Deeper than this nothing in a document goes. */
const DEEPEST = 40

/** What no text may hold: it can't be kept in a database, or written in UTF-8. */
export const UNWRITABLE = /[\0\p{Cs}]/u
/** The same text without what can't be written: for fields in which people type or paste. */
export const writable = (text: string): string => text.replace(/[\0\p{Cs}]/gu, '')

/** Names that every object has from the language: as fields they would be taken for those. */
export const isReserved = (key: string): boolean => key in Object.prototype

/**
 * Checks of any JSON what can be asked before it is known what it means: that no list is endless, nothing lies too deep, every text
 * can be written, and no field is named like something that each object has.
 * @throws ShowError that names the place; nothing beyond it has been looked at
 */
export function checkPlain(value: unknown, keys: (string | number)[] = []): void {
  const fail = (words: string): never => {
    const pointer = pointerOf(keys)
    throw new ShowError(`${short(pointer) || 'It'} ${words}`, pointer)
  }
  if (typeof value === 'string') {
    if (UNWRITABLE.test(value)) fail('holds a NUL or half of a pair of surrogates, which no text may')
    return
  }
  if (typeof value !== 'object' || value === null) return
  if (keys.length >= DEEPEST) fail(`lies ${DEEPEST} levels deep; nothing in a show does`)
  if (Array.isArray(value)) {
    if (value.length > LIMITS.list)
      fail(`must have ${LIMITS.list.toLocaleString('en')} at most, not ${value.length.toLocaleString('en')}`)
    for (let i = 0; i < value.length; i++) {
      if (typeof value[i] === 'number') continue
      keys.push(i)
      checkPlain(value[i], keys)
      keys.pop()
    }
    return
  }
  for (const key of Object.keys(value)) {
    keys.push(key)
    if (isReserved(key)) fail('is not a field of the format: the name is reserved')
    if (UNWRITABLE.test(key)) fail('is a name with a NUL or half of a pair of surrogates')
    checkPlain(fieldIn(value, key), keys)
    keys.pop()
  }
}
