<script setup lang="ts">
import { whyNoJson, writable } from '~~/core/show'
import AppHeader from '~/frame/AppHeader.vue'
import { droppedPlace, useDrops } from '~/frame/dropped'
interface Listed {
  id: string
  title: string
  revision: number
  changedAt: string
  binnedAt: string | null
}
const shows = ref<Listed[]>()
const problem = ref('')
const notice = ref('')
const title = ref('')
const file = ref<HTMLInputElement>()
const inUse = computed(() => shows.value?.filter((show) => !show.binnedAt) ?? [])
const binned = computed(() => shows.value?.filter((show) => show.binnedAt) ?? [])

/** Does something, says what went wrong if it does, and reads the list again. */
async function doing<T>(work: () => Promise<T>): Promise<T | undefined> {
  problem.value = ''
  try {
    const result = await work()
    shows.value = await $fetch<Listed[]>('/api/shows')
    return result
  } catch (error) {
    const { data, message } = error as { data?: { message?: string }; message?: string }
    problem.value = data?.message ?? message ?? 'The server does not answer.'
    return undefined
  }
}
onMounted(() => doing(async () => {}))

async function create() {
  const name = writable(title.value).trim() || 'New show'
  const made = await doing(() => $fetch<{ id: string }>('/api/shows', { method: 'POST', body: { title: name } }))
  if (made) await navigateTo(`/show/${made.id}`)
}
type Brought = { missing: string[] }
const bringParcel = (chosen: File) => $fetch<Brought>('/api/shows/import', { method: 'POST', body: chosen })
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
async function bringDocument(chosen: File): Promise<Brought> {
  const document = jsonOf(await chosen.arrayBuffer(), chosen.name)
  return $fetch<Brought>('/api/shows', { method: 'POST', body: { document } })
}
/** A place that is dropped becomes a show with nothing else in it. */
async function bringPlace(chosen: File) {
  const name = chosen.name.replace(/\.[^.]+$/, '') || 'A place'
  const document = { format: 'esvik-show', version: 1, title: writable(name).slice(0, 200), place: {} }
  const made = await doing(() => $fetch<{ id: string }>('/api/shows', { method: 'POST', body: { document } }))
  if (!made) return
  droppedPlace.value = chosen
  await navigateTo(`/show/${made.id}`)
}
const { over } = useDrops(([dropped]) => void take(dropped!))
async function bring(event: Event) {
  const input = event.target as HTMLInputElement
  const chosen = input.files?.[0]
  input.value = ''
  if (chosen) await take(chosen)
}
/** Whether a ZIP lists a place and no show: what it holds is named at its end. */
async function isZipOfPlace(chosen: File): Promise<boolean> {
  if (!chosen.name.toLowerCase().endsWith('.zip')) return false
  const end = new TextDecoder('latin1').decode(await chosen.slice(-1024 * 1024).arrayBuffer())
  return !end.includes('show.esvik.json') && /\.gl(tf|b)/i.test(end)
}
/** A place, or a show: a ZIP is whichever has a document in it. */
async function take(chosen: File) {
  if (/\.(glb|gltf)$/i.test(chosen.name) || (await isZipOfPlace(chosen))) return bringPlace(chosen)
  await doing(async () => {
    const { missing } = await (chosen.name.endsWith('.zip') ? bringParcel(chosen) : bringDocument(chosen))
    notice.value =
      missing.length > 0
        ? `Brought in ${chosen.name}. These sounds have no file here and stay silent: ${missing.join(', ')}.`
        : `Brought in ${chosen.name}.`
  })
}
/** The addresses of one show are too many for the types of `$fetch`. */
const ask = globalThis.$fetch as never as (url: string, options?: object) => Promise<unknown>
const copy = (show: Listed) => doing(() => ask('/api/shows', { method: 'POST', body: { copyOf: show.id } }))
const bin = (show: Listed) => doing(() => ask(`/api/shows/${show.id}`, { method: 'DELETE' }))
const restore = (show: Listed) => doing(() => ask(`/api/shows/${show.id}/restore`, { method: 'POST' }))
const destroy = (show: Listed) => doing(() => ask(`/api/shows/${show.id}?forGood=1`, { method: 'DELETE' }))
const when = (iso: string) => new Date(iso).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })

const renaming = ref<string>()
const newName = ref('')
async function rename(show: Listed) {
  const name = writable(newName.value).trim()
  renaming.value = undefined
  if (!name || name === show.title) return
  await doing(() =>
    ask(`/api/shows/${show.id}/edits`, {
      method: 'POST',
      body: {
        id: crypto.randomUUID(),
        base: show.revision,
        label: `Rename the show to “${name}”`,
        patch: [{ op: 'replace', path: '/title', value: name }],
      },
    }),
  )
}
</script>

<template>
  <div class="flex h-full flex-col">
    <AppHeader />
    <main class="mx-auto w-full max-w-4xl flex-1 overflow-y-auto px-6 py-8">
      <div class="mb-6 flex items-end gap-3">
        <h1 class="flex-1 text-[22px] font-semibold">Shows</h1>
        <form class="flex gap-2" @submit.prevent="create">
          <input
            v-model="title"
            class="field w-64"
            placeholder="Name of a new show"
            aria-label="Name of a new show"
            maxlength="200"
          />
          <button class="button primary">New show</button>
        </form>
        <button class="button" @click="file?.click()">Import</button>
        <input
          ref="file"
          type="file"
          accept=".json,.zip,.glb,application/json,application/zip"
          class="hidden"
          aria-label="Show to import: a document, a ZIP with its sounds, or a place as glTF"
          @change="bring"
        />
      </div>
      <p v-if="over" class="mb-4 rounded-md border-2 border-dashed border-lamp px-3 py-2 text-lamp">
        Let go: a show comes in as it is, a place becomes a new show.
      </p>
      <p v-if="problem" role="alert" class="mb-4 rounded-md border border-rust px-3 py-2 text-rust">{{ problem }}</p>
      <p v-if="notice" role="status" class="mb-4 rounded-md border border-rule px-3 py-2 text-bone-2">{{ notice }}</p>
      <ul class="border-t border-rule">
        <li v-for="show in inUse" :key="show.id" class="flex items-center gap-3 border-b border-rule py-3">
          <input
            v-if="renaming === show.id"
            :ref="(input) => (input as HTMLInputElement | null)?.focus()"
            v-model="newName"
            class="field flex-1 text-[15px]"
            aria-label="New name"
            maxlength="200"
            @keydown.enter="rename(show)"
            @keydown.esc="renaming = undefined"
            @blur="rename(show)"
          />
          <NuxtLink v-else :to="`/show/${show.id}`" class="flex-1 text-[15px] hover:text-lamp">{{
            show.title
          }}</NuxtLink>
          <span class="text-xs whitespace-nowrap text-bone-3"
            >{{ when(show.changedAt) }} · revision {{ show.revision }}</span
          >
          <button class="chip" @click="((renaming = show.id), (newName = show.title))">Rename</button>
          <button class="chip" @click="copy(show)">Copy</button>
          <a class="chip" :href="`/api/shows/${show.id}/export`" download>Export</a>
          <a class="chip" :href="`/api/shows/${show.id}/export?sounds=1`" download>Export with sounds</a>
          <button class="chip" @click="bin(show)">Into the bin</button>
        </li>
      </ul>
      <p v-if="shows && inUse.length === 0" class="py-6 text-bone-2">
        No show here. Name a new one above: it begins as a small furnished hall with a walk through it.
      </p>
      <section v-if="binned.length > 0" class="mt-8">
        <h2 class="mb-2 text-[15px] font-semibold text-bone-2">In the bin</h2>
        <ul class="border-t border-rule">
          <li
            v-for="show in binned"
            :key="show.id"
            class="flex items-center gap-3 border-b border-rule py-2 text-bone-2"
          >
            <span class="flex-1">{{ show.title }}</span>
            <button class="chip" @click="restore(show)">Take it out</button>
            <button class="chip" @click="destroy(show)">Delete for good</button>
          </li>
        </ul>
      </section>
    </main>
  </div>
</template>
