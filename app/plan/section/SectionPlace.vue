<script setup lang="ts">
import type { ThingRef } from '~/document/things'
import { useShow } from '~/document/show'
import { useSelection } from '~/frame/selection'
import { promptsHung, type Hung } from '../forms/prompts'
import { alongCut, floorsCut, isNearCut, propsCut, wallsCut, zonesCut, type Block, type Cut } from './section'

/** The place as it is cut: floors, walls, props, zones where the cut goes through them; lights, marks and prompts that are near it. */
const props = defineProps<{ cut: Cut; pixel: number }>()
const doc = useShow()
const selection = useSelection()

const show = computed(() => doc.now)
const floors = computed(() => floorsCut(show.value, props.cut))
const walls = computed(() => wallsCut(show.value, props.cut))
const zones = computed(() => zonesCut(show.value, props.cut))
const standing = computed(() => propsCut(show.value, props.cut))
const lights = computed(() => show.value.place.lights.filter(({ at }) => isNearCut(props.cut, at)))
const marks = computed(() => show.value.place.marks.filter(({ at }) => isNearCut(props.cut, at)))
const prompts = computed(() => promptsHung(show.value).filter(({ over }) => isNearCut(props.cut, over)))

const isChosen = (kind: ThingRef['kind'], id: string) =>
  selection.things.some((one) => one.kind === kind && one.id === id)
const choose = (kind: ThingRef['kind'], id: string) => selection.choose(kind, id)
function openUp({ cue, step }: Hung) {
  selection.choose('cue', cue.id)
  selection.openOne(step.id)
}
const rect = ({ from, to, low, high }: Block) => ({ x: from, y: -high, width: to - from, height: high - low })
const r = (n: number) => n * props.pixel
const FACE = 11
</script>

<template>
  <g>
    <line
      v-for="(floor, i) in floors"
      :key="`f${i}`"
      :x1="floor.from"
      :y1="-floor.y0"
      :x2="floor.to"
      :y2="-floor.y1"
      :stroke="isChosen('floor', floor.id) ? 'var(--color-lamp)' : 'var(--color-bone)'"
      :stroke-width="r(3)"
      class="cursor-pointer"
      @pointerdown.stop="choose('floor', floor.id)"
    />
    <rect
      v-for="(wall, i) in walls"
      :key="`w${i}`"
      v-bind="rect(wall)"
      fill="var(--color-ink-2)"
      :stroke="isChosen('wall', wall.id) ? 'var(--color-lamp)' : 'var(--color-bone)'"
      :stroke-width="r(1.3)"
      class="cursor-pointer"
      @pointerdown.stop="choose('wall', wall.id)"
    />
    <g
      v-for="prop in standing"
      :key="`p${prop.id}`"
      :stroke="isChosen('prop', prop.id) ? 'var(--color-lamp)' : 'var(--color-prop-edge)'"
      :stroke-width="r(1)"
      class="cursor-pointer"
      @pointerdown.stop="choose('prop', prop.id)"
    >
      <rect v-bind="rect(prop)" fill="var(--color-prop)" :opacity="prop.strokes?.length ? 0.45 : 1" />
      <polyline
        v-for="(stroke, i) in prop.strokes"
        :key="i"
        :points="stroke.map(([s, y]) => `${s},${-y}`).join(' ')"
        fill="none"
      />
    </g>
    <g v-for="zone in zones" :key="`z${zone.id}`" class="cursor-pointer" @pointerdown.stop="choose('zone', zone.id)">
      <rect
        v-bind="rect(zone)"
        fill="url(#survey)"
        :stroke="isChosen('zone', zone.id) ? 'var(--color-lamp)' : 'var(--color-zone)'"
        :stroke-width="r(isChosen('zone', zone.id) ? 1.9 : 1)"
        :stroke-dasharray="isChosen('zone', zone.id) ? '' : `${r(7)} ${r(3)}`"
      />
      <text
        v-if="(zone.to - zone.from) / pixel > zone.name.length * 5 || isChosen('zone', zone.id)"
        :x="zone.from + r(4)"
        :y="-zone.high - r(4)"
        :font-size="r(FACE)"
        :fill="isChosen('zone', zone.id) ? 'var(--color-lamp)' : 'var(--color-bone-2)'"
        paint-order="stroke"
        stroke="var(--color-ink-0)"
        :stroke-width="r(3)"
      >
        {{ zone.name }}
      </text>
    </g>
    <g
      v-for="light in lights"
      :key="`l${light.id}`"
      :transform="`translate(${alongCut(cut, [light.at[0], light.at[2]])} ${-light.at[1]}) scale(${pixel})`"
      class="cursor-pointer"
      @pointerdown.stop="choose('light', light.id)"
    >
      <circle r="9" fill="transparent" />
      <path
        d="M0-5c2.5 3 2.5 4.5 2.5 6a2.5 2.5 0 0 1-5 0c0-1.5 1-2 2.5-6z"
        :fill="light.colour"
        :stroke="isChosen('light', light.id) ? 'var(--color-lamp)' : 'var(--color-bone-2)'"
      >
        <title>{{ light.name }}</title>
      </path>
    </g>
    <g
      v-for="mark in marks"
      :key="`m${mark.id}`"
      :transform="`translate(${alongCut(cut, [mark.at[0], mark.at[2]])} ${-mark.at[1]}) scale(${pixel})`"
      class="cursor-pointer"
      @pointerdown.stop="choose('mark', mark.id)"
    >
      <circle r="9" fill="transparent" />
      <path
        :d="mark.kind === 'camera' ? 'M-5-4h7v8h-7zM2-2l5-3v10l-5-3z' : 'M-5 0h10M-3 0v-6M3 0v-6'"
        fill="var(--color-ink-0)"
        :stroke="isChosen('mark', mark.id) ? 'var(--color-lamp)' : 'var(--color-bone-2)'"
      >
        <title>{{ mark.name }}</title>
      </path>
    </g>
    <g
      v-for="hung in prompts"
      :key="`t${hung.step.id}/${hung.over.join()}`"
      class="cursor-pointer"
      :data-prompt="hung.step.id"
      @pointerdown.stop="openUp(hung)"
    >
      <rect
        :x="alongCut(cut, [hung.over[0], hung.over[2]]) - hung.width / 2"
        :y="-hung.over[1] - hung.step.lift - hung.height / 2"
        :width="hung.width"
        :height="hung.height"
        fill="var(--color-ink-0)"
        :stroke="hung.step === selection.step ? 'var(--color-lamp)' : 'var(--color-mauve)'"
        :stroke-width="r(1.2)"
      >
        <title>{{ hung.step.text }}</title>
      </rect>
    </g>
  </g>
</template>
