import { LISTS, type ListOfThings } from '../references/lists'
import type { Show } from '../format/types'

/** A way to a place in the show in which list items stand by their id: ['zones', 'rope-post', 'rim']. */
export type Address = readonly (string | number)[]

/** What a value has at a key: of a list an item, of things of several kinds what those have that know the key. */
export type ValueIn<T, K> = T extends readonly (infer Item)[]
  ? Item
  : T extends unknown
    ? K extends keyof T
      ? T[K]
      : never
    : never

/** What may stand at an address below a value: `never` where there is no such field, so that nothing can be put there. */
export type ValueAt<T, A extends Address> = A extends readonly [infer K, ...infer Rest extends Address]
  ? ValueAt<ValueIn<T, K>, Rest>
  : A extends readonly []
    ? T
    : never

/** The fields that a thing can have, also those of one of its kinds only. */
export type FieldOf<T> = T extends unknown ? keyof T : never
/** Those of them that a value can be put in. */
export type FieldFor<T, Value> = T extends unknown
  ? { [K in keyof T]-?: Value extends T[K] ? K : never }[keyof T]
  : never

/** A thing of a list. */
export type ThingOf<L extends ListOfThings> = ValueAt<Show, readonly [...(typeof LISTS)[L], number]>

/** Gives a field of a thing a value; undefined takes the field away. */
export function setField<L extends ListOfThings, F extends FieldOf<ThingOf<L>> & string>(
  edit: { setFound(address: Address, value: unknown): void },
  list: L,
  id: string,
  field: F,
  value: ValueIn<ThingOf<L>, F>,
): void {
  edit.setFound([...LISTS[list], id, field], value)
}

/** The ways down into a value, field by field, with points between them: 'where.near', 'marks.0.mark'. */
export type Way<T> = T extends readonly (infer Item)[]
  ? `${number}` | `${number}.${Way<Item>}`
  : T extends object
    ? { [K in keyof T & string]-?: K | `${K}.${Way<T[K]>}` }[keyof T & string]
    : never
/** What may stand at the end of such a way. */
export type ValueOn<T, W extends string> = W extends `${infer K}.${infer Rest}`
  ? ValueOn<ValueIn<T, K>, Rest>
  : ValueIn<T, W>

const INDEX = /^\d+$/
/** The keys of a way: of a list the index. */
export const keysOfWay = (way: string): (string | number)[] =>
  way.split('.').map((key) => (INDEX.test(key) ? Number(key) : key))
