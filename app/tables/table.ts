import { memo, thousandths } from '~~/core/base'
import type { Cue, Editor, Show, Step, Zone } from '~~/core/show'
import type { RuleHere } from '~/document/making/rule-here'
import type { Heard } from '~/wiring/heard'
import { changeOf } from '~/words/changes'
import { plain } from '~/words/time'

/** A line of a table: what a zone has, and the step that is heard of it. */
export interface Row {
  key: string
  zone: Zone
  rule?: RuleHere
  cue?: Cue
  /** What of the cue the table is about. */
  step?: Step
}
/** What a line says of one thing, as text: the same whether it is read, typed or pasted. */
export interface Column {
  name: string
  /** What it can be headed by besides. */
  also?: readonly string[]
  /** It is of numbers, of this unit if they have one. */
  unit?: string
  /** Names that can stand here. */
  choices?: (show: Show) => string[]
  read: (row: Row, show: Show) => string
  /** Puts what was typed; gives what is wrong with it. A column without this one only reads. */
  put?: (edit: Editor, row: Row, text: string) => string | undefined
}
/** A table of the show. Its first column names the zone of a line, its second what is heard there: with both a line is made. */
export interface Table {
  name: string
  says: string
  columns: readonly Column[]
  rows: (show: Show) => Row[]
  /** Whether a pool can be heard there, too. */
  pools: boolean
  make: (edit: Editor, zone: string, heard: Heard) => void
}

/** The cues of a show by their ids. */
export const cuesOf = memo(({ cues }: Pick<Show, 'cues'>) => new Map(cues.map((cue) => [cue.id, cue])))

/** What is wrong with a name that nothing has. */
export const noneCalled = (what: string, name: string): string => `No ${what} is called “${name.trim()}”`
const isCalled = (name: string) => {
  const wanted = name.trim().toLowerCase()
  return (each: { name: string }): boolean => each.name.trim().toLowerCase() === wanted
}
/** A thing by its name, however it is capitalised. */
export const called = <T extends { name: string }>(things: readonly T[], name: string): T | undefined =>
  things.find(isCalled(name))

export const ZONE: Column = {
  name: 'Zone',
  also: ['Room', 'Place', 'Name'],
  read: ({ zone }) => zone.name,
  put(edit, { zone }, text) {
    if (!text.trim()) return 'A zone needs a name'
    edit.set(['zones', zone.id, 'name'], text.trim())
    return undefined
  },
}
export const NOTE: Column = {
  name: 'Note',
  read: ({ zone }) => zone.note ?? '',
  put(edit, { zone }, text) {
    edit.set(['zones', zone.id, 'note'], text.trim() || undefined)
    return undefined
  },
}

interface NumberHere {
  name: string
  unit?: string
  min?: number
  max?: number
  /** What can also be without: then nothing stands there. */
  perhaps?: boolean
  /** What a line must have first, in words. */
  lacks?: (row: Row) => string | undefined
  get: (row: Row) => number | undefined
  put: (edit: Editor, row: Row, value: number | undefined) => void
}
/** A column of numbers: typed as anywhere, with units, sums and changes (“+3”, “× 1.2”). */
export const numberColumn = ({
  name,
  unit = '',
  min = 0,
  max = 1e6,
  perhaps,
  lacks,
  get,
  put,
}: NumberHere): Column => ({
  name,
  unit,
  read(row) {
    const value = get(row)
    return value === undefined ? '' : `${thousandths(value)}`
  },
  put(edit, row, text) {
    const first = lacks?.(row)
    if (first) return first
    if (!text.trim()) {
      if (!perhaps) return `${name} needs a number`
      put(edit, row, undefined)
      return undefined
    }
    const value = changeOf(text, unit)?.(get(row) ?? 0)
    if (value === undefined) return `“${text.trim()}” is no number`
    if (value < min || value > max) return `${name} is from ${plain(min)} to ${plain(max)}`
    put(edit, row, value)
    return undefined
  },
})
/** The address of a line's step. */
export const stepOf = ({ cue, step }: Row, ...field: (string | number)[]): (string | number)[] | undefined =>
  cue && step ? ['cues', cue.id, 'steps', step.id, ...field] : undefined
