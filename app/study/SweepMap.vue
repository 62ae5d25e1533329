<script setup lang="ts">
import type { Swept } from '~~/core/study'
import { plain } from '~/words/time'
import { saysOf, type SweptNumber } from './swept'

/** What two numbers at once come to: a cell for each pair, lit where both wishes are kept; a press sets both. */
const props = defineProps<{
  found: readonly Swept[]
  first: SweptNumber
  second: SweptNumber
  values: readonly number[]
  others: readonly number[]
  keeps: (one: Swept) => boolean
}>()
const emit = defineEmits<{ set: [value: number, second: number] }>()
const rows = computed(() => {
  const known = new Map(props.found.map((one) => [`${one.value} ${one.second}`, one]))
  return props.others.map((other) => ({
    other,
    cells: props.values.map((value) => ({ value, one: known.get(`${value} ${other}`) })),
  }))
})
const hundred = (share: number) => plain(share * 100, 0)
const words = (one: Swept) =>
  `${saysOf(props.first, one.value)} and ${saysOf(props.second, one.second!)}: ${hundred(one.never.share)} in 100 never meet it, ${hundred(one.more.share)} get it again`
</script>

<template>
  <div class="min-h-0 flex-1 overflow-auto" data-map>
    <table class="w-full table-fixed border-collapse font-mono text-[11px]">
      <caption class="text-left font-sans text-xs text-bone-3">
        <span class="text-rust">never</span>
        /
        <span class="text-weed">again</span>
        in 100; a press sets both numbers
      </caption>
      <thead>
        <tr class="text-bone-3">
          <td class="w-16" />
          <th v-for="value in values" :key="value" scope="col" class="font-normal">{{ saysOf(first, value) }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="{ other, cells } in rows" :key="other">
          <th scope="row" class="pr-2 text-right font-normal text-bone-3">{{ saysOf(second, other) }}</th>
          <td v-for="{ value, one } in cells" :key="value" class="p-px">
            <button
              v-if="one"
              class="h-6 w-full rounded-sm"
              :class="keeps(one) ? 'bg-weed/30 outline-1 outline-weed' : 'bg-ink-2'"
              :title="words(one)"
              :aria-label="`${words(one)}${keeps(one) ? ', keeps both' : ''}`"
              @click="emit('set', value, other)"
            >
              <span class="text-rust">{{ hundred(one.never.share) }}</span><span class="text-bone-3">/</span
              ><span class="text-weed">{{ hundred(one.more.share) }}</span>
            </button>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>
