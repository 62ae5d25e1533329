/** The same function, which works out what it gives once for each object, for as long as that is held. */
export function memo<K extends object, V>(work: (key: K) => V): (key: K) => V {
  const known = new WeakMap<K, { value: V }>()
  return (key) => {
    let entry = known.get(key)
    if (entry === undefined) known.set(key, (entry = { value: work(key) }))
    return entry.value
  }
}

/**
 * Keeps for each object what was worked out for it last, for as long as the object is held and the other things that it hangs on are the same.
 */
export function memoFor<K extends object, V>(): (key: K, others: readonly unknown[], work: () => V) => V {
  const known = new WeakMap<K, { others: readonly unknown[]; value: V }>()
  return (key, others, work) => {
    const entry = known.get(key)
    if (entry !== undefined && isSame(entry.others, others)) return entry.value
    const value = work()
    known.set(key, { others, value })
    return value
  }
}

function isSame(a: readonly unknown[], b: readonly unknown[]): boolean {
  for (let i = 0; i < a.length; i++) if (!Object.is(a[i], b[i])) return false
  return true
}
