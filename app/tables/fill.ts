import type { Editor, Floor, Show, Zone } from '~~/core/show'
import { freshZone } from '~/document/making/fresh'
import type { Heard } from '~/wiring/heard'
import { called, noneCalled, type Column, type Row, type Table } from './table'

/** How high a zone is that is made over a floor (m). */
const HIGH = 2.5

/** What came of rows that were put into a table. */
export interface Filled {
  changed: number
  made: number
  /** What is wrong, by row. */
  problems: string[]
}

/** The columns that a first row names, if it names at least two. */
function headed(table: Table, [first = []]: readonly string[][]): (Column | undefined)[] | undefined {
  const columns = first.map((cell) => {
    // Without its unit: “Gain (dB)”.
    const name = cell.replace(/\s*\(.*\)$/, '')
    return table.columns.find((column) =>
      called([column, ...(column.also ?? []).map((also) => ({ name: also }))], name),
    )
  })
  return columns.filter(Boolean).length > 1 ? columns : undefined
}

/**
 * Puts rows of cells into a table: by its columns where the first row names them, by zones where they are named, else from a cell on downwards.
 * A row of a zone that has no line yet makes one; a floor by the name gets a zone. Empty cells leave what is there.
 */
export function fill(edit: Editor, table: Table, block: string[][], from: { row: number; column: number }): Filled {
  const head = headed(table, block)
  const columns = head ?? block[0]?.map((_, i) => table.columns[from.column + i]) ?? []
  const lines = head ? block.slice(1) : block
  const nameAt = columns.findIndex((column) => column === table.columns[0])
  const before = table.rows(edit.show)
  const isKnown = (name = '') => !!called(before.map(({ zone }) => zone), name) || !!placeCalled(edit.show, name) // prettier-ignore
  const byName = nameAt >= 0 && (head !== undefined || lines.some((line) => isKnown(line[nameAt])))
  const filled: Filled = { changed: 0, made: 0, problems: [] }
  const taken = new Set<string>()
  const heardAt = columns.indexOf(table.columns[1])
  lines.forEach((line, i) => {
    const tell = (problem: string) => void filled.problems.push(`Row ${i + 1 + (head ? 1 : 0)}: ${problem}`)
    const heard = line[heardAt] ?? ''
    const there = byName
      ? lineCalled(edit, table, line[nameAt] ?? '', heard, taken, tell)
      : lineAt(edit, table, before[from.row + i], tell)
    const row = there && (there.cue ? there : begun(edit, table, there, heard))
    if (!row) return
    taken.add(row.key)
    const skips = byName ? nameAt : -1
    const puts = columns.filter(
      (column, at) =>
        at !== skips && putCell(edit, row, column, line[at] ?? '', (said) => tell(`${said} (${column?.name})`)),
    )
    const isMade = row.cue && !before.some(({ key }) => key === row.key)
    if (isMade) filled.made += 1
    else if (puts.length > 0) filled.changed += 1
  })
  return filled
}

/** What is heard by a name: a sound, or a pool where the table has them. */
function heardCalled({ sounds, pools }: Show, table: Table, name: string): Heard | undefined {
  const sound = called(sounds, name)
  if (sound) return { sound: sound.id }
  const pool = table.pools ? called(pools, name) : undefined
  return pool && { pool: pool.id }
}
/** A line in which nothing happened yet, with what is heard there from now on, if that is said. */
function begun(edit: Editor, table: Table, row: Row, heard: string): Row {
  const found = heardCalled(edit.show, table, heard)
  if (!found) return row
  table.make(edit, row.zone.id, found)
  return table.rows(edit.show).find(({ zone }) => zone.id === row.zone.id) ?? row
}

/** Puts one cell; gives whether that changed anything. */
export function putCell(
  edit: Editor,
  row: Row,
  column: Column | undefined,
  text: string,
  tell: (problem: string) => void,
): boolean {
  if (!column?.put || text === '' || text === column.read(row, edit.show)) return false
  const problem = column.put(edit, row, text)
  if (problem) tell(problem)
  return !problem
}

/** The line at a place of the table as it is by now. */
function lineAt(edit: Editor, table: Table, row: Row | undefined, tell: (problem: string) => void): Row | undefined {
  if (!row) return void tell('the table has no more rows')
  return table.rows(edit.show).find(({ key }) => key === row.key)
}

const placeCalled = (show: Show, name: string): Zone | Floor | undefined => called(show.zones, name) ?? called(show.place.floors, name) // prettier-ignore

/** The line of a zone by its name, the next of them where it has several; made with what is heard there where it has none. */
function lineCalled(
  edit: Editor,
  table: Table,
  name: string,
  heard: string,
  taken: ReadonlySet<string>,
  tell: (problem: string) => void,
): Row | undefined {
  const wanted = () => table.rows(edit.show).filter((row) => called([row.zone], name) && !taken.has(row.key))
  const [there] = wanted()
  if (there) return there
  const { show } = edit
  const place = placeCalled(show, name)
  if (!place) return void tell(noneCalled('zone and no floor', name))
  const found = heardCalled(show, table, heard)
  if (!found) return void tell(heard ? noneCalled('sound', heard) : `what is heard in “${name}” isn’t said`)
  const zone = called(show.zones, name) ?? zoneOver(edit, place as Floor)
  table.make(edit, zone.id, found)
  return wanted()[0]
}
/** A zone over a floor, with its name. */
function zoneOver(edit: Editor, { name, y, outline }: Floor): Zone {
  const zone = { ...freshZone(edit.show, { kind: 'prism', y, height: HIGH, outline: [...outline] }), name }
  edit.add(['zones'], zone)
  return zone
}
