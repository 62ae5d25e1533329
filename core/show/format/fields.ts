/**
 * The vocabulary in which the table of the document is written. The table itself is `table.ts`; from it come the
 * Yup schema (`validate.ts`), the JSON Schema (`json-schema.ts`), the defaults (`complete.ts`) and the references (`references.ts`).
 */
export type ListName =
  | 'props'
  | 'lights'
  | 'marks'
  | 'atmospheres'
  | 'flags'
  | 'sounds'
  | 'pools'
  | 'buses'
  | 'cues'
  | 'zones'
  | 'kits'
  | 'floors'
  | 'walls'
  | 'walks'

export type Field =
  /** A text; without a pattern it may hold anything that can be written. */
  | { type: 'text'; max: number; min: number; pattern?: string; what?: string }
  | { type: 'number'; min: number; max: number; above?: number; whole?: boolean }
  | { type: 'yesno' }
  | { type: 'choice'; of: readonly (string | number | boolean | null)[] }
  /** Names a thing of a list; with `orPart` a part of a kit may stand for it. */
  | { type: 'ref'; to: ListName; orPart?: boolean }
  | { type: 'numbers'; count: number; whole?: boolean; min: number }
  | { type: 'range'; min: number; max: number }
  | { type: 'list'; of: Field; min: number; max: number; ids?: boolean; distinct?: boolean }
  | RecordField
  | { type: 'kinds'; by: string; kinds: { [kind: string]: RecordField } }
  | { type: 'either'; options: Option[] }
  | { type: 'map'; of: Field }

export interface RecordField {
  type: 'record'
  fields: { [name: string]: Field }
  /** Fields that may be missing; the value is what stands there then (`undefined`: nothing). */
  optional: { [name: string]: Default }
  /** Groups of fields of which exactly one, or at most one, is given. */
  oneOf?: string[][]
  notBoth?: string[][]
  /** Lists that may be empty only where another field is given. */
  filledOr?: { list: string; by: string }[]
}
export type Default = unknown | ((record: Record<string, unknown>) => unknown)
/** An alternative, and how to tell from the value that it is the one meant. */
export interface Option {
  meant: (value: unknown) => boolean
  field: Field
}

/** Numbers in a document stay within this (metres, seconds, candela …), so no sum of a few of them overflows. */
export const LARGEST = 1e6
/** How large a show may be: zones, items of a list, letters of a text, bytes of its JSON and of a file, seconds of a walk. */
export const LIMITS = {
  zones: 5000,
  list: 20_000,
  text: 20_000,
  bytes: 8 * 1024 * 1024,
  file: 64 * 1024 * 1024,
  walkSeconds: 8 * 3600,
}

/** What a text without a pattern of its own may hold (an ECMAScript pattern, Unicode): no NUL, no half of a pair of surrogates. */
export const WRITABLE = '^[^\\u0000\\ud800-\\udfff]*$'

/** A text of so many letters. */
export const text = (max = 200, min = 1): Field => ({ type: 'text', max, min })
/** A note. */
export const note: Field = { type: 'text', max: LIMITS.text, min: 0 }
/** An id. */
export const id: Field = { type: 'text', max: 40, min: 1, pattern: '^[a-z0-9-]+$', what: '1 to 40 of a-z, 0-9 and -' }
/** A colour. */
export const colour: Field = {
  type: 'text',
  max: 7,
  min: 7,
  pattern: '^#[0-9a-fA-F]{6}$',
  what: 'a colour such as "#8899aa"',
}
/** A key that is pressed: a letter, or a word such as "Space". */
export const key: Field = {
  type: 'text',
  max: 12,
  min: 1,
  pattern: '^[^\\s\\u0000\\ud800-\\udfff]([^\\u0000\\ud800-\\udfff]*[^\\s\\u0000\\ud800-\\udfff])?$',
  what: '1 to 12 letters without space at its ends',
}
/** A file by its SHA-256. */
export const asset: Field = {
  type: 'text',
  max: 64,
  min: 64,
  pattern: '^[0-9a-f]{64}$',
  what: 'the SHA-256 of a file, 64 of 0-9 a-f',
}
/** A number within two others. */
export const number = (min = -LARGEST, max = LARGEST): Field => ({ type: 'number', min, max })
/** A number above nought. */
export const positive: Field = { type: 'number', min: 0, max: LARGEST, above: 0 }
/** A time (s). */
export const seconds = number(0)
/** A whole number within two others. */
export const whole = (min: number, max = LARGEST): Field => ({ type: 'number', min, max, whole: true })
/** Yes or no. */
export const yesno: Field = { type: 'yesno' }
/** One of several words. */
export const choice = (...of: (string | number | boolean | null)[]): Field => ({ type: 'choice', of })
/** The id of a thing of a list. */
export const ref = (to: ListName): Field => ({ type: 'ref', to })
/** What kits have parts of: for such a thing a part may stand, where a kit's zones each have their own. */
export const PART_KINDS = ['light', 'prop', 'mark', 'flag', 'zone', 'sound', 'pool'] as const
/** The id of a thing, or a part of a kit that stands for it. */
export const refOrPart = (to: `${(typeof PART_KINDS)[number]}s`): Field => ({ type: 'ref', to, orPart: true })
/** How a part stands for a thing, and which. */
export const PART = 'part:'
/** The id of the part that stands in place of a thing; undefined if none does. */
export const partIn = (id: string): string | undefined => (id.startsWith(PART) ? id.slice(PART.length) : undefined)
/** A point (m). */
export const point: Field = { type: 'numbers', count: 3, min: -LARGEST }
/** Width, height and depth (m). */
export const size: Field = { type: 'numbers', count: 3, min: 0 }
/** A point seen from above (m). */
export const spot: Field = { type: 'numbers', count: 2, min: -LARGEST }
/** The least and the most. */
export const range = (min = -LARGEST, max = LARGEST): Field => ({ type: 'range', min, max })
/** A list of so many. */
export const list = (of: Field, min = 0, max = LIMITS.list): Field => ({ type: 'list', of, min, max })
/** A list of things with ids: unique within it. */
export const things = (of: Field, max = LIMITS.list): Field => ({ type: 'list', of, min: 0, max, ids: true })
/** A list in which nothing is twice. */
export const distinct = (of: Field, min = 0): Field => ({ type: 'list', of, min, max: 100, distinct: true })
/** Values by id. */
export const map = (of: Field): Field => ({ type: 'map', of })
/** One of several fields, told by the value. */
export const either = (...options: Option[]): Field => ({ type: 'either', options })
/** A record of one of several kinds. */
export const kinds = (by: string, of: { [kind: string]: RecordField }): Field => ({ type: 'kinds', by, kinds: of })

/** Whether a value is a number. */
export const isNumber = (v: unknown): v is number => typeof v === 'number'
/** Whether a value is a text. */
export const isText = (v: unknown): v is string => typeof v === 'string'
/** Whether a value is yes or no. */
export const isBoolean = (v: unknown): v is boolean => typeof v === 'boolean'
/** Whether a value is a record. */
export const isRecord = (v: unknown): v is Record<string, unknown> =>
  typeof v === 'object' && v !== null && !Array.isArray(v)
/** The field of a record, or the item of a list; undefined where there is neither. */
export const fieldIn = (value: unknown, key: string | number): unknown =>
  typeof value === 'object' && value !== null ? (value as Record<string, unknown>)[key] : undefined
/** The items of a list; none where a value is no list. */
export const itemsIn = (value: unknown): readonly unknown[] => (Array.isArray(value) ? value : [])
/** The fields of a record; none where a value is no record. */
export const fieldsIn = (value: unknown): Readonly<Record<string, unknown>> => (isRecord(value) ? value : {})
/** The record that a value's kind asks for. */
export const kindOf = ({ by, kinds }: Extract<Field, { type: 'kinds' }>, value: unknown): RecordField =>
  kinds[String(fieldIn(value, by))]
/** The alternative that is meant by a value: the last, if no other is. */
export const meantBy = ({ options }: Extract<Field, { type: 'either' }>, value: unknown): Field =>
  (options.find(({ meant }) => meant(value)) ?? options[options.length - 1]).field
/** Tells whether a record has a field. */
export const has =
  (field: string) =>
  (v: unknown): boolean =>
    isRecord(v) && field in v

/** A record; fields of `optional` may be missing and then have the value given there. */
export function record(
  fields: { [name: string]: Field },
  optional: { [name: string]: [Field, Default?] } = {},
  groups: Pick<RecordField, 'oneOf' | 'notBoth' | 'filledOr'> = {},
): RecordField {
  const all = { ...fields }
  const defaults: RecordField['optional'] = {}
  for (const [name, [field, value]] of Object.entries(optional)) {
    all[name] = field
    defaults[name] = value
  }
  return { type: 'record', fields: all, optional: defaults, ...groups }
}
