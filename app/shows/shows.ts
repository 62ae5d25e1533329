import { computed, ref, shallowRef } from 'vue'
import { freeName, whyNoJson, writable } from '~~/core/show'
import type { Listed } from '~~/server/shows/list'
import type { PrintNow } from '~~/server/shows/print'
import { droppedPlace } from '~/frame/dropped'
import { askServer, whyFailed } from '~/document/keeping/server'
import { newId } from '~/words/new-id'

export type { Listed }
type Brought = { id: string; missing: string[] }

export type Order = 'opened' | 'changed' | 'name' | 'length'

function jsonOf(bytes: ArrayBuffer, name: string): unknown {
  let text: string
  try {
    text = new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    throw new Error(`${name} is not a show document: it is not valid UTF-8.`)
  }
  try {
    return JSON.parse(text)
  } catch {
    throw new Error(`${name} is not a show document: it is no JSON, ${whyNoJson(text)}.`)
  }
}
/** Whether a ZIP lists a place and no show: what it holds is named at its end. */
async function isZipOfPlace(chosen: File): Promise<boolean> {
  if (!chosen.name.toLowerCase().endsWith('.zip')) return false
  const end = new TextDecoder('latin1').decode(await chosen.slice(-1024 * 1024).arrayBuffer())
  return !end.includes('show.esvik.json') && /\.gl(tf|b)/i.test(end)
}

/** All shows, and what is done to them as a whole. */
export function useShows() {
  const shows = shallowRef<Listed[]>()
  const prints = shallowRef(new Map<string, PrintNow>())
  const problem = ref('')
  const notice = ref('')

  /** Does something, says what went wrong if it does, and reads the list again. */
  async function doing<T>(work: () => Promise<T>): Promise<T | undefined> {
    problem.value = ''
    try {
      const result = await work()
      shows.value = await askServer<Listed[]>('/api/shows')
      void fetchPrints()
      return result
    } catch (error) {
      problem.value = whyFailed(error)
      return undefined
    }
  }
  const printKey = ({ id, revision }: Listed) => `${id}/${revision}`
  /** One after the other, as each takes the server a moment. */
  async function fetchPrints(): Promise<void> {
    for (const show of shows.value ?? []) {
      if (show.binnedAt || prints.value.has(printKey(show))) continue
      const print = await askServer<PrintNow>(`/api/shows/${show.id}/print`).catch(() => undefined)
      if (print) prints.value = new Map([...prints.value, [printKey(show), print]])
    }
  }

  const make = async (body: object): Promise<string | undefined> =>
    (await doing(() => askServer<{ id: string }>('/api/shows', { method: 'POST', body })))?.id
  const create = (name: string) => make({ title: writable(name).trim() || 'New show' })
  /** A show with nothing in it: no place, no sounds. */
  const createEmpty = (name: string) =>
    make({ document: { format: 'esvik-show', version: 1, title: writable(name).trim() || 'New show', place: {} } })
  const bringParcel = (chosen: File) => askServer<Brought>('/api/shows/import', { method: 'POST', body: chosen })
  async function bringDocument(chosen: File): Promise<Brought> {
    const document = jsonOf(await chosen.arrayBuffer(), chosen.name)
    return askServer<Brought>('/api/shows', { method: 'POST', body: { document } })
  }
  /** A place that is dropped becomes a show with nothing else in it. */
  async function bringPlace(chosen: File): Promise<string | undefined> {
    const name = chosen.name.replace(/\.[^.]+$/, '') || 'A place'
    const document = { format: 'esvik-show', version: 1, title: writable(name).slice(0, 200), place: {} }
    const made = await doing(() => askServer<{ id: string }>('/api/shows', { method: 'POST', body: { document } }))
    if (made) droppedPlace.value = chosen
    return made?.id
  }
  /** What was brought in a second time isn’t called as what it came from. */
  async function nameApart(id: string): Promise<void> {
    const all = await askServer<Listed[]>('/api/shows')
    const mine = all.find((show) => show.id === id)
    const titles = all.filter((show) => show.id !== id).map(({ title }) => title)
    if (mine && titles.includes(mine.title)) await retitle(mine, freeName(`${mine.title}, brought in`, titles))
  }
  /** Takes in a place, or a show: a ZIP is whichever has a document in it. Gives the show to go to. */
  async function take(chosen: File): Promise<string | undefined> {
    if (/\.(glb|gltf)$/i.test(chosen.name) || (await isZipOfPlace(chosen))) return bringPlace(chosen)
    await doing(async () => {
      const { id, missing } = await (chosen.name.endsWith('.zip') ? bringParcel(chosen) : bringDocument(chosen))
      await nameApart(id)
      notice.value =
        missing.length > 0
          ? `Brought in ${chosen.name}. These sounds have no file here and stay silent: ${missing.join(', ')}.`
          : `Brought in ${chosen.name}.`
    })
    return undefined
  }
  const copy = (show: Listed) => doing(() => askServer('/api/shows', { method: 'POST', body: { copyOf: show.id } }))
  const bin = (show: Listed) => doing(() => askServer(`/api/shows/${show.id}`, { method: 'DELETE' }))
  const restore = (show: Listed) => doing(() => askServer(`/api/shows/${show.id}/restore`, { method: 'POST' }))
  const destroy = (show: Listed) => doing(() => askServer(`/api/shows/${show.id}?forGood=1`, { method: 'DELETE' }))
  async function rename(show: Listed, words: string): Promise<void> {
    const name = writable(words).trim()
    if (!name || name === show.title) return
    await doing(() => retitle(show, name))
  }
  const retitle = (show: Listed, title: string) =>
    askServer(`/api/shows/${show.id}/edits`, {
      method: 'POST',
      body: {
        id: newId(),
        base: show.revision,
        label: `Rename the show to “${title}”`,
        patch: [{ op: 'replace', path: '/title', value: title }],
      },
    })

  const ORDERS: { [by in Order]: (a: Listed, b: Listed) => number } = {
    opened: (a, b) => lastSeen(b).localeCompare(lastSeen(a)),
    changed: (a, b) => b.changedAt.localeCompare(a.changedAt),
    name: (a, b) => a.title.localeCompare(b.title),
    length: (a, b) => (printOf(b)?.length ?? 0) - (printOf(a)?.length ?? 0),
  }
  const lastSeen = (show: Listed) => show.openedAt ?? show.changedAt
  const printOf = (show: Listed) => prints.value.get(printKey(show))
  const words = ref('')
  const order = ref<Order>('opened')
  const inUse = computed(() => (shows.value ?? []).filter(({ binnedAt }) => !binnedAt))
  const found = computed(() => {
    const wanted = words.value.trim().toLocaleLowerCase()
    return inUse.value.filter(({ title }) => title.toLocaleLowerCase().includes(wanted)).sort(ORDERS[order.value])
  })
  const binned = computed(() => (shows.value ?? []).filter(({ binnedAt }) => binnedAt))
  /** The show to begin with, as long as nobody has opened any. */
  const first = computed(() =>
    inUse.value.length > 0 && inUse.value.every(({ openedAt }) => openedAt === null) ? inUse.value.at(-1) : undefined,
  )
  void doing(async () => {})
  return { shows, inUse, found, binned, first, words, order, problem, notice, create, take, copy, bin, restore, destroy, rename, printOf, createEmpty } // prettier-ignore
}
