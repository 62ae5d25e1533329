<script setup lang="ts">
import { useEventListener, useIntervalFn } from '@vueuse/core'
import { useShow } from '~/stores/show'
import { count } from '~/format/time'

const document = useShow()
const now = ref(Date.now())
useIntervalFn(() => (now.value = Date.now()), 1000)

const kept = computed(() => {
  const edits = count(document.unsent, 'edit')
  return document.survives ? `${edits} kept in this browser` : `${edits} would be lost if this window is closed`
})
const words = computed(() => {
  switch (document.state) {
    case 'saving':
      return document.survives ? 'Saving …' : `Saving … ${kept.value}`
    case 'away':
      return `Server away: ${kept.value}`
    case 'full':
      return `The server’s disk is full: ${kept.value}`
    case 'refused':
      return `${document.refusal}: ${kept.value}`
    case 'saved': {
      const ago = Math.max(0, Math.round((now.value - document.savedAt) / 1000))
      const when = ago < 3 ? 'just now' : ago < 60 ? `${ago} s ago` : `${Math.round(ago / 60)} min ago`
      return `Saved ${when} · revision ${document.revision}`
    }
  }
})
const isWell = computed(() => document.state === 'saved' || (document.state === 'saving' && document.survives))

useEventListener(window, 'beforeunload', (event) => {
  if (document.unsent > 0 && !document.survives) event.preventDefault()
})
</script>

<template>
  <span v-if="document.others > 0" class="text-xs whitespace-nowrap text-tide">{{
    count(document.others, 'other window')
  }}</span>
  <span
    role="status"
    class="max-w-[420px] truncate text-xs"
    :class="isWell ? 'text-bone-3' : 'text-rust'"
    :title="words"
    >{{ words }}</span
  >
</template>
