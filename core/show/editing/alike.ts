import { isRecord } from '../format/fields'

/** Whether two values say the same, in whatever order their fields stand. */
export function alike(a: unknown, b: unknown): boolean {
  if (a === b) return true
  if (Array.isArray(a)) return Array.isArray(b) && a.length === b.length && a.every((item, i) => alike(item, b[i]))
  if (!isRecord(a) || !isRecord(b)) return false
  const keys = Object.keys(a).filter((key) => a[key] !== undefined)
  return (
    keys.length === Object.keys(b).filter((key) => b[key] !== undefined).length &&
    keys.every((key) => alike(a[key], b[key]))
  )
}
