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

/** Whoever edits on is told of it when that rests (ms). */
const RESTS = 300

/** What was done to the show, its versions by name, and two of them beside each other. */
export const useHistory = defineStore('history', () => {
  const doc = useShow()
  const selection = useSelection()
  const problem = ref('')
  const edits = shallowRef<History['edits']>([])
  const versions = shallowRef<History['versions']>([])
  /** The first revision that can be looked at. */
  const from = ref(1)
  /** Whether there are no edits to be had before the ones that are here. */
  const isWhole = computed(() => (edits.value.at(-1)?.revision ?? 0) <= Math.max(2, from.value + 1))
  /** The revisions that are compared; without a second one with what is there now. */
  const before = ref<number>()
  const after = ref<number>()
  const shows = shallowRef<{ before?: Show; after?: Show }>({})

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

  const fetchShow = (revision: number) =>
    asking(async () => (await askServer<{ show: Show }>(address(`versions/${revision}`))).show)
  /** Puts a revision beside what is there now. */
  async function look(revision: number): Promise<void> {
    const show = await fetchShow(revision)
    if (!show) return
    before.value = revision
    after.value = undefined
    shows.value = { before: show }
  }
  /** Puts a second revision beside the first, or with none what is there now. */
  async function lookUntil(revision: number | undefined): Promise<void> {
    const show = revision === undefined ? undefined : await fetchShow(revision)
    if (revision !== undefined && !show) return
    after.value = revision
    shows.value = { before: shows.value.before, ...(show && { after: show }) }
  }
  function leave(): void {
    before.value = after.value = undefined
    shows.value = {}
  }

  const changes = computed(() => {
    const was = shows.value.before
    const is = shows.value.after ?? doc.resting
    return was && is ? changesBetween(was, is) : []
  })
  watch([changes, shows], () => {
    const was = shows.value.before
    compared.value = was && {
      before: was,
      after: shows.value.after ?? doc.now,
      isNow: !shows.value.after,
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
    const was = shows.value.before!
    const done = doc.edit(`Bring back ${change.name}`, (edit) => restore(edit, was, change))
    const [ref] = change.list === 'show' ? [] : refOf({ list: change.list, id: change.id })
    if (done && ref && change.what !== 'added') selection.choose(ref.kind, ref.id)
  }
  /** Takes everything back to how it was. */
  function bringAllBack(words: string): void {
    const was = shows.value.before!
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
    look,
    lookUntil,
    leave,
    bringBack,
    bringAllBack,
  }
})
