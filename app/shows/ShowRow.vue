<script setup lang="ts">
import type { PrintNow } from '~~/server/shows/print'
import { clock, count } from '~/words/time'
import ShowPrint from './ShowPrint.vue'
import type { Listed } from './shows'

/** A show in the list: its print, what it is called, how long it is, and what can be done with it. */
const props = defineProps<{ show: Listed; print?: PrintNow }>()
const emit = defineEmits<{ rename: [name: string]; copy: []; bin: [] }>()
const name = ref<string>()
const day = (iso: string) => new Date(iso).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })
const facts = computed(() =>
  [
    props.print && count(props.print.zones, 'zone'),
    props.print &&
      (props.print.length > 0
        ? `${props.print.isWhole ? '' : 'longer than '}${clock(props.print.length, 0)}${props.print.isWhole ? ' long' : ''}`
        : 'nobody walks yet'),
    props.show.openedAt ? `opened ${day(props.show.openedAt)}` : 'never opened',
    `changed ${day(props.show.changedAt)}`,
  ]
    .filter(Boolean)
    .join(' · '),
)
function end(keep: boolean) {
  if (name.value === undefined) return
  const words = name.value
  name.value = undefined
  if (keep) emit('rename', words)
}
</script>

<template>
  <li class="flex items-center gap-4 border-b border-rule py-3">
    <NuxtLink :to="`/show/${show.id}`" tabindex="-1" aria-hidden="true"><ShowPrint :print="print" /></NuxtLink>
    <div class="min-w-0 flex-1">
      <input
        v-if="name !== undefined"
        :ref="(input) => (input as HTMLInputElement | null)?.focus()"
        v-model="name"
        class="field w-full text-[15px]"
        aria-label="New name"
        maxlength="200"
        @keydown.enter="end(true)"
        @keydown.esc="end(false)"
        @blur="end(true)"
      />
      <NuxtLink v-else :to="`/show/${show.id}`" class="block truncate text-[15px] hover:text-lamp">{{
        show.title
      }}</NuxtLink>
      <p class="truncate text-xs text-bone-3" :title="`revision ${show.revision}`">
        {{ facts
        }}<span v-if="print?.neverFire" class="text-rust"> · {{ count(print.neverFire, 'rule') }} can never fire</span>
      </p>
      <div class="mt-1.5 flex flex-wrap gap-1.5">
        <button class="chip" @click="name = show.title">Rename</button>
        <button class="chip" @click="emit('copy')">Copy</button>
        <a class="chip" :href="`/api/shows/${show.id}/export`" download>Export</a>
        <a class="chip" :href="`/api/shows/${show.id}/export?sounds=1`" download>Export with sounds</a>
        <button class="chip" @click="emit('bin')">Into the bin</button>
      </div>
    </div>
  </li>
</template>
