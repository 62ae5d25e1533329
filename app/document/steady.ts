import { computed, type ComputedRef } from 'vue'
import { alike } from '~~/core/show'

/** What is worked out again and again and mostly says the same: as long as it does, it is the same object, and nothing is drawn anew for it. */
export const steady = <T>(of: () => T): ComputedRef<T> =>
  computed((before?: T): T => {
    const now = of()
    return before !== undefined && alike(before, now) ? before : now
  })

/** What is made of some things, and made anew only when one of those is another. */
export function keptFor<T>(of: () => readonly unknown[], make: () => T): ComputedRef<T> {
  let kept: { of: readonly unknown[]; made: T } | undefined
  return computed((): T => {
    const now = of()
    if (!kept || now.length !== kept.of.length || now.some((each, i) => each !== kept!.of[i]))
      kept = { of: now, made: make() }
    return kept.made
  })
}

/**
 * A thing seen field by field: whoever reads some of its fields is drawn anew when one of those is another, not whenever anything of it
 * is. It stays the same object; once the thing is gone it is as it was last.
 */
export function fieldwise<T extends object>(of: () => T | undefined): T {
  let last: T | undefined
  const thing = (): T => (last = of() ?? last!)
  const fields = new Map<PropertyKey, ComputedRef<unknown>>()
  function field(key: PropertyKey): unknown {
    let kept = fields.get(key)
    if (!kept) fields.set(key, (kept = computed(() => Reflect.get(thing(), key))))
    return kept.value
  }
  return new Proxy({} as T, {
    get: (_, key) => (typeof key === 'symbol' || key.startsWith('__v_') ? undefined : field(key)),
    has: (_, key) => Reflect.has(thing(), key),
    ownKeys: () => Reflect.ownKeys(thing()),
    getOwnPropertyDescriptor: (_, key) =>
      Reflect.has(thing(), key)
        ? { value: field(key), enumerable: true, configurable: true, writable: false }
        : undefined,
  })
}

/** The things of a list, each seen field by field: the list is another only when others are in it or they stand otherwise. */
export function eachFieldwise<T extends { id: string }>(of: () => readonly T[]): ComputedRef<T[]> {
  const list = computed(of)
  const ids = steady(() => list.value.map(({ id }) => id))
  const seen = new Map<string, T>()
  return computed(() =>
    ids.value.map((id) => {
      const thing = seen.get(id) ?? fieldwise(() => list.value.find((each) => each.id === id))
      seen.set(id, thing)
      return thing
    }),
  )
}
