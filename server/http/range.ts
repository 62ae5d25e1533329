/**
 * The first and last byte that a Range header asks for (RFC 9110, 14.2); undefined where it asks for none, or for several at once, which the
 * whole answers too.
 */
export function rangeOf(
  header: string | undefined,
  length: number,
): [first: number, last: number] | 'beyond' | undefined {
  const [, from, to] = /^bytes=(\d*)-(\d*)$/.exec(header ?? '') ?? []
  if (from === undefined || (from === '' && to === '')) return undefined
  const first = from === '' ? Math.max(0, length - Number(to)) : Number(from)
  const last = from === '' || to === '' ? length - 1 : Math.min(Number(to), length - 1)
  if (to !== '' && from !== '' && Number(to) < first) return undefined
  return first >= length || last < first ? 'beyond' : [first, last]
}
