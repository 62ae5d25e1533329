<script setup lang="ts">
import { writable } from '~~/core/show'
import { useShow } from '~/document/show'

const doc = useShow()
const title = computed(() => doc.show?.title ?? '')
const renaming = ref(false)
const draft = ref('')
const input = ref<HTMLInputElement>()

async function beginRename() {
  draft.value = title.value
  renaming.value = true
  await nextTick()
  input.value?.select()
}
function endRename(keep: boolean) {
  if (!renaming.value) return
  renaming.value = false
  const name = writable(draft.value).trim()
  if (keep && name && name !== title.value) doc.edit(`Rename the show to “${name}”`, (e) => e.set(['title'], name))
}
</script>

<template>
  <header class="flex h-11 flex-none items-center gap-3.5 border-b border-rule bg-ink-1 px-3.5">
    <NuxtLink to="/" class="flex items-center gap-2 font-bold tracking-wide" title="All shows">
      <svg
        width="22"
        height="22"
        viewBox="0 0 22 22"
        fill="none"
        stroke="var(--color-lamp)"
        stroke-width="1.6"
        aria-hidden="true"
      >
        <path d="M2 15c3-6 6-6 9 0s6 6 9 0" />
        <circle cx="11" cy="6.5" r="2.6" fill="var(--color-lamp)" stroke="none" />
      </svg>
      Esvik
    </NuxtLink>
    <h1 v-if="title" class="min-w-0">
      <input
        v-if="renaming"
        ref="input"
        v-model="draft"
        class="field w-72"
        aria-label="Name of the show"
        maxlength="200"
        @keydown.enter="endRename(true)"
        @keydown.esc.stop="endRename(false)"
        @blur="endRename(true)"
      />
      <button
        v-else
        class="block w-full max-w-96 truncate text-left text-bone-2 hover:text-bone"
        title="Rename the show"
        @click="beginRename"
      >
        {{ title }}
      </button>
    </h1>
    <slot name="views" />
    <span class="flex-1" />
    <slot />
  </header>
</template>
