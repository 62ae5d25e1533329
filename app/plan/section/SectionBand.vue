<script setup lang="ts">
import { inOwn, length as lengthOf } from '~/words/lengths'
import { thousandths, needed } from '~~/core/base'
import { useElementSize } from '@vueuse/core'
import type { Spot } from '~~/core/show'
import { positionAt } from '~~/core/engine'
import { nameOfThing } from '~/document/things'
import { useShow } from '~/document/show'
import { followPointer } from '~/frame/pointer-drag'
import { usePlayhead } from '~/frame/playhead'
import { useSelection } from '~/frame/selection'
import { useView } from '~/frame/view'
import { useRun } from '~/run/current-run'
import { plain } from '~/words/time'
import { carrying } from '../forms/carried'
import { hangPrompt, promptsHung } from '../forms/prompts'
import { alongCut, floorsCut, isNearCut, liftsOf, wallsCut, zonesCut, type Cut, type Lift } from './section'
import SectionStep from './SectionStep.vue'
import SectionPlace from './SectionPlace.vue'

/** A cut through the place: floors, walls, zones, lights and who walks, at the plan's scale; heights are dragged here. */
const props = defineProps<{ cut: Cut; pixel: number }>()
const doc = useShow()
const runs = useRun()
const playhead = usePlayhead()
const selection = useSelection()
const view = useView()
const frame = ref<HTMLElement>()
const { width, height } = useElementSize(frame)

/** The middle of what is seen (m above nought). */
const middle = ref<number>()
const show = computed(() => doc.now)
const floors = computed(() => floorsCut(show.value, props.cut))
const walls = computed(() => wallsCut(show.value, props.cut))
const prompts = computed(() => promptsHung(show.value).filter(({ over }) => isNearCut(props.cut, over)))
const bodies = computed(() => {
  const { run } = runs
  if (!run) return []
  const { player } = show.value
  return run.paths.flatMap((path, index) => {
    const at = positionAt(path, playhead.t)
    if (!run.players[index] || !isNearCut(props.cut, at)) return []
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
/** A prompt that is open at the desk is lifted as what is chosen is. */
const openPrompt = computed(() => prompts.value.find(({ step }) => step === selection.step))
const lifts = computed((): Lift[] => {
  if (chosen.value) return liftsOf(show.value, props.cut, chosen.value)
  const hung = openPrompt.value
  if (!hung) return []
  const s = alongCut(props.cut, [hung.over[0], hung.over[2]])
  const drag: Lift['drag'] = (edit, y) => hangPrompt(edit, hung, y)
  return [{ key: 'prompt', s, y: hung.over[1] + hung.step.lift, says: 'Height of the prompt', drag }]
})
/** Somebody beside the chosen zone, as tall and wide as players are, where the floor is. */
const beside = computed(() => {
  const zone =
    selection.things.length === 1 && zonesCut(show.value, props.cut).find(({ id }) => id === selection.zone?.id)
  if (!zone) return undefined
  const { player } = show.value
  const s = zone.to + player.radius + 0.15
  const here = floors.value.filter(({ from, to }) => from <= s && s <= to)
  const y = here.map(({ from, to, y0, y1 }) => y0 + ((y1 - y0) * (s - from)) / (to - from || 1)).filter((each) => each <= zone.high).sort((a, b) => b - a)[0] // prettier-ignore
  return { s, y: y ?? zone.low, ...player }
})
const heightAt = (event: PointerEvent): number => {
  const { top } = needed(frame.value, 'frame').getBoundingClientRect()
  return box.value.top - (event.clientY - top) * props.pixel
}
/** Where along the cut, and how high, a pointer is (m). */
const placeAt = (event: PointerEvent): Spot => {
  const { left } = needed(frame.value, 'frame').getBoundingClientRect()
  return [box.value.s + (event.clientX - left) * props.pixel, heightAt(event)]
}
const SNAP = 0.05
/** A floor's height that is near, else five centimetres; Alt suspends both. */
function snapped(y: number, free: boolean): number {
  if (free) return thousandths(y)
  const near = show.value.place.floors.find((floor) => Math.abs(floor.y - y) < 7 * props.pixel)
  return near ? near.y : Math.round(y / SNAP) * SNAP
}
function take(lift: Lift, event: PointerEvent) {
  event.stopPropagation()
  const name = chosen.value ? nameOfThing(show.value, chosen.value) : openPrompt.value!.cue.name
  const lifted = (e: PointerEvent) => carrying((edit) => lift.drag(edit, snapped(heightAt(e), e.altKey)))
  followPointer(event, {
    move: (e, far) => far && doc.drag(lifted(e)),
    end: (e, far) => (far ? doc.drop(`${lift.says} of ${name}`, lifted(e)) : doc.letGo()),
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
const r = (n: number) => n * props.pixel
const says = computed(() => {
  const { yaw, x, z } = props.cut
  return yaw === 0
    ? `at z ${lengthOf(z, 1)}, looking north`
    : `through ${inOwn(x, 1)}, ${lengthOf(z, 1)}, turned by ${plain(yaw, 0)}°`
})
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
      <SectionPlace :cut="cut" :pixel="pixel" />
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
      <g v-if="beside" class="pointer-events-none" fill="none" data-measured-beside>
        <rect
          :x="beside.s - beside.radius"
          :y="-beside.y - beside.height"
          :width="2 * beside.radius"
          :height="beside.height"
          :rx="beside.radius"
          stroke="var(--color-weed)"
          :stroke-width="r(1.2)"
          :stroke-dasharray="`${r(3)} ${r(2)}`"
        />
        <line
          :x1="beside.s - beside.radius"
          :x2="beside.s + beside.radius"
          :y1="-beside.y - beside.eye"
          :y2="-beside.y - beside.eye"
          stroke="var(--color-bone)"
          :stroke-width="r(1)"
        />
        <circle :cx="beside.s" :cy="-beside.y" :r="r(2.2)" fill="var(--color-bone)" />
      </g>
      <SectionStep v-if="selection.step" :cut="cut" :pixel="pixel" :spot-at="placeAt" />
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
          {{ lengthOf(lift.y, 2) }}
        </text>
      </g>
    </svg>
    <p class="pointer-events-none absolute top-1.5 left-3 text-[11px] text-tide">Section {{ says }}</p>
  </section>
</template>
