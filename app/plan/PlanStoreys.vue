<script setup lang="ts">
import { length as lengthOf } from '~/words/lengths'
import { steady } from '~/document/steady'
import { useShow } from '~/document/show'
import { useView } from '~/frame/view'
import { count } from '~/words/time'
import { storeysOf } from './forms/storeys'

/** The storeys of the place as a ladder, to scale: a rung each, and the whole place at its foot. */
const doc = useShow()
const view = useView()
const storeys = steady(() => (doc.resting ? storeysOf(doc.resting) : []))
const NAMES_MOST = 18
const rungs = computed(() => {
  const low = storeys.value[0]?.y ?? 0
  const high = storeys.value.at(-1)?.y ?? 0
  return storeys.value
    .map((storey, index) => ({
      index,
      ...storey,
      name: nameOf(storey.names),
      up: high > low ? (storey.y - low) / (high - low) : 0,
    }))
    .reverse()
})
/** Names of floors, the first and how many more. */
function nameOf(names: readonly string[]): string {
  const [first = 'Ground'] = names
  const short = first.length > NAMES_MOST ? `${first.slice(0, NAMES_MOST - 1)}…` : first
  return names.length > 1 ? `${short} + ${names.length - 1}` : short
}
watch(storeys, ({ length }) => {
  if (view.storey !== undefined && view.storey >= length) view.storey = undefined
})
</script>

<template>
  <div
    v-if="storeys.length > 1"
    role="group"
    aria-label="Storeys"
    class="flex max-h-full w-[126px] flex-col gap-0.5 overflow-y-auto rounded-[9px] border border-rule bg-ink-1/90 p-1.5 text-[11px]"
  >
    <button
      v-for="rung in rungs"
      :key="rung.index"
      class="flex items-start gap-2 rounded-md px-1 py-1 text-left"
      :class="view.storey === rung.index ? 'text-lamp' : 'text-bone-2 hover:text-bone'"
      :aria-pressed="view.storey === rung.index"
      @click="view.storey = view.storey === rung.index ? undefined : rung.index"
    >
      <span
        class="mt-1.5 h-[5px] w-4 flex-none rounded-sm"
        :class="view.storey === rung.index ? 'bg-lamp' : 'bg-bone-3'"
      />
      <span class="min-w-0"
        ><span class="block truncate">{{ rung.name }}</span
        ><span class="text-[10px] whitespace-nowrap text-bone-3"
          >{{ lengthOf(rung.y, 2) }} · {{ count(rung.zones, 'zone') }}</span
        ></span
      >
    </button>
    <button
      class="rounded-md px-1 py-1 text-left"
      :class="view.storey === undefined ? 'text-lamp' : 'text-bone-3 hover:text-bone'"
      :aria-pressed="view.storey === undefined"
      @click="view.storey = undefined"
    >
      All storeys
    </button>
  </div>
</template>
