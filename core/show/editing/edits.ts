import { complete } from '../format/complete'
import { keysOf, pointerOf, short, ShowError } from '../format/errors'
import { isRecord, type Field, fieldIn, itemsIn, fieldsIn, kindOf } from '../format/fields'
import type { Address, ValueAt } from './address'
import { applyPatch, idTests, inverse, valueAtPointer, type Operation } from './patch'
import { checkPlain } from '../reading/plain'
import { checkShow } from '../reading/check'
import { showTable } from '../format/table'
import type { Show } from '../format/types'
import { validate } from '../reading/validate'

/** One edit, as it is kept and sent: a JSON Patch with a name for the undo list. */
export interface Edit {
  /** A UUID made by whoever edits: the same edit sent twice is one edit. */
  id: string
  label: string
  patch: Operation[]
}

/** The keys of an address: ids of list items become their indices. @throws ShowError if one is not there */
export function resolve(show: unknown, address: Address): string[] {
  const keys: string[] = []
  let node = show
  for (const part of address) {
    let key = String(part)
    if (Array.isArray(node) && typeof part === 'string') {
      const index = node.findIndex((item) => isRecord(item) && item.id === part)
      if (index < 0) throw new ShowError(`There is no "${part}" in ${pointerOf(keys)}`, pointerOf([...keys, part]))
      key = String(index)
    }
    node = fieldIn(node, key)
    keys.push(key)
  }
  return keys
}

/** Collects the changes of one edit; each sees the show as the ones before it left it. */
export interface Editor {
  readonly show: Show
  /** Gives a place a value; undefined takes the field away. */
  set<const A extends Address>(address: A, value: ValueAt<Show, A>): void
  /** The same where the address is only known as it is found, that of a reference: what is put there, the table checks. */
  setFound(address: Address, value: unknown): void
  /** Adds an item to a list, at its end if no index is given. */
  add<const A extends Address>(list: A, item: ValueAt<Show, readonly [...A, number]>, index?: number): void
  addFound(list: Address, item: unknown): void
  remove(address: Address): void
}

/** The patch of what `work` does to a show. */
export function patchOf(show: Show, work: (editor: Editor) => void): { patch: Operation[]; show: Show } {
  const patch: Operation[] = []
  let now = show
  const put = (keys: string[], operation: Operation) => {
    const step = [...idTests(now, keys), ...completed(now, [operation])]
    now = applyPatch(now, step)
    patch.push(...step)
  }
  const setAt = (address: Address, value: unknown) => {
    const parent = resolve(now, address.slice(0, -1))
    const last = resolve(now, address).slice(-1)
    const path = pointerOf([...parent, ...last])
    const there = last.reduce(fieldIn, valueAtPointer(now, pointerOf(parent))) !== undefined
    if (value === undefined) {
      if (there) put(parent, { op: 'remove', path })
    } else put(there ? [...parent, ...last] : parent, { op: there ? 'replace' : 'add', path, value })
  }
  const addAt = (list: Address, item: unknown, index?: number) => {
    const keys = resolve(now, list)
    put(keys, { op: 'add', path: pointerOf([...keys, index ?? '-']), value: item })
  }
  const editor: Editor = {
    get show() {
      return now
    },
    set: setAt,
    setFound: setAt,
    add: addAt,
    addFound: addAt,
    remove(address) {
      const keys = resolve(now, address)
      put(keys, { op: 'remove', path: pointerOf(keys) })
    },
  }
  work(editor)
  return { patch, show: now }
}

/** The field of the table for a key of a value of another field; undefined if it has none. */
function fieldBelow(field: Field, value: unknown, key: string): Field | undefined {
  switch (field.type) {
    case 'record':
      return Object.hasOwn(field.fields, key) ? field.fields[key] : undefined
    case 'list':
    case 'map':
      return field.of
    case 'kinds': {
      const kind = isRecord(value) ? value[field.by] : undefined
      return typeof kind === 'string' && Object.hasOwn(field.kinds, kind)
        ? fieldBelow(field.kinds[kind], value, key)
        : undefined
    }
    case 'either': {
      const meant = field.options.find((option) => option.meant(value))
      return meant && fieldBelow(meant.field, value, key)
    }
    default:
      return undefined
  }
}

/** A value as it is kept at a place of a show: with the table's defaults for what it leaves out. What is wrong stays as it is. */
function completedAt(show: Show, keys: readonly string[], value: unknown): unknown {
  let field: Field | undefined = showTable
  let node: unknown = show
  for (const key of keys) {
    field = field && fieldBelow(field, node, key)
    node = fieldIn(node, key)
  }
  if (!field) return value
  try {
    validate(field, value)
  } catch {
    return value
  }
  return complete(field, value)
}

/** A patch whose values are complete, for a show that it is applied to. @throws PatchConflict, ShowError */
export function completed(show: Show, patch: readonly Operation[]): Operation[] {
  let now = show
  return patch.map((operation) => {
    const next =
      operation.op === 'add' || operation.op === 'replace'
        ? { ...operation, value: completedAt(now, keysOf(operation.path), plain(operation)) }
        : operation
    now = applyPatch(now, [next])
    return next
  })
}

function plain({ path, value }: { path: string; value: unknown }): unknown {
  checkPlain(value, keysOf(path))
  return value
}

/** A part of a show that a patch has changed, with its field of the table. */
interface Part {
  field: Field
  value: unknown
  keys: string[]
}

/** The parts that lead to a place of a show, from the whole of it down to the place itself. */
function partsTo(show: Show, keys: readonly string[]): Part[] {
  const parts: Part[] = [{ field: showTable, value: show, keys: [] }]
  for (const key of keys) {
    const { field, value, keys: before } = parts[parts.length - 1]
    const below = fieldBelow(field, value, key)
    if (!below || !(isRecord(value) || Array.isArray(value)) || !Object.hasOwn(value, key)) break
    parts.push({ field: below, value: fieldIn(value, key), keys: [...before, key] })
  }
  return parts
}

/**
 * Checks a show that a patch has made of another: that the reader of documents would take it as it is. What was touched is read: the
 * smallest item of a list around each change, or the field of the show; lists on the way there are counted; then everything that hangs together.
 * @throws ShowError
 */
export function checkTouched(show: Show, patch: readonly Operation[], before?: Show): void {
  const read = new Set<unknown>()
  for (const operation of patch) {
    if (operation.op === 'test') continue
    const keys = lastForDash(show, keysOf(operation.path))
    const parts = partsTo(show, operation.op === 'remove' ? keys.slice(0, -1) : keys)
    const changed = parts.length - 1
    // From the outermost part that is not too large to be read as a whole.
    const isWhole = operation.op === 'replace' && changed === keys.length
    const from = isWhole ? replacedFrom(parts) : Math.min(changed, readFrom(parts))
    for (const part of parts.slice(0, from)) checkAround(part)
    const part = parts[from]
    if (read.has(part.value)) continue
    read.add(part.value)
    const isLarge = part.field.type === 'list' || isHall(part.field)
    if (operation.op === 'remove' && from === changed && isLarge) checkAround(part)
    else checkWhole(part)
  }
  checkShow(show, before)
}

/** The whole show and its place: records of lists. */
const isHall = (field: Field): boolean => field === showTable || field === showTable.fields.place

/** What of a part may be replaced without asking its other fields: no kind, and nothing that goes with one of them only. */
function standsAlone({ field, value }: Part, key: string): boolean {
  switch (field.type) {
    case 'record':
      return !field.oneOf && !field.notBoth && !field.filledOr
    case 'list':
      return !field.distinct
    case 'kinds':
      return key !== field.by && standsAlone({ field: kindOf(field, value), value, keys: [] }, key)
    default:
      return false
  }
}
/** From which of the parts on the way to a replaced value must be read: where nothing beside it matters, the value alone. */
function replacedFrom(parts: readonly Part[]): number {
  let from = parts.length - 1
  while (from > 0 && !standsAlone(parts[from - 1], parts[from].keys.at(-1)!)) from--
  return from
}

/** Which of the parts on the way to a place is read whole: the last item of a list, or the field of the show if there is none. */
function readFrom(parts: readonly Part[]): number {
  for (let i = parts.length - 1; i > 0; i--) if (parts[i - 1].field.type === 'list') return i
  return parts.findIndex(({ field }) => !isHall(field) && field.type !== 'list') >>> 0
}

/** What can be said of a part without reading what lies in it: of a list its length and ids, of a record that nothing is missing. */
function checkAround({ field, value, keys }: Part): void {
  const base = pointerOf(keys)
  if (field.type === 'list') {
    const items = itemsIn(value)
    const { length } = items
    if (length < field.min) throw new ShowError(`${base} must have ${field.min} or more`, base)
    if (length > field.max) throw new ShowError(`${base} must have ${field.max} at most`, base)
    if (field.ids) checkIds([...items], base)
    if (field.distinct) validate(field, value, base)
    return
  }
  if (field.type !== 'record') return
  const record = fieldsIn(value)
  for (const name of Object.keys(field.fields))
    if (record[name] === undefined && !(name in field.optional && field.optional[name] === undefined))
      missing([...keys, name])
  for (const name of Object.keys(record)) if (!Object.hasOwn(field.fields, name)) stranger([...keys, name])
}

function checkWhole({ field, value, keys }: Part): void {
  const base = pointerOf(keys)
  validate(field, value, base)
  const lacks = lackingIn(value, complete(field, value), keys)
  if (lacks) missing(lacks)
}

/** Where a value lacks something that the complete one has; undefined if it lacks nothing. */
function lackingIn(value: unknown, whole: unknown, keys: readonly string[]): string[] | undefined {
  if (typeof whole !== 'object' || whole === null) return value === undefined ? [...keys] : undefined
  if (typeof value !== 'object' || value === null) return [...keys]
  for (const key of Object.keys(whole)) {
    const lacks = lackingIn(fieldIn(value, key), fieldIn(whole, key), [...keys, key])
    if (lacks) return lacks
  }
  return undefined
}

function missing(keys: readonly string[]): never {
  throw new ShowError(`${short(pointerOf(keys))} is missing: what is kept of a show is complete`, pointerOf(keys))
}
function stranger(keys: readonly string[]): never {
  throw new ShowError(`${short(pointerOf(keys))} is not a field of the format`, pointerOf(keys))
}

/** What was added at the end of a list ("-") is its last item now. */
function lastForDash(show: Show, keys: string[]): string[] {
  if (keys.at(-1) !== '-') return keys
  const list = valueAtPointer(show, pointerOf(keys.slice(0, -1)))
  return Array.isArray(list) ? [...keys.slice(0, -1), String(list.length - 1)] : keys
}

function checkIds(list: unknown[], base: string): void {
  const seen = new Set<unknown>()
  for (const [index, item] of list.entries()) {
    if (!isRecord(item) || typeof item.id !== 'string') return
    if (seen.has(item.id)) throw new ShowError(`${base}/${index}/id "${item.id}" is used twice`, `${base}/${index}/id`)
    seen.add(item.id)
  }
}

/** The patch that takes an edit back. */
export const undoing = (before: Show, patch: readonly Operation[]): Operation[] => inverse(before, patch)

/** A name that none of the taken ones is: with a number, if need be. */
export function freeName(name: string, taken: Iterable<string>): string {
  const all = new Set(taken)
  if (!all.has(name)) return name
  for (let n = 2; ; n++) if (!all.has(`${name} ${n}`)) return `${name} ${n}`
}

/** The name of a copy: the same with the next number, where it is taken. */
export function nextName(name: string, taken: Iterable<string>): string {
  const all = new Set(taken)
  if (!all.has(name)) return name
  const base = name.replace(/ \d+$/, '')
  for (let n = 2; ; n++) if (!all.has(`${base} ${n}`)) return `${base} ${n}`
}
/** The id of a copy, in the same way. */
export function nextId(id: string, taken: Iterable<string>): string {
  const all = new Set(taken)
  if (!all.has(id)) return id
  const base = id.replace(/-\d+$/, '').slice(0, 34)
  for (let n = 2; ; n++) if (!all.has(`${base}-${n}`)) return `${base}-${n}`
}

/** An id made of a name that none of the taken ones has. */
export function freeId(name: string, taken: Iterable<string>): string {
  const base =
    name
      .normalize('NFKD')
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 34) || 'thing'
  const all = new Set(taken)
  if (!all.has(base)) return base
  for (let n = 2; ; n++) if (!all.has(`${base}-${n}`)) return `${base}-${n}`
}
