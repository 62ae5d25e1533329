import { calculated } from './arithmetic'

/** Units that people think in, by the unit in which a number is kept: how much of that one of theirs is. */
const UNITS: { [kept: string]: { [typed: string]: number } } = {
  m: {
    m: 1,
    cm: 0.01,
    mm: 0.001,
    km: 1000,
    ft: 0.3048,
    "'": 0.3048,
    '′': 0.3048,
    in: 0.0254,
    '"': 0.0254,
    '″': 0.0254,
  },
  s: { s: 1, ms: 0.001, min: 60, h: 3600 },
  'm/s': { 'm/s': 1, 'km/h': 1 / 3.6 },
  '°': { '°': 1, deg: 1, rad: 180 / Math.PI },
}
const EXAMPLES: { [kept: string]: string } = {
  m: '1.2, 120 cm, 5 ft 3 in',
  s: '1.5, 200 ms, 1:30, 12 f at 24',
  'm/s': '1.4, 5 km/h',
}

/** Frames at a rate, “12 f at 24”; a time of the clock, “1:30”. In seconds. */
function timeOf(text: string): number | undefined {
  const frames = /^(\d+(?:[.,]\d+)?)\s*f(?:rames?)?\s*(?:at|@|\/)\s*(\d+(?:[.,]\d+)?)$/i.exec(text)
  const [count, rate] = frames?.slice(1).map((part) => Number(part.replace(',', '.'))) ?? []
  if (count !== undefined && rate) return count / rate
  const clock = /^(\d+):([0-5]?\d(?:[.,]\d+)?)$/.exec(text)
  return clock ? Number(clock[1]) * 60 + Number(clock[2]?.replace(',', '.')) : undefined
}

const escaped = (text: string): string => text.replace(/[/°"]/g, '\\$&')

/**
 * A number as somebody types it, in the unit in which it is kept: a sum, with units of one's own, also mixed (“5 ft 3 in”).
 * `bare`: the unit of a number without one, if that isn't the one in which it is kept. Undefined where it can't be read.
 */
export function measured(text: string, kept: string, bare = kept): number | undefined {
  const typed = text.trim()
  const time = kept === 's' ? timeOf(typed) : undefined
  if (time !== undefined) return time
  const units = UNITS[kept] ?? (kept ? { [kept.toLowerCase()]: 1 } : {})
  // The longest first: “mm” is no “m” with another behind it.
  const names = Object.keys(units).sort((a, b) => b.length - a.length)
  if (names.length === 0) return calculated(typed)
  const pattern = new RegExp(`(\\d+(?:[.,]\\d+)?|[.,]\\d+)\\s*(${names.map(escaped).join('|')})(?![a-zA-Z])`, 'gi')
  const isBare = !new RegExp(pattern.source, 'i').test(typed)
  if (isBare && bare !== kept) {
    const value = calculated(typed)
    return value === undefined ? undefined : value * (units[bare] ?? 1)
  }
  // A number beside one with a unit, “1 m + 20”: of which unit that is, nobody can say.
  if (bare !== kept && /[+−-]\s*[\d.,]|[\d.,]\s*[+−-]/.test(typed.replace(pattern, 'u'))) return undefined
  const inKept = typed.replace(pattern, (_, number: string, unit: string) => `(${number}*${units[unit.toLowerCase()]})`)
  return calculated(inKept.replace(/\)\s*\(/g, ')+('))
}

/** What is said of something that can't be read as a number of a unit. */
export const unreadable = (text: string, kept: string): string =>
  `“${text.trim().slice(0, 20)}” is no number${kept in EXAMPLES ? `: ${EXAMPLES[kept]}` : ''}`
