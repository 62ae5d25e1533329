<script setup lang="ts">
import AppHeader from '~/frame/AppHeader.vue'
import { useDrops } from '~/frame/dropped'
import PartChoice from '~/parts/PartChoice.vue'
import ShowRow from '~/shows/ShowRow.vue'
import { useShows, type Order } from '~/shows/shows'
import { inputOf } from '~/frame/event-targets'

/** All shows: the first thing that anybody sees. */
const list = reactive(useShows())
const title = ref('')
const file = ref<HTMLInputElement>()
const ORDERS: { value: Order; words: string }[] = [
  { value: 'opened', words: 'last opened first' },
  { value: 'changed', words: 'last changed first' },
  { value: 'name', words: 'by name' },
  { value: 'length', words: 'the longest first' },
]
const goTo = (id: string | undefined) => id !== undefined && navigateTo(`/show/${id}`)
const create = async () => goTo(await list.create(title.value))
const createEmpty = async () => goTo(await list.createEmpty(title.value))
const take = async (chosen: File) => goTo(await list.take(chosen))
const { over } = useDrops(([dropped]) => void take(dropped!))
async function bring(event: Event) {
  const input = inputOf(event)
  const chosen = input.files?.[0]
  input.value = ''
  if (chosen) await take(chosen)
}
</script>

<template>
  <div class="flex h-full flex-col">
    <AppHeader />
    <main class="mx-auto w-full max-w-4xl flex-1 overflow-y-auto px-6 py-8">
      <section v-if="list.first" class="mb-8 rounded-[9px] border border-rule bg-ink-1 px-5 py-4">
        <p class="text-[15px]">
          Esvik shows what a place does to whoever walks through it, over the whole walk: what fired, what was held
          back, and how it breathes.
        </p>
        <NuxtLink class="button primary mt-3 inline-block" :to="`/show/${list.first.id}`"
          >Open “{{ list.first.title }}”</NuxtLink
        >
      </section>
      <div class="mb-4 flex items-end gap-3">
        <h1 class="flex-1 text-[22px] font-semibold">Shows</h1>
        <form class="flex gap-2" @submit.prevent="create">
          <input
            v-model="title"
            class="field w-64"
            placeholder="Name of a new show"
            aria-label="Name of a new show"
            maxlength="200"
          />
          <button class="button primary" title="With a small hall, a walk through it and sounds">New show</button>
          <button type="button" class="button" title="With no place and no sounds" @click="createEmpty">
            Empty show
          </button>
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
      <div v-if="list.inUse.length > 1" class="mb-2 flex items-baseline gap-3 text-bone-2">
        <input
          v-model="list.words"
          type="search"
          class="field w-56"
          placeholder="Find a show"
          aria-label="Find a show"
        />
        <span><PartChoice name="Order" :value="list.order" :options="ORDERS" @choose="list.order = $event" /></span>
      </div>
      <p v-if="over" class="mb-4 rounded-md border-2 border-dashed border-lamp px-3 py-2 text-lamp">
        Let go: a show comes in as it is, a place becomes a new show.
      </p>
      <p v-if="list.problem" role="alert" class="mb-4 rounded-md border border-rust px-3 py-2 text-rust">
        {{ list.problem }}
      </p>
      <p v-if="list.notice" role="status" class="mb-4 rounded-md border border-rule px-3 py-2 text-bone-2">
        {{ list.notice }}
      </p>
      <ul class="border-t border-rule" aria-label="Shows">
        <ShowRow
          v-for="show in list.found"
          :key="show.id"
          :show="show"
          :print="list.printOf(show)"
          @rename="list.rename(show, $event)"
          @copy="list.copy(show)"
          @bin="list.bin(show)"
        />
      </ul>
      <p v-if="list.inUse.length > 0 && list.found.length === 0" class="py-6 text-bone-2">No show is called so.</p>
      <p v-if="list.shows && list.inUse.length === 0" class="py-6 text-bone-2">
        No show here. Name a new one above: it begins as a small furnished hall with a walk through it.
      </p>
      <section v-if="list.binned.length > 0" class="mt-8">
        <h2 class="mb-2 text-[15px] font-semibold text-bone-2">In the bin</h2>
        <ul class="border-t border-rule" aria-label="In the bin">
          <li
            v-for="show in list.binned"
            :key="show.id"
            class="flex items-center gap-3 border-b border-rule py-2 text-bone-2"
          >
            <span class="flex-1">{{ show.title }}</span>
            <button class="chip" @click="list.restore(show)">Take it out</button>
            <button class="chip" @click="list.destroy(show)">Delete for good</button>
          </li>
        </ul>
      </section>
    </main>
  </div>
</template>
