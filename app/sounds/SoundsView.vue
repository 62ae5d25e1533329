<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import PartChoice from '~/parts/PartChoice.vue'
import { count } from '~/words/time'
import { ORDERS } from './library'
import PoolDesk from './PoolDesk.vue'
import SoundDesk from './SoundDesk.vue'
import SoundShore from './SoundShore.vue'
import { useSounds } from './sounds'
import { elementOf } from '~/frame/event-targets'

/** The sounds of the show: their shore above, the chosen one and its pool below. */
const store = useSounds()
const search = ref<HTMLInputElement>()
useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  const target = elementOf(event)
  if (target.closest('input, textarea, [role=listbox], [role=dialog]')) return
  if (event.key === '/') {
    event.preventDefault()
    search.value?.focus()
  } else if (event.key === ' ' && store.sound && !target.closest('button')) {
    event.preventDefault()
    store.toggle(store.sound)
  }
})
onBeforeUnmount(() => store.hush())
const unused = computed(() => store.sounds.filter(({ id }) => !store.users.sounds.has(id)).length)
</script>

<template>
  <main class="flex min-h-0 flex-1 flex-col" aria-label="Sounds">
    <div class="flex min-h-[150px] flex-none basis-[34%] overflow-hidden border-b border-rule">
      <div class="flex w-56 flex-none flex-col gap-2 border-r border-rule bg-ink-1 p-3 text-xs text-bone-3">
        <input
          ref="search"
          v-model="store.wanted"
          type="search"
          aria-label="Find a sound or its use"
          placeholder="Find a sound or its use   /"
          class="field w-full !py-1"
          @keydown.esc="search?.blur()"
        />
        <p>
          {{ count(store.sounds.length, 'sound') }},
          <PartChoice name="Order" :value="store.order" :options="[...ORDERS]" @choose="store.order = $event" />
        </p>
        <p v-if="unused > 0">
          <button class="part" :aria-pressed="store.unusedOnly" @click="store.unusedOnly = !store.unusedOnly">
            {{ store.unusedOnly ? 'Show all again' : `${unused} not used` }}
          </button>
        </p>
        <p v-if="store.shown.length < store.sounds.length">{{ store.shown.length }} shown</p>
        <svg
          viewBox="0 0 190 100"
          class="mt-1 w-full"
          role="img"
          aria-label="How to read a sound: bars as high as it is loud, dotted its whole, bar its loudest 3 seconds, ring its true peak, hatched silence, bracket what is left out"
        >
          <path
            d="M8 78V40M11 78V36M14 78V44M17 78V38M20 78V46M23 78V42M26 78V50M29 78V48M32 78V56M35 78V54M38 78V60M41 78V58M44 78V64M47 78V62M50 78V66"
            stroke="var(--color-lamp)"
            stroke-width="2"
          />
          <path d="M6 52H58" stroke="var(--color-bone)" stroke-dasharray="1.5 2.5" />
          <path d="M6 38H34" stroke="var(--color-bone)" stroke-width="1.6" />
          <circle cx="20" cy="26" r="2.6" fill="none" stroke="var(--color-bone)" />
          <path d="M62 78l3 -5M66 78l3 -5M70 78l3 -5" stroke="var(--color-rust)" />
          <path d="M56 66V80h3M56 66h3" fill="none" stroke="var(--color-bone)" />
          <g font-size="10" fill="var(--color-bone-3)">
            <text x="28" y="29">true peak</text>
            <text x="40" y="41">loudest 3 s</text>
            <text x="64" y="55">in whole</text>
            <text x="64" y="68">left out</text>
            <text x="78" y="79">silence</text>
          </g>
        </svg>
      </div>
      <SoundShore />
    </div>
    <div class="grid min-h-0 flex-1 grid-cols-2">
      <SoundDesk />
      <PoolDesk />
    </div>
  </main>
</template>
