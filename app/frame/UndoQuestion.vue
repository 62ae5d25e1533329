<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import { useShow } from '~/document/show'

/** Asks before something is taken back that another window has changed since. */
const doc = useShow()
const now = computed(() => {
  const value = doc.asked?.now
  const text = typeof value === 'object' ? '' : ` to “${String(value)}”`
  return text.length > 80 ? '' : text
})
</script>

<template>
  <Dialog :open="!!doc.asked" class="relative z-50" @close="doc.leaveAsItIs()">
    <div class="fixed inset-0 bg-ink-0/70" aria-hidden="true" />
    <div class="fixed inset-0 grid place-items-center p-6">
      <DialogPanel class="w-[440px] rounded-xl border border-rule bg-ink-2 p-5">
        <DialogTitle class="text-[15px] font-semibold">Somebody has changed this since</DialogTitle>
        <p class="mt-2 text-bone-2">
          Another window has changed{{ now }} what “{{ doc.asked?.label }}” had changed. Going back would throw that
          away.
        </p>
        <div class="mt-4 flex justify-end gap-2">
          <button class="button" @click="doc.asked?.goOn()">Go back all the same</button>
          <button class="button primary" @click="doc.leaveAsItIs()">Leave it</button>
        </div>
      </DialogPanel>
    </div>
  </Dialog>
</template>
