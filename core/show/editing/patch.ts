import { keysOf, pointerOf, short } from '../format/errors'
import { isRecord, fieldIn } from '../format/fields'
import { isReserved } from '../reading/plain'

/** One operation of a JSON Patch (RFC 6902); of its six, edits need these four. */
export type Operation =
  | { op: 'test'; path: string; value: unknown }
  | { op: 'add'; path: string; value: unknown }
  | { op: 'replace'; path: string; value: unknown }
  | { op: 'remove'; path: string }

/** A patch that can't be applied: what it is about has changed or gone. */
export class PatchConflict extends Error {
  override name = 'PatchConflict'
  constructor(
    message: string,
    readonly path: string,
  ) {
    super(short(message, 400))
  }
}

type Node = Record<string, unknown> | unknown[]

function child(node: unknown, key: string, path: string): unknown {
  if (Array.isArray(node)) {
    const index = Number(key)
    if (!/^\d+$/.test(key) || index >= node.length)
      throw new PatchConflict(`There is nothing at ${short(path)} any more`, path)
    return node[index]
  }
  if (isRecord(node) && Object.hasOwn(node, key)) return node[key]
  throw new PatchConflict(`There is nothing at ${short(path)} any more`, path)
}

/** A copy of `node` with one place below it changed; everything beside the way there is shared with the old one. */
function changed(node: unknown, keys: string[], depth: number, operation: Exclude<Operation, { op: 'test' }>): unknown {
  const { path } = operation
  if (depth === keys.length) {
    if (operation.op === 'remove') throw new PatchConflict('The whole show can’t be removed', path)
    return operation.value
  }
  const key = keys[depth]
  if (isReserved(key)) throw new PatchConflict(`There can be nothing at ${short(path)}`, path)
  const copy: Node = Array.isArray(node) ? [...node] : { ...(node as Record<string, unknown>) }
  if (depth < keys.length - 1) {
    const below = changed(child(node, key, path), keys, depth + 1, operation)
    if (Array.isArray(copy)) copy[Number(key)] = below
    else copy[key] = below
    return copy
  }
  if (Array.isArray(copy)) {
    if (operation.op === 'add') {
      const index = key === '-' ? copy.length : /^\d+$/.test(key) ? Number(key) : -1
      if (!(index >= 0 && index <= copy.length))
        throw new PatchConflict(`There is no place ${short(path)} to add to`, path)
      copy.splice(index, 0, operation.value)
      return copy
    }
    child(node, key, path)
    if (operation.op === 'remove') copy.splice(Number(key), 1)
    else copy[Number(key)] = operation.value
    return copy
  }
  if (!isRecord(node)) throw new PatchConflict(`There is nothing at ${short(path)} any more`, path)
  if (operation.op !== 'add') child(node, key, path)
  if (operation.op === 'remove') delete copy[key]
  else copy[key] = operation.value
  return copy
}

/** What stands at a JSON Pointer (RFC 6901). @throws PatchConflict if nothing does */
export function valueAtPointer(document: unknown, pointer: string): unknown {
  let node = document
  for (const key of keysOf(pointer)) node = child(node, key, pointer)
  return node
}

const same = (a: unknown, b: unknown): boolean => a === b || JSON.stringify(a) === JSON.stringify(b)

/**
 * The document after a patch; the one given stays as it is, and what the patch doesn't touch is shared.
 * @throws PatchConflict if a test fails or a place is gone
 */
export function applyPatch<T>(document: T, patch: readonly Operation[]): T {
  let result: unknown = document
  for (const operation of patch) {
    if (operation.op === 'test') {
      if (!same(valueAtPointer(result, operation.path), operation.value))
        throw new PatchConflict(
          `${short(operation.path)} is not ${short(JSON.stringify(operation.value) ?? 'nothing')} any more`,
          operation.path,
        )
    } else result = changed(result, keysOf(operation.path), 0, operation)
  }
  return result as T
}

/** The patch that takes a patch back. `document` is the one before it. */
export function inverse(document: unknown, patch: readonly Operation[]): Operation[] {
  const back: Operation[] = []
  let now = document
  for (const operation of patch) {
    if (operation.op !== 'test') back.unshift(...taughtById(now, operation))
    now = applyPatch(now, [operation])
  }
  return back
}

function taughtById(before: unknown, operation: Exclude<Operation, { op: 'test' }>): Operation[] {
  const { path } = operation
  const keys = keysOf(path)
  const parent = valueAtPointer(before, pointerOf(keys.slice(0, -1)))
  const last = keys[keys.length - 1]
  const tests = idTests(before, keys.slice(0, -1))
  if (operation.op === 'add') {
    if (Array.isArray(parent)) {
      const index = last === '-' ? parent.length : Number(last)
      const place = pointerOf([...keys.slice(0, -1), index])
      const id = isRecord(operation.value) ? operation.value.id : undefined
      return [
        ...tests,
        ...(typeof id === 'string' ? [{ op: 'test' as const, path: `${place}/id`, value: id }] : []),
        { op: 'remove', path: place },
      ]
    }
    const had = isRecord(parent) && Object.hasOwn(parent, last)
    return [...tests, had ? { op: 'replace', path, value: fieldIn(parent, last) } : { op: 'remove', path }]
  }
  const value = valueAtPointer(before, path)
  if (operation.op === 'remove') return [...tests, { op: 'add', path, value }]
  return [...idTests(before, keys), { op: 'replace', path, value }]
}

/** A test on the id of every list item a path passes through. */
export function idTests(document: unknown, keys: readonly string[]): Operation[] {
  const tests: Operation[] = []
  let node = document
  for (let depth = 0; depth < keys.length; depth++) {
    const list = Array.isArray(node)
    node = child(node, keys[depth], pointerOf(keys.slice(0, depth + 1)))
    if (list && isRecord(node) && typeof node.id === 'string')
      tests.push({ op: 'test', path: pointerOf([...keys.slice(0, depth + 1), 'id']), value: node.id })
  }
  return tests
}

/**
 * The same patch for a document in which others have made changes: list items are found by the ids its tests name,
 * and indices rewritten.
 * @throws PatchConflict if something it passes through is gone
 */
export function rebase(document: unknown, patch: readonly Operation[]): Operation[] {
  const result: Operation[] = []
  let now = document
  const ids = new Map<string, string>()
  for (const operation of patch) {
    if (operation.op === 'test' && operation.path.endsWith('/id'))
      ids.set(operation.path.slice(0, -3), String(operation.value))
    const path = rebased(now, operation.path, ids)
    const next = { ...operation, path } as Operation
    result.push(next)
    if (next.op === 'test') continue
    now = applyPatch(now, [next])
    // What was named before a change of a list may stand elsewhere after it.
    if (next.op !== 'replace') ids.clear()
  }
  return result
}

function rebased(document: unknown, path: string, ids: ReadonlyMap<string, string>): string {
  const keys = keysOf(path)
  const found: (string | number)[] = []
  let node = document
  for (let depth = 0; depth < keys.length; depth++) {
    let key: string | number = keys[depth]
    const id = ids.get(pointerOf(keys.slice(0, depth + 1)))
    if (Array.isArray(node)) {
      if (id !== undefined) {
        const index = node.findIndex((item) => isRecord(item) && item.id === id)
        if (index < 0) throw new PatchConflict(`"${id}" is not there any more`, path)
        key = index
      } else if (depth === keys.length - 1 && key !== '-' && Number(key) > node.length) key = node.length
    }
    found.push(key)
    if (depth < keys.length - 1) node = child(node, String(key), path)
  }
  return pointerOf(found)
}
