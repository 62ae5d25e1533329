import { useLocalStorage } from '@vueuse/core'
import { plain } from './time'

/** Units in which lengths can be shown, and how much of a metre each is. The document keeps metres. */
export const LENGTHS = { m: 1, cm: 0.01, mm: 0.001, ft: 0.3048, in: 0.0254 } as const
export type LengthUnit = keyof typeof LENGTHS
export const LENGTH_WORDS: { [unit in LengthUnit]: string } = {
  m: 'metres',
  cm: 'centimetres',
  mm: 'millimetres',
  ft: 'feet and inches',
  in: 'inches',
}
/** One's own unit of length, in this browser. */
export const ownLength = useLocalStorage<LengthUnit>('esvik:length', 'm')

/** The same; metres where the browser has kept what is no unit. */
const unitNow = (): LengthUnit => (ownLength.value in LENGTHS ? ownLength.value : 'm')

const INCHES = 12
/** A length (m) in one's own unit, so exactly as metres would be with so many digits. */
export function length(metres: number, digits = 2): string {
  const unit = unitNow()
  if (unit === 'ft' && metres >= 0) return feet(metres)
  return `${inOwn(metres, digits)} ${unit}`
}
function feet(metres: number): string {
  const inches = Math.round((metres / LENGTHS.in) * 10) / 10
  const whole = Math.floor(inches / INCHES)
  const rest = Math.round((inches - whole * INCHES) * 10) / 10
  if (rest === 0) return `${whole} ft`
  return whole > 0 ? `${whole} ft ${plain(rest, 1)} in` : `${plain(rest, 1)} in`
}
/** The number alone, in one's own unit. */
export function inOwn(metres: number, digits = 2): string {
  const unit = unitNow()
  const finer = Math.round(Math.log10(1 / LENGTHS[unit]))
  return plain(metres / LENGTHS[unit], Math.max(0, digits - finer))
}

/** Several lengths (m) side by side, with the unit once: “1 × 2 × 2 m”. */
export function lengths(all: readonly number[], digits = 2): string {
  const unit = unitNow()
  if (unit === 'ft') return all.map((each) => length(each, digits)).join(' × ')
  return `${all.map((each) => inOwn(each, digits)).join(' × ')} ${unit}`
}
