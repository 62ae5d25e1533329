<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import { count } from '~/words/time'
import { useShow } from '~/document/show'

/** The edits that the server didn't take: each can be tried again, given up, or stay kept aside. */
const doc = useShow()
const isOpen = ref(false)
watch(
  () => doc.asides.length,
  (now, before = 0) => (isOpen.value = now > before || (isOpen.value && now > 0)),
  { immediate: true },
)
defineExpose({ show: () => (isOpen.value = true) })
</script>

<template>
  <button v-if="doc.asides.length > 0" class="button text-rust" @click="isOpen = true">
    {{ count(doc.asides.length, 'edit') }} set aside
  </button>
  <Dialog :open="isOpen" class="relative z-50" @close="isOpen = false">
    <div class="fixed inset-0 bg-ink-0/70" aria-hidden="true" />
    <div class="fixed inset-0 grid place-items-center p-6">
      <DialogPanel class="flex max-h-[80vh] w-[520px] flex-col rounded-xl border border-rule bg-ink-2 p-5">
        <DialogTitle class="text-[15px] font-semibold"
          >{{ count(doc.asides.length, 'edit') }} could not be saved</DialogTitle
        >
        <p class="mt-1 text-bone-2">They are kept in this browser until you choose. All others go on.</p>
        <ul class="mt-3 flex flex-col gap-2 overflow-auto" aria-label="Edits set aside">
          <li v-for="edit in doc.asides" :key="edit.id" class="rounded-lg border border-rule p-3">
            <p class="text-bone-1">{{ edit.label }}</p>
            <p class="mt-0.5 text-xs break-words text-bone-2">{{ edit.aside }}</p>
            <div class="mt-2 flex justify-end gap-2">
              <button class="button" @click="doc.giveUp(edit.id)">Give up</button>
              <button class="button" @click="doc.tryAgain(edit.id)">Try again</button>
            </div>
          </li>
        </ul>
        <div class="mt-4 flex justify-end">
          <button class="button primary" @click="isOpen = false">Keep them aside</button>
        </div>
      </DialogPanel>
    </div>
  </Dialog>
</template>
