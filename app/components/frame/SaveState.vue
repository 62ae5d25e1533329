<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { useShow } from '~/stores/show'
import { count } from '~/format/time'

const document = useShow()
const now = ref(Date.now())
useIntervalFn(() => (now.value = Date.now()), 1000)

const words = computed(() => {
  switch (document.state) {
    case 'saving':
      return 'Saving …'
    case 'offline':
      return `Server away: ${count(document.unsent, 'edit')} kept in this browser`
    case 'conflict':
      return 'One edit needs you'
    case 'saved': {
      const ago = Math.max(0, Math.round((now.value - document.savedAt) / 1000))
      const when = ago < 3 ? 'just now' : ago < 60 ? `${ago} s ago` : `${Math.round(ago / 60)} min ago`
      return `Saved ${when} · revision ${document.revision}`
    }
  }
})
</script>

<template>
  <span v-if="document.others > 0" class="text-xs whitespace-nowrap text-tide">{{
    count(document.others, 'other window')
  }}</span>
  <span
    role="status"
    class="text-xs whitespace-nowrap"
    :class="document.state === 'offline' || document.state === 'conflict' ? 'text-rust' : 'text-bone-3'"
    >{{ words }}</span
  >
</template>
