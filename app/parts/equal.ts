/** Whether two values of a part are equal in what they say, whatever the order of their fields. */
export function saysTheSame(a: unknown, b: unknown): boolean {
  if (a === b) return true
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false
  const keys = Object.keys(a)
  return keys.length === Object.keys(b).length && keys.every((key) => saysTheSame(a[key as never], b[key as never]))
}
