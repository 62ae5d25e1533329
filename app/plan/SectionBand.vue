<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { positionAt } from '~~/core/engine'
import { nameOfThing, type ThingRef } from '~/document/things'
import { useShow } from '~/document/show'
import { followPointer } from '~/frame/pointer-drag'
import { usePlayhead } from '~/frame/playhead'
import { useSelection } from '~/frame/selection'
import { useView } from '~/frame/view'
import { useRun } from '~/run/current-run'
import { plain } from '~/words/time'
import {
  alongCut,
  behindCut,
  floorsCut,
  liftsOf,
  propsCut,
  wallsCut,
  zonesCut,
  type Block,
  type Cut,
  type Lift,
} from './section'

/** A cut through the place: floors, walls, zones, lights and who walks, at the plan's scale; heights are dragged here. */
const props = defineProps<{ cut: Cut; pixel: number }>()
const doc = useShow()
const runs = useRun()
const playhead = usePlayhead()
const selection = useSelection()
const view = useView()
const frame = ref<HTMLElement>()
const { width, height } = useElementSize(frame)

/** How far off the cut lamps, marks and walkers are still drawn (m), and the middle of what is seen (m above nought). */
const DEEP = 3.4
const middle = ref<number>()
const show = computed(() => doc.show!)
const floors = computed(() => floorsCut(show.value, props.cut))
const walls = computed(() => wallsCut(show.value, props.cut))
const zones = computed(() => zonesCut(show.value, props.cut))
const standing = computed(() => propsCut(show.value, props.cut))
const isNear = (at: readonly [number, number, number]) => Math.abs(behindCut(props.cut, [at[0], at[2]])) <= DEEP
const lights = computed(() => show.value.place.lights.filter(({ at }) => isNear(at)))
const marks = computed(() => show.value.place.marks.filter(({ at }) => isNear(at)))
const bodies = computed(() => {
  const { run } = runs
  if (!run) return []
  const { player } = show.value
  return run.paths.flatMap((path, index) => {
    const at = positionAt(path, playhead.t)
    if (!run.players[index] || !isNear(at)) return []
    return [{ s: alongCut(props.cut, [at[0], at[2]]), y: at[1], ...player }]
  })
})

/** What is seen up and down: at first the floors that are cut, with a storey above them. */
const heights = computed(() => {
  const all = [
    ...floors.value.flatMap(({ y0, y1 }) => [y0, y1]),
    ...walls.value.flatMap(({ low, high }) => [low, high]),
  ]
  return all.length === 0 ? 1.5 : (Math.min(...all) + Math.max(...all)) / 2
})
const box = computed(() => {
  const w = width.value * props.pixel
  const h = height.value * props.pixel
  const s = view.plan ? alongCut(props.cut, [view.plan.x, view.plan.z]) : 0
  return { s: s - w / 2, top: (middle.value ?? heights.value) + h / 2, w, h }
})
const chosen = computed(() => (selection.things.length === 1 ? selection.things[0] : undefined))
const lifts = computed(() => (chosen.value ? liftsOf(show.value, props.cut, chosen.value) : []))
/** The chosen thing's heights drawn across, where the cut doesn't go through it. */
const isChosen = (kind: ThingRef['kind'], id: string) =>
  selection.things.some((one) => one.kind === kind && one.id === id)

const heightAt = (event: PointerEvent): number => {
  const { top } = frame.value!.getBoundingClientRect()
  return box.value.top - (event.clientY - top) * props.pixel
}
const SNAP = 0.05
/** A floor's height that is near, else five centimetres; Alt suspends both. */
function snapped(y: number, free: boolean): number {
  if (free) return Math.round(y * 1000) / 1000
  const near = show.value.place.floors.find((floor) => Math.abs(floor.y - y) < 7 * props.pixel)
  return near ? near.y : Math.round(y / SNAP) * SNAP
}
function take(lift: Lift, event: PointerEvent) {
  event.stopPropagation()
  const name = nameOfThing(show.value, chosen.value!)
  followPointer(event, {
    move: (e, far) => far && doc.drag((edit) => lift.drag(edit, snapped(heightAt(e), e.altKey))),
    end: (e, far) =>
      far
        ? doc.drop(`${lift.says} of ${name}`, (edit) => lift.drag(edit, snapped(heightAt(e), e.altKey)))
        : doc.letGo(),
    cancel: () => doc.letGo(),
  })
}
function pan(event: PointerEvent) {
  let last = event
  followPointer(event, {
    move: (e) => {
      middle.value = (middle.value ?? heights.value) + (e.clientY - last.clientY) * props.pixel
      if (view.plan) {
        const by = (e.clientX - last.clientX) * props.pixel
        view.plan = {
          ...view.plan,
          x: view.plan.x - by * Math.cos((props.cut.yaw * Math.PI) / 180),
          z: view.plan.z + by * Math.sin((props.cut.yaw * Math.PI) / 180),
        }
      }
      last = e
    },
    end: (_, far) => !far && selection.clear(),
  })
}
const choose = (kind: ThingRef['kind'], id: string) => selection.choose(kind, id)
const rect = ({ from, to, low, high }: Block) => ({ x: from, y: -high, width: to - from, height: high - low })
const r = (n: number) => n * props.pixel
const says = computed(() => {
  const { yaw, x, z } = props.cut
  return yaw === 0
    ? `at z ${plain(z, 1)} m, looking north`
    : `through ${plain(x, 1)}, ${plain(z, 1)} m, turned by ${plain(yaw, 0)}°`
})
const FACE = 11
</script>

<template>
  <section
    ref="frame"
    role="region"
    aria-label="Section"
    class="relative h-[38%] min-h-[130px] flex-none overflow-hidden border-t border-rule bg-ink-0 touch-none"
  >
    <svg
      class="absolute inset-0 size-full select-none"
      :viewBox="`${box.s} ${-box.top} ${box.w || 1} ${box.h || 1}`"
      :width="width"
      :height="height"
      @pointerdown="pan"
    >
      <rect :x="box.s" :y="-box.top" :width="box.w" :height="box.h" fill="transparent" />
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
      <rect
        v-for="prop in standing"
        :key="`p${prop.id}`"
        v-bind="rect(prop)"
        fill="var(--color-prop)"
        :stroke="isChosen('prop', prop.id) ? 'var(--color-lamp)' : 'var(--color-prop-edge)'"
        :stroke-width="r(1)"
        class="cursor-pointer"
        @pointerdown.stop="choose('prop', prop.id)"
      />
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
      <g v-for="(body, i) in bodies" :key="`b${i}`" class="pointer-events-none">
        <rect
          :x="body.s - body.radius"
          :y="-body.y - body.height"
          :width="2 * body.radius"
          :height="body.height"
          :rx="body.radius"
          fill="var(--color-lamp)"
          opacity="0.85"
        />
        <line
          :x1="body.s - body.radius - r(30)"
          :x2="body.s + body.radius + r(30)"
          :y1="-body.y - body.eye"
          :y2="-body.y - body.eye"
          stroke="var(--color-bone)"
          :stroke-width="r(1.2)"
          :stroke-dasharray="`${r(1.5)} ${r(4)}`"
        />
      </g>
      <g
        v-for="lift in lifts"
        :key="lift.key"
        :transform="`translate(${lift.s} ${-lift.y}) scale(${pixel})`"
        class="cursor-ns-resize"
        :data-lift="lift.key"
        @pointerdown="take(lift, $event)"
      >
        <title>{{ lift.says }}</title>
        <circle r="10" fill="transparent" />
        <path d="M-26 0h52" stroke="var(--color-lamp)" stroke-dasharray="2 3" />
        <circle r="3.6" fill="var(--color-ink-0)" stroke="var(--color-lamp)" stroke-width="1.6" />
        <text
          x="-10"
          y="-4"
          font-size="10"
          text-anchor="end"
          class="font-mono"
          fill="var(--color-lamp)"
          paint-order="stroke"
          stroke="var(--color-ink-0)"
          stroke-width="3"
        >
          {{ plain(lift.y, 2) }} m
        </text>
      </g>
    </svg>
    <p class="pointer-events-none absolute top-1.5 left-3 text-[11px] text-tide">Section {{ says }}</p>
  </section>
</template>
