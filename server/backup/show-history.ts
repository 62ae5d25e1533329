import { MOST } from '../http/most'
import { isDeepStrictEqual } from 'node:util'
import { applyPatch, PatchConflict, readShow, ShowError, type Show } from '../../core/show'
import { Refusal } from '../http/refusal'
import { utf8Of } from '../http/utf8'
import type { OpenZip } from '../zip/unpack'
import { checked, INDEX, showFile, showSchema, type BackedUpShow, type ListedShow } from './format'

/** A show as a backup has it, every state of it worked out from the earliest by its edits. */
export interface ShowHistory {
  title: string
  snapshot: Show
  edits: BackedUpShow['edits']
  versions: NonNullable<BackedUpShow['versions']>
  takes: NonNullable<BackedUpShow['takes']>
}

/**
 * Reads a show with its history. What the edits come to must be what the backup says: its earlier states, the state at its snapshot, its
 * revision and its title. @throws Refusal 422 that says what doesn't agree
 */
export async function historyIn(zip: OpenZip, listed: ListedShow): Promise<ShowHistory> {
  const name = showFile(listed.id)
  const fail = (words: string): never => {
    throw new Refusal(422, words)
  }
  // The history of a long day's work has more edits than a list of a show has items, so it is asked by its schema alone.
  const {
    snapshot,
    edits,
    versions: given,
    takes = [],
  } = checked(showSchema, json(utf8Of(await zip.read(name, MOST.backupShow), name)), name)
  if (edits.length !== listed.edits) fail(`has ${edits.length} edits; ${INDEX} says ${listed.edits}`)
  if (listed.versions !== undefined && given?.length !== listed.versions)
    fail(`has ${given?.length ?? 0} earlier states; ${INDEX} says ${listed.versions}`)
  if (listed.snapshotRevision > listed.revision) fail('has a snapshot that is newer than the show')
  // The history of an older backup begins at its snapshot.
  const versions = given ?? [
    { revision: listed.snapshotRevision, name: null, show: snapshot, createdAt: listed.createdAt },
  ]
  const [first] = versions
  if (!first) return fail('has no state that its edits could begin with')
  versions.forEach(({ revision }, i) => {
    if (i > 0 && revision === versions[i - 1]!.revision) fail(`has its state at revision ${revision} twice`)
    if (i > 0 && revision < versions[i - 1]!.revision) fail('has earlier states that are not in their order')
    if (revision > listed.revision) fail(`has a state at revision ${revision}, which it never came to`)
  })
  edits.forEach(({ revision }, i) => {
    if (i > 0 && revision !== edits[i - 1]!.revision + 1)
      fail(`lacks the edit to revision ${edits[i - 1]!.revision + 1}`)
  })
  const since = edits.filter(({ revision }) => revision > first.revision)
  const last = since.at(-1)?.revision ?? first.revision
  if (since.length > 0 && since[0]!.revision !== first.revision + 1)
    fail(`lacks the edit to revision ${first.revision + 1}`)
  if (last !== listed.revision) fail(`comes to revision ${last}; ${INDEX} says ${listed.revision}`)
  if (listed.snapshotRevision < first.revision) fail('has a snapshot from before its first state')

  for (const { name, revision } of takes)
    if (revision < first.revision || revision > listed.revision)
      fail(`has the take “${name}” of revision ${revision}, which is not known`)

  const states = new Map(versions.map((version) => [version.revision, version.show]))
  let show = readable(first.show, 'its first state')
  let derived: Show | undefined
  const meet = (revision: number) => {
    const isSnapshot = revision === listed.snapshotRevision
    if (!isSnapshot && !states.has(revision)) return
    const here = readable(show, `what its edits come to at revision ${revision}`)
    const agree = (said: unknown) => isDeepStrictEqual(readable(said, `its state at revision ${revision}`), here)
    if (isSnapshot && !agree(snapshot))
      fail(`has a snapshot that is not what its edits come to at revision ${revision}`)
    if (states.has(revision) && !agree(states.get(revision)))
      fail(`has a state at revision ${revision} that is not what its edits come to`)
    if (isSnapshot) derived = here
  }
  meet(first.revision)
  for (const { revision, patch } of since as BackedUpShow['edits']) {
    show = applied(show, patch, revision)
    meet(revision)
  }
  const now = readable(show, 'what its edits come to')
  if (now.title !== listed.title) fail(`is called “${now.title}”; ${INDEX} says “${listed.title}”`)
  return {
    title: now.title,
    snapshot: derived!,
    edits: edits as BackedUpShow['edits'],
    versions: versions as ShowHistory['versions'],
    takes: takes as ShowHistory['takes'],
  }
}

function applied(show: Show, patch: BackedUpShow['edits'][number]['patch'], revision: number): Show {
  try {
    return applyPatch(show, patch)
  } catch (error) {
    if (error instanceof PatchConflict || error instanceof ShowError)
      throw new Refusal(422, `has an edit to revision ${revision} that does not fit: ${error.message}`)
    throw error
  }
}

function readable(document: unknown, what: string): Show {
  try {
    return readShow(document)
  } catch (error) {
    if (error instanceof ShowError) throw new Refusal(422, `can’t be read: ${what} is no show: ${error.message}`)
    throw error
  }
}

function json(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    throw new Refusal(422, 'is no JSON')
  }
}
