<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import { useShow } from '~/stores/show'

const document = useShow()
</script>

<template>
  <Dialog :open="!!document.conflict" class="relative z-50" @close="() => {}">
    <div class="fixed inset-0 bg-ink-0/70" aria-hidden="true" />
    <div class="fixed inset-0 grid place-items-center p-6">
      <DialogPanel class="w-[440px] rounded-xl border border-rule bg-ink-2 p-5">
        <DialogTitle class="text-[15px] font-semibold">One of your edits no longer fits</DialogTitle>
        <p class="mt-2 text-bone-2">
          “{{ document.conflict?.edit.label }}” could not be saved: {{ document.conflict?.message }}. It is kept in this
          browser until you choose.
        </p>
        <div class="mt-4 flex justify-end gap-2">
          <button class="button" @click="document.giveUp()">Give this edit up</button>
          <button class="button primary" @click="document.tryAgain()">Try it again</button>
        </div>
      </DialogPanel>
    </div>
  </Dialog>
</template>
