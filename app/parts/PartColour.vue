<script setup lang="ts">
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import { colourOfTemperature, COOLEST, HOTTEST, temperatureOf } from '~~/core/light'
import { useShow } from '~/document/show'
import { useMenuPlace } from '~/frame/menu-place'
import { plainName, WANTED } from '~/words/colours'
import { paletteOf } from './palette'
import { inputOf } from '~/frame/event-targets'

/** A colour in place: one that the show has already, one of a temperature where it is of a light, any other. */
const props = defineProps<{ name: string; value: string | undefined; absent?: string; ofLight?: boolean }>()
const emit = defineEmits<{ choose: [colour: string | undefined] }>()
const doc = useShow()
const palette = computed(() => paletteOf(doc.now))
const kelvin = computed(() => (props.value === undefined ? 2700 : temperatureOf(props.value)))
const text = (event: Event) => inputOf(event).value
const { place } = useMenuPlace()
</script>

<template>
  <Popover as="span" class="relative inline-block">
    <PopoverButton
      ref="opener"
      class="part"
      :aria-label="`${value === undefined ? absent : (plainName(value) ?? value)}, ${name}`"
    >
      <span
        v-if="value"
        class="mr-1 inline-block size-3 rounded-sm border border-rule align-[-1px]"
        :style="{ background: value }"
      /><span :class="{ 'text-bone-3': !value, 'font-mono text-[11.5px]': value }">{{
        value === undefined ? absent : (plainName(value) ?? value)
      }}</span>
    </PopoverButton>
    <PopoverPanel
      ref="menu"
      v-slot="{ close }"
      as="div"
      class="menu w-64 !p-3 text-xs leading-normal text-bone-3"
      :style="place"
    >
      <ul class="flex flex-wrap gap-1" :aria-label="`Colours of the show, ${name}`">
        <li v-for="colour in palette" :key="colour">
          <button
            class="block size-5 rounded-sm border"
            :class="colour === value ? 'border-lamp' : 'border-rule'"
            :style="{ background: colour }"
            :aria-label="colour"
            @click="(emit('choose', colour), close())"
          />
        </li>
      </ul>
      <ul class="mt-2 flex flex-wrap gap-1" :aria-label="`Plain colours, ${name}`">
        <li v-for="{ name: called, colour } in WANTED" :key="colour">
          <button
            class="block size-5 rounded-full border"
            :class="colour === value ? 'border-lamp' : 'border-rule'"
            :style="{ background: colour }"
            :aria-label="called"
            :title="called"
            @click="(emit('choose', colour), close())"
          />
        </li>
      </ul>
      <label v-if="ofLight" class="mt-2 block"
        >{{ kelvin }} K
        <input
          type="range"
          class="block w-full accent-lamp"
          :aria-label="`Temperature, ${name}`"
          :min="COOLEST"
          :max="HOTTEST"
          step="100"
          :value="kelvin"
          @change="emit('choose', colourOfTemperature(Number(text($event))))"
        />
      </label>
      <label class="mt-2 flex items-center gap-2"
        >Any other
        <input
          type="color"
          class="h-5 w-10"
          :aria-label="`Any other, ${name}`"
          :value="value ?? '#888888'"
          @change="emit('choose', text($event))"
        />
      </label>
      <button
        v-if="absent !== undefined && value !== undefined"
        class="part mt-2"
        @click="(emit('choose', undefined), close())"
      >
        {{ absent }}
      </button>
    </PopoverPanel>
  </Popover>
</template>
