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
const another = useTemplateRef('another')
const { place } = useMenuPlace('bottom-end')
</script>

<template>
  <Popover class="relative">
    <PopoverButton
      ref="opener"
      class="chip !px-2 whitespace-nowrap"
      :title="runs.beside === undefined ? 'The run’s luck' : 'The run’s luck, and what is outlined beside it'"
      >seed {{ runs.seed }}<template v-if="runs.beside !== undefined"> · {{ runs.beside }}</template></PopoverButton
    >
    <PopoverPanel
      ><div ref="menu" class="menu flex w-64 flex-col gap-2 !p-3" :style="place">
        <SeedField name="Seed" :value="runs.seed" @take="$event !== undefined && (runs.seed = $event)" />
        <button class="button" @click="runs.seed = roll()">Roll a new one</button>
        <p class="text-xs text-bone-3">The same seed gives the same run. A new one shows what luck does.</p>
        <hr class="border-rule" />
        <SeedField name="Outlined" none :value="runs.beside" @take="runs.beside = $event" />
        <p v-if="runs.beside !== undefined" class="text-xs text-bone-2" role="status">
          <template v-if="runs.walker !== undefined">A varied walker has their own luck: nothing is outlined.</template>
          <template v-else-if="runs.otherwise === undefined">It is being run …</template>
          <template v-else-if="runs.otherwise === 0">It goes the same way in every lane.</template>
          <template v-else>It goes otherwise in {{ runs.otherwise }} of {{ lanes }} lanes.</template>
        </p>
        <div class="flex gap-1.5">
          <button ref="another" class="chip" @click="runs.beside = roll()">Outline another</button>
          <template v-if="runs.beside !== undefined">
            <button class="chip" @click="swap">Swap</button>
            <button class="chip" @click="(another?.focus(), (runs.beside = undefined))">None</button>
          </template>
        </div>
      </div></PopoverPanel
    >
  </Popover>
</template>
