/** A time on the clock: 02:14.6, or with more digits where asked. */
export function clock(t: number, digits = 1): string {
  const scaled = Math.max(0, Math.round(t * 10 ** digits))
  const unit = 10 ** digits
  const minutes = Math.floor(scaled / (60 * unit))
  const seconds = (scaled - minutes * 60 * unit) / unit
  return `${String(minutes).padStart(2, '0')}:${seconds.toFixed(digits).padStart(digits > 0 ? 3 + digits : 2, '0')}`
}

/** A time as a tick is labelled: 2:30. */
export const tick = (t: number, digits = 0): string => clock(t, digits).replace(/^0/, '')

/** A number as people write it: at most `digits` places, no trailing zeros. */
export function plain(value: number, digits = 2): string {
  const rounded = Math.round(value * 10 ** digits) / 10 ** digits
  return String(Object.is(rounded, -0) ? 0 : rounded).replace('-', '−')
}
export const seconds = (value: number): string => `${plain(value)} s`

/** 1 rule, 2 rules. */
export const count = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`

export const ordinal = (n: number): string => {
  const tail = n % 100 > 10 && n % 100 < 14 ? 'th' : (['th', 'st', 'nd', 'rd'][n % 10] ?? 'th')
  return `${n}${tail}`
}
