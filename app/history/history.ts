import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { watchDebounced } from '@vueuse/core'
import {
  changesBetween,
  fragmentOf,
  itemsOf,
  LISTS,
  paste,
  type Change,
  type Editor,
  type ListOfThings,
  type Show,
} from '~~/core/show'
import type { History } from '~~/server/shows/messages'
import { useShow } from '~/document/show'
import { refOf, removeThing } from '~/document/things'
import { isLookingBack } from '~/frame/looking-back'
import { useSelection } from '~/frame/selection'
import { askServer, whyFailed } from '~/document/keeping/server'
import { compared } from '~/run/compared'
import type { Version } from '~/run/run.worker'
import { useTakes } from './takes'

/** What stands on a side of the comparison: a version by its revision, with whoever is followed; or a take of it, with whose it is. */
export interface Side {
  revision: number
  take?: string
}

/** Whoever edits on is told of it when that rests (ms). */
const RESTS = 300

/** What was done to the show, its versions by name, and two of them beside each other. */
export const useHistory = defineStore('history', () => {
  const doc = useShow()
  const selection = useSelection()
  const takes = useTakes()
  const problem = ref('')
  const edits = shallowRef<History['edits']>([])
  const versions = shallowRef<History['versions']>([])
  /** The first revision that can be looked at. */
  const from = ref(1)
  /** Whether there are no edits to be had before the ones that are here. */
  const isWhole = computed(() => (edits.value.at(-1)?.revision ?? 0) <= Math.max(2, from.value + 1))
  /** What is compared; without a second side with what is there now. */
  const before = shallowRef<Side>()
  const after = shallowRef<Side>()
  const sides = shallowRef<{ before?: Version; after?: Version }>({})

  async function asking<T>(work: () => Promise<T>): Promise<T | undefined> {
    problem.value = ''
    try {
      return await work()
    } catch (error) {
      problem.value = whyFailed(error)
      return undefined
    }
  }
  const address = (path: string) => `/api/shows/${doc.id}/${path}`

  /** Takes up what is new, and what was there before that as far as it had been read. */
  async function load(): Promise<void> {
    const found = await asking(() => askServer<History>(address('history')))
    if (!found) return
    const first = found.edits.at(-1)?.revision ?? Infinity
    const known = edits.value.filter(({ revision }) => revision < first)
    edits.value = [...found.edits, ...known]
    versions.value = found.versions
    from.value = found.from
  }
  async function more(): Promise<void> {
    const first = edits.value.at(-1)?.revision
    const found = await asking(() => askServer<History>(`${address('history')}?before=${first}`))
    if (!found) return
    edits.value = [...edits.value, ...found.edits]
  }
  watchDebounced(
    [isLookingBack, () => doc.revision, () => doc.id],
    ([open, , id], [, , was]) => {
      if (id !== was) leave()
      if (open) void load()
    },
    { debounce: RESTS },
  )
  watch(isLookingBack, (open) => open || leave())

  /** Gives a revision a name; an empty one takes it away. */
  async function name(revision: number, words: string): Promise<void> {
    await asking(() => askServer(address(`versions/${revision}`), { method: 'PUT', body: { name: words } }))
    await load()
  }

  const showAt = (revision: number) =>
    asking(async () => (await askServer<{ show: Show }>(address(`versions/${revision}`))).show)
  async function versionOf({ revision, take }: Side): Promise<Version | undefined> {
    const show = await showAt(revision)
    return show && { show, who: takes.takes.find(({ id }) => id === take)?.who }
  }
  /** Puts a version or a take beside what is there now. */
  async function look(side: Side): Promise<void> {
    const version = await versionOf(side)
    if (!version) return
    before.value = side
    after.value = undefined
    sides.value = { before: version }
  }
  /** Puts a second one beside the first, or with none what is there now. */
  async function lookUntil(side: Side | undefined): Promise<void> {
    const version = side && (await versionOf(side))
    if (side && !version) return
    after.value = side
    sides.value = { before: sides.value.before, ...(version && { after: version }) }
  }
  /** The last version that has a name, or how the show began. */
  const lastNamed = computed((): Side => ({ revision: versions.value.at(-1)?.revision ?? from.value }))
  /** Puts what is there now beside the last version that has a name. */
  async function lookAtLastNamed(): Promise<void> {
    await load()
    await look(lastNamed.value)
  }
  function leave(): void {
    before.value = after.value = undefined
    sides.value = {}
  }

  const changes = computed(() => {
    const was = sides.value.before?.show
    const is = sides.value.after?.show ?? doc.resting
    return was && is ? changesBetween(was, is) : []
  })
  watch([changes, sides], () => {
    const was = sides.value.before
    compared.value = was && {
      before: was,
      after: sides.value.after ?? { show: doc.now },
      isNow: !sides.value.after,
      changes: changes.value,
    }
  })

  /** Takes a thing back to how it was, with what it needs and is gone. */
  function restore(edit: Editor, was: Show, { list, id, what, fields }: Change): void {
    if (list === 'show') return fields.forEach((field) => edit.setFound(field.keys, field.before))
    const thing = { list, id }
    if (what !== 'added') {
      paste(edit, fragmentOf(was, [thing]), [thing], { isOwn: true, replaces: true })
      return
    }
    const [ref] = refOf(thing)
    if (ref) removeThing(edit, ref)
    else edit.remove([...LISTS[list], id])
  }
  function bringBack(change: Change): void {
    const was = sides.value.before!.show
    const done = doc.edit(`Bring back ${change.name}`, (edit) => restore(edit, was, change))
    const [ref] = change.list === 'show' ? [] : refOf({ list: change.list, id: change.id })
    if (done && ref && change.what !== 'added') selection.choose(ref.kind, ref.id)
  }
  /** Takes everything back to how it was. */
  function bringAllBack(words: string): void {
    const was = sides.value.before!.show
    doc.edit(`Bring back ${words}`, (edit) => {
      const lists = new Set<ListOfThings>()
      for (const change of changesBetween(was, edit.show))
        if (change.list === 'show') restore(edit, was, change)
        else lists.add(change.list)
      for (const list of lists) edit.setFound(LISTS[list], itemsOf(was, list))
    })
  }

  return {
    problem,
    edits,
    versions,
    from,
    isWhole,
    before,
    after,
    changes,
    load,
    more,
    name,
    showAt,
    look,
    lookUntil,
    lastNamed,
    lookAtLastNamed,
    leave,
    bringBack,
    bringAllBack,
  }
})
