import Papa from 'papaparse'

/** A file of tracks as rows of cells: comma-separated values, or an object of JSON on each line. */
export interface Rows {
  header: string[]
  /** The cells of what begins a file, or goes on with it; `rest` is what isn't whole yet. */
  rowsIn(text: string): { rows: string[][]; rest: string }
  /** What separates plain values, where nothing is quoted; and whether the first line names the columns. */
  plain?: { separator: string; isNamed: boolean }
}

/** The cells of an object, by their names; what lies in it deeper is named after both. */
function flat(value: unknown, name = '', into: Map<string, string> = new Map()): Map<string, string> {
  if (typeof value === 'object' && value !== null)
    for (const [key, inner] of Object.entries(value)) flat(inner, name ? `${name}.${key}` : key, into)
  else into.set(name, value === null || value === undefined ? '' : String(value))
  return into
}
function cellsOf(line: string): Map<string, string> | undefined {
  try {
    return flat(JSON.parse(line))
  } catch {
    return undefined
  }
}

/** How a file of tracks is written, by how it begins. @throws Error if that is nothing that is known */
export function rowsOf(beginning: string): Rows {
  const [first = ''] = beginning.split('\n', 1)
  if (first.trimStart().startsWith('{')) {
    const header = [...(cellsOf(first)?.keys() ?? [])]
    if (header.length < 3) throw new Error('The first line is no object of JSON with a time and a place.')
    return {
      header,
      rowsIn(text) {
        const end = text.lastIndexOf('\n') + 1
        const lines = text.slice(0, end).split('\n').filter((line) => line.trim() !== '') // prettier-ignore
        const rows = lines.map((line) => {
          const cells = cellsOf(line)
          return header.map((name) => cells?.get(name) ?? '')
        })
        return { rows, rest: text.slice(end) }
      },
    }
  }
  const { data, meta } = Papa.parse<string[]>(first)
  const header = data[0]?.map((cell) => cell.trim()) ?? []
  if (header.length < 3)
    throw new Error('The first line has no columns: there must be at least a time and two of place.')
  const isNamed = header.some((cell) => !Number.isFinite(Number(cell)))
  let isFirst = isNamed
  return {
    ...(!beginning.includes('"') && { plain: { separator: meta.delimiter, isNamed } }),
    header: isNamed ? header : header.map((_, i) => `Column ${i + 1}`),
    rowsIn(text) {
      const end = text.lastIndexOf('\n') + 1
      const { data: rows } = Papa.parse<string[]>(text.slice(0, end), {
        delimiter: meta.delimiter,
        newline: '\n',
        skipEmptyLines: true,
      })
      if (isFirst) rows.shift()
      isFirst = false
      return { rows, rest: text.slice(end) }
    },
  }
}
