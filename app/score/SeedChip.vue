<script setup lang="ts">
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import { useRun } from '~/run/current-run'
import { useMenuPlace } from '~/frame/menu-place'
import SeedField from './SeedField.vue'

/** The run's luck, and another that is outlined beside it. */
const runs = useRun()
const roll = () => 1 + Math.floor(Math.random() * 9999)
function swap() {
  const { seed } = runs
  runs.seed = runs.beside!
  runs.beside = seed
}
const lanes = computed(() => runs.score?.lanes.length ?? 0)
const { place } = useMenuPlace('bottom-end')
</script>

<template>
  <Popover class="relative">
    <PopoverButton ref="opener" class="chip !px-2" title="The run's luck"
      >seed {{ runs.seed }}<template v-if="runs.beside !== undefined"> beside {{ runs.beside }}</template></PopoverButton
    >
    <PopoverPanel
      ><div ref="menu" class="menu flex w-60 flex-col gap-2 !p-3" :style="place">
        <SeedField name="Seed" :value="runs.seed" @take="runs.seed = $event" />
        <button class="button" @click="runs.seed = roll()">Roll a new one</button>
        <p class="text-xs text-bone-3">The same seed gives the same run. A new one shows what luck does.</p>
        <hr class="border-rule" />
        <button v-if="runs.beside === undefined" class="button" @click="runs.beside = roll()">
          Outline another beside it
        </button>
        <template v-else>
          <SeedField name="Outlined" :value="runs.beside" @take="runs.beside = $event" />
          <p class="text-xs text-bone-2" role="status">
            <template v-if="runs.walker !== undefined">A varied walker has their own luck: nothing is outlined.</template>
            <template v-else-if="runs.otherwise === undefined">It is being run …</template>
            <template v-else-if="runs.otherwise === 0">It goes the same way in every lane.</template>
            <template v-else>It goes otherwise in {{ runs.otherwise }} of {{ lanes }} lanes.</template>
          </p>
          <div class="flex gap-1.5">
            <button class="chip" @click="runs.beside = roll()">Roll</button>
            <button class="chip" @click="swap">Swap the two</button>
            <button class="chip" @click="runs.beside = undefined">No outline</button>
          </div>
        </template>
      </div></PopoverPanel
    >
  </Popover>
</template>
