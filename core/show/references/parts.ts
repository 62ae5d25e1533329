import { memo, memoFor } from '../../base'
import { fieldsIn, itemsIn, kindOf, meantBy, PART, partIn, type Field, type RecordField } from '../format/fields'
import { cue as cueTable, rule as ruleTable } from '../format/table'
import type { Cue, Kit, PartKind, Rule, Show, Zone } from '../format/types'

/** The list in which a part of a kind finds its thing. */
export const listOfPart = <P extends PartKind>(is: P): `${P}s` => `${is}s`

const kitsFor = memo((kits: Show['kits']) => new Map(kits.map((kit) => [kit.id, kit])))
/** The kit of a zone, if it has one. */
export const kitOf = ({ kits }: Show, zone: Zone): Kit | undefined =>
  zone.kit === undefined ? undefined : kitsFor(kits).get(zone.kit)

/** A value in which things stand for parts, by the table; the same object where it holds none. */
function filled<T>(field: Field, value: T, parts: { [id: string]: string }): T {
  if (value === undefined || value === null) return value
  switch (field.type) {
    case 'ref': {
      const part = field.orPart ? partIn(String(value)) : undefined
      return part === undefined ? value : ((parts[part] as T | undefined) ?? value)
    }
    case 'record':
      return filledRecord(field, value, parts)
    case 'kinds':
      return filledRecord(kindOf(field, value), value, parts)
    case 'either':
      return filled(meantBy(field, value), value, parts)
    case 'list': {
      const before = itemsIn(value)
      const items = before.map((item) => filled(field.of, item, parts))
      return items.every((item, i) => item === before[i]) ? value : (items as T)
    }
    default:
      return value
  }
}
function filledRecord<T>({ fields }: RecordField, value: T, parts: { [id: string]: string }): T {
  let made: Record<string, unknown> | undefined
  const given = fieldsIn(value)
  for (const name in fields) {
    const now = filled(fields[name], given[name], parts)
    if (now !== given[name]) (made ??= { ...given })[name] = now
  }
  return (made as T | undefined) ?? value
}

/** A rule of a kit with a zone's own things in place of its parts. */
export const ruleWithParts = (rule: Rule, parts: { [id: string]: string } | undefined): Rule =>
  parts ? filled(ruleTable, rule, parts) : rule
/** A cue with a zone's own things in place of the parts that it names. */
export const cueWithParts = (cue: Cue, parts: { [id: string]: string } | undefined): Cue =>
  parts ? filled(cueTable, cue, parts) : cue

/** Whether a cue names a part: it can be played only for a zone that fills that. */
export const namesParts = memo((cue: Cue): boolean => JSON.stringify(cue.steps).includes(`"${PART}`) && isOpen(cue))
/** What looks like a part may be a text of a prompt or a signal: the table knows. */
function isOpen(cue: Cue): boolean {
  const every: { [id: string]: string } = new Proxy({}, { get: () => 'filled' })
  return filled(cueTable, cue, every) !== cue
}

/** A cue as one zone of a kit with parts plays it. */
export interface OwnCue {
  cue: Cue
  zone: string
}
const NONE: ReadonlyMap<string, OwnCue> = new Map()
/** What a cue is called as a zone plays it ("@" is in no id). */
export const ownCueName = (cue: string, zone: string): string => `${cue}@${zone}`

const ownFor = memoFor<Show['cues'], ReadonlyMap<string, OwnCue>>()
/** The cues that zones of kits with parts play as their own: those that name parts, and those with prompts, which each zone shows by itself. */
export function ownCues(show: Show, cuesOf: (zone: Zone) => string[]): ReadonlyMap<string, OwnCue> {
  if (!show.kits.some(({ parts }) => parts.length > 0)) return NONE
  const zones = show.zones.filter((zone) => (kitOf(show, zone)?.parts.length ?? 0) > 0)
  const said = JSON.stringify(zones.map(({ id, kit, parts, overrides }) => [id, kit, parts, overrides]))
  return ownFor(show.cues, [show.kits, said], () => {
    const cues = new Map(show.cues.map((cue) => [cue.id, cue]))
    const found = new Map<string, OwnCue>()
    for (const zone of zones)
      for (const id of new Set(cuesOf(zone))) {
        const cue = cues.get(id)
        if (cue && (namesParts(cue) || cue.steps.some(({ kind }) => kind === 'prompt')))
          found.set(ownCueName(id, zone.id), { cue: cueWithParts(cue, zone.parts), zone: zone.id })
      }
    return found
  })
}
