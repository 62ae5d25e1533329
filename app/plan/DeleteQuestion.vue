<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import { count } from '~/words/time'
import { deletionAsked as asked } from './hand/thing-edits'

/** Asks before something is deleted that other things depend on, and names them. */
const MOST = 8
const keeps = ref<HTMLElement>()
const keep = () => (asked.value = undefined)
function goOn(instead?: string) {
  asked.value?.goOn(instead)
  keep()
}
const choose = (event: Event) => {
  if (event.target instanceof HTMLSelectElement && event.target.value) goOn(event.target.value)
}
</script>

<template>
  <Dialog :open="!!asked" :initial-focus="keeps" class="relative z-50" @close="keep">
    <div class="fixed inset-0 bg-ink-0/70" aria-hidden="true" />
    <div class="fixed inset-0 grid place-items-center p-6">
      <DialogPanel class="w-[440px] rounded-xl border border-rule bg-ink-2 p-5">
        <DialogTitle class="text-[15px] font-semibold">{{ asked?.label }}?</DialogTitle>
        <p class="mt-2 text-bone-2">
          {{ count(asked?.dependents.length ?? 0, 'other thing depends', 'other things depend') }} on it. Steps and
          rules that can’t be without it go too; ties and looks are let go. Undo brings all of it back.
        </p>
        <ul class="mt-2 list-disc pl-5 text-bone-2">
          <li v-for="one in asked?.dependents.slice(0, MOST)" :key="one">{{ one }}</li>
          <li v-if="(asked?.dependents.length ?? 0) > MOST">and {{ asked!.dependents.length - MOST }} more</li>
        </ul>
        <label v-if="asked && asked.others.length > 0" class="mt-3 block text-bone-2"
          >Or they go on with
          <select class="field" @change="choose">
            <option value="">another …</option>
            <option v-for="other in asked.others" :key="other.id" :value="other.id">{{ other.name }}</option>
          </select></label
        >
        <div class="mt-4 flex justify-end gap-2">
          <button class="button" @click="goOn()">Delete</button>
          <button ref="keeps" class="button primary" @click="keep">Keep it</button>
        </div>
      </DialogPanel>
    </div>
  </Dialog>
</template>
