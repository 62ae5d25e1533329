<script setup lang="ts">
import type { Editor } from '~~/core/show'
import type { Dot } from '~~/core/study'
import { useShow } from '~/document/show'
import { plain } from '~/words/time'
import PartNumber from '~/parts/PartNumber.vue'
import { inputOf } from '~/frame/event-targets'

/** A number that needs judgement: behind the slider stand the moments that were seen, those it stops in rust, those it lets through in weed. */
const props = defineProps<{
  name: string
  aside?: string
  value: number
  label: string
  put: (edit: Editor, value: number) => void
  max: number
  step: number
  unit: string
  dots?: Dot[]
  own?: Dot[]
  words: string
}>()
const emit = defineEmits<{ go: [dot: Dot, own: boolean] }>()
const doc = useShow()
const WIDTH = 372
const PAD = 8
const HIGH = 40
const typed = ref(props.value)
watch(
  () => props.value,
  (value) => (typed.value = value),
)
const xOf = (gap: number) => PAD + (Math.min(gap, props.max) / props.max) * (WIDTH - 2 * PAD)

function stacked(dots: Dot[], own: boolean) {
  const rows = new Map<number, number>()
  /** Several bodies of a walker can meet the moment at one time. */
  const same = new Map<string, number>()
  return dots
    .filter((dot) => dot.gap <= props.max)
    .map((dot) => {
      const bin = Math.round(xOf(dot.gap) / 4.2)
      const row = rows.get(bin) ?? 0
      rows.set(bin, row + 1)
      const name = `${own}${dot.walker}|${dot.t}`
      const nth = same.get(name) ?? 0
      same.set(name, nth + 1)
      return { key: `${name}|${nth}`, dot, own, x: bin * 4.2, y: HIGH - 5 - Math.min(row, 7) * 4.4 }
    })
}
const drawn = computed(() => [...stacked(props.dots ?? [], false), ...stacked(props.own ?? [], true)])
/** A dot is drawn again only when something of it has changed. */
const lookOf = ({ dot, x, y }: (typeof drawn.value)[number]) => [x, y, dot.held, dot.gap]
const beyond = computed(() => (props.dots ?? []).filter((dot) => dot.gap > props.max).length)
const number = (event: Event) => Number(inputOf(event).value)
</script>

<template>
  <div>
    <div class="flex items-baseline justify-between">
      <span class="font-semibold"
        >{{ name }}
        <slot name="aside"
          ><span v-if="aside" class="text-xs font-normal text-bone-3">{{ aside }}</span></slot
        ></span
      >
      <PartNumber
        :name="name"
        :value="value"
        :unit="unit"
        :min="0"
        :max="1e5"
        :step="step"
        :label="label"
        :put="put"
        class="min-h-6 !border-0 font-mono text-[12px] font-semibold"
      />
    </div>
    <svg v-if="dots" :width="WIDTH" :height="HIGH" :viewBox="`0 0 ${WIDTH} ${HIGH}`" class="isolate block max-w-full">
      <g v-for="mark in drawn" :key="mark.key" v-memo="lookOf(mark)">
        <rect
          v-if="mark.own"
          :x="mark.x - 2.2"
          :y="HIGH - 3"
          width="4.4"
          height="3"
          :fill="mark.dot.held ? 'var(--color-rust)' : 'var(--color-lamp)'"
          class="cursor-pointer"
          @click="emit('go', mark.dot, true)"
        >
          <title>
            In this run at {{ plain(mark.dot.t, 1) }} s, {{ plain(mark.dot.gap, 1) }} s after the one before
          </title>
        </rect>
        <circle
          v-else
          :cx="mark.x"
          :cy="mark.y"
          r="1.9"
          :fill="mark.dot.held ? 'var(--color-rust)' : 'var(--color-weed)'"
          opacity="0.85"
          class="cursor-pointer"
          data-dot
          @click="emit('go', mark.dot, false)"
        >
          <title>
            Walker {{ mark.dot.walker }} at {{ plain(mark.dot.t, 1) }} s, after {{ plain(mark.dot.gap, 1) }} s. Click to
            see this walker.
          </title>
        </circle>
      </g>
      <text v-if="beyond > 0" :x="WIDTH - PAD" y="9" text-anchor="end" font-size="10" fill="var(--color-bone-3)">
        {{ beyond }} longer than shown
      </text>
    </svg>
    <input
      type="range"
      class="dial block w-[372px] max-w-full"
      :aria-label="name"
      :aria-valuetext="`${plain(value)} ${unit}`"
      min="0"
      :max="max"
      :step="step"
      :value="typed"
      @input="doc.drag((e) => put(e, number($event)))"
      @change="doc.drop(label, (e) => put(e, number($event)))"
    />
    <p class="mt-0.5 text-xs text-bone-2">{{ words }}</p>
  </div>
</template>

<style scoped>
.dial {
  appearance: none;
  height: 16px;
  background: transparent;
}
.dial::-webkit-slider-runnable-track {
  height: 3px;
  border-radius: 2px;
  background: var(--color-rule);
}
.dial::-webkit-slider-thumb {
  appearance: none;
  width: 14px;
  height: 14px;
  margin-top: -5.5px;
  border-radius: 50%;
  background: var(--color-bone);
}
.dial::-moz-range-track {
  height: 3px;
  background: var(--color-rule);
}
.dial::-moz-range-thumb {
  width: 14px;
  height: 14px;
  border: 0;
  border-radius: 50%;
  background: var(--color-bone);
}
</style>
