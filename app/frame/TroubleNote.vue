<script setup lang="ts">
import { useShow } from '~/document/show'
import { count } from '~/words/time'
import { trouble } from './trouble'

/** An error that nothing else has caught, and what is kept. */
const doc = useShow()
const kept = computed(() => {
  if (!doc.isOpen) return ''
  if (doc.unsent === 0) return 'What you see is what the server has.'
  const edits = count(doc.unsent, 'edit')
  return doc.survives
    ? `What you see is kept: ${edits} in this browser, all others by the server.`
    : `${edits} would be lost if this window is closed; all others are kept by the server.`
})
// What was half done is not shown as if it were kept.
watch(trouble, (now) => now && !now.fetching && doc.isOpen && doc.showKept(), { immediate: true })
const again = () => location.reload()
</script>

<template>
  <div
    v-if="trouble"
    role="alert"
    class="fixed inset-x-0 bottom-4 z-50 mx-auto flex w-[560px] items-start gap-3 rounded-xl border border-rust bg-ink-2 p-4"
  >
    <p class="flex-1 break-words">
      {{ trouble.words }} <span class="text-bone-2">{{ kept }}</span>
    </p>
    <button v-if="!trouble.fetching" class="button" @click="again">Reload</button>
    <button class="button" @click="trouble = undefined">Close</button>
  </div>
</template>
