import type { Show } from './format/types'

/** A cell of a table whose columns are told apart by tabs and whose rows by line ends. */
const cell = (text = ''): string => text.replace(/\s+/g, ' ').trim()

/** Where the sounds of a show come from: a table with tabs between its columns (sound, by, from, licence) and a row for each sound, those without a credit last. */
export function creditTable({ sounds }: Show): string {
  const credited = [...sounds].sort((a, b) => Number(!a.credit) - Number(!b.credit))
  const rows = credited.map(({ name, credit }) => [name, credit?.by, credit?.from, credit?.licence])
  return [['sound', 'by', 'from', 'licence'], ...rows].map((row) => row.map(cell).join('\t') + '\n').join('')
}
