<script setup lang="ts">
import { useEventListener, useIntervalFn } from '@vueuse/core'
import { useShow } from '~/document/show'
import { count } from '~/words/time'
import { trouble } from './trouble'

const doc = useShow()
const now = ref(Date.now())
useIntervalFn(() => (now.value = Date.now()), 1000)

const kept = computed(() => {
  const edits = count(doc.unsent, 'edit')
  return doc.survives ? `${edits} kept in this browser` : `${edits} would be lost if this window is closed`
})
const isWrong = computed(() => trouble.value !== undefined && !trouble.value.fetching)
const words = computed(() => {
  if (isWrong.value)
    return doc.unsent > 0 ? `An error: ${kept.value}` : `An error: all is kept up to revision ${doc.revision}`
  switch (doc.state) {
    case 'saving':
      return doc.survives ? 'Saving …' : `Saving … ${kept.value}`
    case 'away':
      return `Server away: ${kept.value}`
    case 'full':
      return `The server’s disk is full: ${kept.value}`
    case 'refused':
      return `${doc.refusal}: ${kept.value}`
    case 'saved': {
      if (doc.savedAt === 0) return `Saved · revision ${doc.revision}`
      const ago = Math.max(0, Math.round((now.value - doc.savedAt) / 1000))
      const when = ago < 3 ? 'just now' : ago < 60 ? `${ago} s ago` : `${Math.round(ago / 60)} min ago`
      return `Saved ${when} · revision ${doc.revision}`
    }
  }
})
const isWell = computed(() => !isWrong.value && (doc.state === 'saved' || (doc.state === 'saving' && doc.survives)))

useEventListener(window, 'beforeunload', (event) => {
  if (doc.unsent > 0 && !doc.survives) event.preventDefault()
})
</script>

<template>
  <span
    role="status"
    class="max-w-[420px] truncate text-xs"
    :class="isWell ? 'text-bone-3' : 'text-rust'"
    :title="words"
    >{{ words }}</span
  >
</template>
