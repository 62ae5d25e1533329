<script setup lang="ts">
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import { useRun } from '~/run/current-run'
import { useMenuPlace } from '~/frame/menu-place'

const runs = useRun()
const text = ref(String(runs.seed))
watch(
  () => runs.seed,
  (seed) => (text.value = String(seed)),
)
function take() {
  const seed = Number(text.value)
  if (Number.isInteger(seed) && seed >= 0) runs.seed = seed
  else text.value = String(runs.seed)
}
const roll = () => (runs.seed = 1 + Math.floor(Math.random() * 9999))
const { place } = useMenuPlace('bottom-end')
</script>

<template>
  <Popover class="relative">
    <PopoverButton ref="opener" class="chip !px-2" title="The run's luck">seed {{ runs.seed }}</PopoverButton>
    <PopoverPanel
      ><div ref="menu" class="menu flex w-52 flex-col gap-2 !p-3" :style="place">
        <label class="flex items-center justify-between text-bone-2"
          >Seed
          <input v-model="text" class="field w-24 font-mono" inputmode="numeric" @keydown.enter="take" @blur="take"
        /></label>
        <button class="button" @click="roll">Roll a new one</button>
        <p class="text-xs text-bone-3">The same seed gives the same run. A new one shows what luck does.</p>
      </div></PopoverPanel
    >
  </Popover>
</template>
