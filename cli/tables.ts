import { thousandths } from '../core/base'
import type { RunEvent, TickedPresence } from '../core/engine'
import type { Show } from '../core/show'

/** Rows of words with columns that line up. */
function columns(rows: string[][]): string {
  const widths = rows[0]!.map((_, column) => rows.reduce((most, row) => Math.max(most, row[column]!.length), 0))
  return rows
    .map((row) =>
      row
        .map((cell, column) => (column === row.length - 1 ? cell : cell.padEnd(widths[column]!)))
        .join('  ')
        .trimEnd(),
    )
    .join('\n')
}

/** The events of a run, one a line: time, kind, whose body, and the rest of their fields. */
export function eventTable(events: readonly RunEvent[]): string {
  const rows = events.map((event) => {
    const { t, kind, player, prop, ...rest } = event as RunEvent & { player?: string; prop?: string }
    const fields = Object.entries(rest).map(
      ([name, value]) =>
        `${name} ${typeof value === 'number' ? thousandths(value) : typeof value === 'string' ? value : JSON.stringify(value)}`,
    )
    return [t.toFixed(3).padStart(9), kind, player ?? prop ?? '', fields.join(', ')]
  })
  return columns([['     time', 'event', 'who', 'what'], ...rows])
}

/** What a game that ticks would miss, worst first. */
export function tickedTable(show: Show, presences: readonly TickedPresence[], hz: number): string {
  const name = (id: string) => show.zones.find((zone) => zone.id === id)?.name ?? id
  const rows = [...presences]
    .sort((a, b) => b.missed - a.missed || a.from - b.from)
    .map(({ zone, player, from, to, missed, late }) => [
      name(zone),
      player,
      `${from.toFixed(3)} s`,
      `${(to - from).toFixed(3)} s`,
      `${(missed / 10).toFixed(1)} %`,
      `${(late.mean * 1000).toFixed(1)} ms`,
      `${(late.most * 1000).toFixed(1)} ms`,
    ])
  return `Seen ${hz} times a second:\n\n${columns([['zone', 'who', 'enter', 'inside for', 'missed', 'late on average', 'at the most'], ...rows])}`
}
