import Papa from 'papaparse'

/** What was copied in a spreadsheet, as rows of cells; undefined where it is one cell only, which is typed. */
export function blockOf(text: string): string[][] | undefined {
  if (!/[\t\n]/.test(text.trimEnd())) return undefined
  const { data } = Papa.parse<string[]>(text, { delimiter: '\t', skipEmptyLines: 'greedy' })
  return data.map((row) => row.map((cell) => cell.trim()))
}
/** Rows of cells as a spreadsheet takes them. */
export const sheetText = (rows: readonly (readonly string[])[]): string =>
  Papa.unparse(rows.map((row) => [...row]), { delimiter: '\t', newline: '\n' }) // prettier-ignore
