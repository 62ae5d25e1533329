import { keysOf, pointerOf, ShowError } from './errors'
import { isRecord, type Field } from './fields'
import { applyPatch, idTests, inverse, valueAtPointer, type Operation } from './patch'
import { checkShow } from './read'
import { showTable } from './table'
import type { Show } from './types'
import { validate } from './validate'

/** One edit, as it is kept and sent: a JSON Patch with a name for the undo list. */
export interface Edit {
  /** A UUID made by whoever edits: the same edit sent twice is one edit. */
  id: string
  label: string
  patch: Operation[]
}

/** A way to a place in the show in which list items stand by their id: ['zones', 'rope-post', 'rim']. */
export type Address = readonly (string | number)[]

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
    node = (node as Record<string, unknown> | undefined)?.[key]
    keys.push(key)
  }
  return keys
}

/** Collects the changes of one edit; each sees the show as the ones before it left it. */
export interface Editor {
  readonly show: Show
  /** Gives a place a value; undefined takes the field away. */
  set(address: Address, value: unknown): void
  /** Adds an item to a list, at its end if no index is given. */
  add(list: Address, item: unknown, index?: number): void
  remove(address: Address): void
}

/** The patch of what `work` does to a show. */
export function patchOf(show: Show, work: (editor: Editor) => void): { patch: Operation[]; show: Show } {
  const patch: Operation[] = []
  let now = show
  const put = (keys: string[], operation: Operation) => {
    const step = [...idTests(now, keys), operation]
    now = applyPatch(now, step)
    patch.push(...step)
  }
  const editor: Editor = {
    get show() {
      return now
    },
    set(address, value) {
      const parent = resolve(now, address.slice(0, -1))
      const last = resolve(now, address).at(-1)!
      const node = valueAtPointer(now, pointerOf(parent)) as Record<string, unknown>
      const path = pointerOf([...parent, last])
      const there = node[last] !== undefined
      if (value === undefined) {
        if (there) put(parent, { op: 'remove', path })
      } else put(there ? [...parent, last] : parent, { op: there ? 'replace' : 'add', path, value })
    },
    add(list, item, index) {
      const keys = resolve(now, list)
      put(keys, { op: 'add', path: pointerOf([...keys, index ?? '-']), value: item })
    },
    remove(address) {
      const keys = resolve(now, address)
      put(keys, { op: 'remove', path: pointerOf(keys) })
    },
  }
  work(editor)
  return { patch, show: now }
}

/** The field of the table at a path, with how many keys lead to it: as deep as a patch's place can be checked alone. */
function touchedField(show: unknown, keys: readonly string[]): { field: Field; keys: string[] } {
  let field: Field = showTable
  let node = show
  const at: string[] = []
  for (const key of keys) {
    if (field.type === 'record' && field.fields[key] && !Array.isArray(node) && isRecord(node) && key in node)
      field = field.fields[key]
    else if (field.type === 'list' && Array.isArray(node) && Number(key) < node.length) field = field.of
    else break
    node = (node as Record<string, unknown>)[key]
    at.push(key)
    if (field.type !== 'record' && field.type !== 'list') break
  }
  return { field, keys: at }
}

/**
 * Checks what a patch touched in the show it gave, and that names still lead somewhere.
 * @throws ShowError
 */
export function checkTouched(show: Show, patch: readonly Operation[]): void {
  const seen = new Set<string>()
  for (const operation of patch) {
    if (operation.op === 'test') continue
    const { field, keys } = touchedField(show, lastForDash(show, keysOf(operation.path)))
    const base = pointerOf(keys)
    if (seen.has(base) || (operation.op === 'remove' && field.type === 'list')) continue
    seen.add(base)
    validate(field, valueAtPointer(show, base), base)
    const parentKeys = keys.slice(0, -1)
    const parent = parentKeys.length > 0 ? (valueAtPointer(show, pointerOf(parentKeys)) as unknown) : undefined
    if (Array.isArray(parent)) checkIds(parent, pointerOf(parentKeys))
  }
  checkShow(show)
}

/** What was added at the end of a list ("-") is its last item now. */
function lastForDash(show: Show, keys: string[]): string[] {
  if (keys.at(-1) !== '-') return keys
  const list = valueAtPointer(show, pointerOf(keys.slice(0, -1))) as unknown[]
  return [...keys.slice(0, -1), String(list.length - 1)]
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
