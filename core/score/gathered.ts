import type { Lane } from './lane'

/** A row of the score: the lane of a zone, or one lane for what becomes of several. */
export type Row = string | GatheredRow
export interface GatheredRow {
  group: string
  name: string
  zones: readonly string[]
}

/** What stands in the place of a zone's name in the lane of a group: no zone has a blank in its id. */
export const zoneOfGroup = (group: string): string => `group ${group}`

/** The lanes of a score as rows; what has no lane is left out. */
export function lanesIn(lanes: readonly Lane[], rows: readonly Row[]): Lane[] {
  const byZone = new Map(lanes.map((lane) => [lane.zone, lane]))
  const found = (zones: readonly string[]) => zones.flatMap((zone) => byZone.get(zone) ?? [])
  return rows.flatMap((row) => (typeof row === 'string' ? found([row]) : [gatheredLane(row, found(row.zones))]))
}

const begins = ({ from }: { from: number }): number => from
const happens = ({ t }: { t: number }): number => t

/** One lane of several: all that happened in any of them, as it came in time. */
function gatheredLane({ group, name }: GatheredRow, lanes: readonly Lane[]): Lane {
  const inTime = <T>(of: (lane: Lane) => readonly T[], when: (each: T) => number): T[] =>
    lanes.flatMap(of).sort((a, b) => when(a) - when(b))
  const met = lanes.flatMap((lane) => lane.met ?? [])
  return {
    zone: zoneOfGroup(group),
    group,
    name,
    ...(met.length > 0 && { met: Math.min(...met) }),
    presences: inTime((lane) => lane.presences, begins),
    fired: inTime((lane) => lane.fired, happens),
    held: inTime((lane) => lane.held, happens),
    playings: inTime((lane) => lane.playings, begins),
    acts: inTime((lane) => lane.acts, happens),
    debounces: inTime((lane) => lane.debounces, begins),
    cooldowns: inTime((lane) => lane.cooldowns, begins),
  }
}

/**
 * Rows in which the zones of a group stand together, under its name, where the first of them is; one row for all of them where it is closed.
 * A group of which one zone alone is there needs no row of its own.
 */
export function rowsGathered(
  zones: readonly string[],
  groups: readonly { id: string; name: string; zones?: readonly string[] }[],
  closed: ReadonlySet<string>,
): Row[] {
  const there = new Set(zones)
  const together = groups.map(({ id, name, zones: all = [] }): GatheredRow => {
    return { group: id, name, zones: all.filter((zone) => there.has(zone)) }
  })
  const groupOf = new Map(
    together
      .filter((row) => row.zones.length > 1)
      .flatMap((row) => row.zones.map((zone): [string, GatheredRow] => [zone, row])),
  )
  const done = new Set<GatheredRow>()
  return zones.flatMap((zone): Row[] => {
    const row = groupOf.get(zone)
    if (!row) return [zone]
    if (done.has(row)) return []
    done.add(row)
    if (closed.has(row.group)) return [row]
    return [{ ...row, zones: [] }, ...zones.filter((each) => groupOf.get(each) === row)]
  })
}
