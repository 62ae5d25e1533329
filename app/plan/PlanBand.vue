<script setup lang="ts">
import { inOwn, length as lengthOf } from '~/words/lengths'
import { steady, keptFor } from '~/document/steady'
import { useMutationObserver } from '@vueuse/core'
import { fetched } from '~/frame/fetched'
import { probe } from '~/document/probe'
import { type ThingKind } from '~/document/things'
import { useShow } from '~/document/show'
import { droppedAt } from '~/frame/dropped'
import { picking } from '~/frame/picking'
import { tracksSeen } from '~/frame/tracks-seen'
import { compared } from '~/run/compared'
import { lentMoment } from '~/run/lent-moment'
import { useSelection } from '~/frame/selection'
import { useView } from '~/frame/view'
import { alike, type Spot } from '~~/core/show'
import type { Rect } from './canvas/names'
import { cutAlong } from './ways/poses'
import { squareAt } from './canvas/paint-ground'
import type { Sight } from './canvas/sight'
import { useChosenThings } from './chosen-things'
import { usePlanDrawing } from './hand/drawing'
import { snapped } from './forms/snapping'
import { usePlanGestures } from './hand/gestures'
import { useKeyPointer } from './hand/key-pointer'
import { liesOverPlan, overPlan } from './over-plan'
import { usePlanView } from './plan-view'
import { boxOfThing, holdsOfThing, type Box } from './forms/thing-forms'
import { deletionAsked } from './hand/thing-edits'
import { toolEntry, type Tool } from './hand/tools'
import PlanCanvas from './PlanCanvas.vue'
import PlanChosen from './PlanChosen.vue'
import PlanStoreys from './PlanStoreys.vue'
import PlanTools from './PlanTools.vue'
import PlanWalks from './ways/PlanWalks.vue'
import { usePassing } from './ways/passing'
import { useWalkGestures } from './hand/walk-gestures'
import { needed } from '~~/core/base'

/** The place from above, and what the hand does in it. */
const emit = defineEmits<{ bring: [] }>()
const doc = useShow()
/** Asked apart: no other edit draws the plan anew. */
const hasRemarks = computed(() => (doc.show?.remarks.length ?? 0) > 0)
const selection = useSelection()
const view = useView()
const passing = usePassing()
const frame = ref<HTMLElement>()
const { pixel, box, fit, spotAt, pan, zoom, width, height } = usePlanView(frame)
const reach = { spotAt, pan, pixel: () => pixel.value }
const { press, takeHold, lasso, nameUnder } = usePlanGestures(reach)
const { takePoint, takeOnward, addPoint } = useWalkGestures(reach)
const drawing = usePlanDrawing(reach)
const { tool, stays, draft, measure } = drawing
watch(picking, (asks) => {
  tool.value = (asks?.draws as Tool | undefined) ?? 'choose'
})
/** Whoever puts the tool away draws nothing for who asked. */
watch(tool, (now) => {
  if (picking.value?.draws !== undefined && now !== picking.value.draws)
    void nextTick(() => (picking.value = undefined))
})
const DeleteQuestion = fetched(() => import('./DeleteQuestion.vue'))
const SectionBand = fetched(() => import('./section/SectionBand.vue'))
const PlanDraft = fetched(() => import('./PlanDraft.vue'))
const PlanPassing = fetched(() => import('./ways/PlanPassing.vue'))
const PlanUnreached = fetched(() => import('./ways/PlanUnreached.vue'))
/** Nobody copies before anything is seen. */
const PlanClipboard = fetched(() => import('./PlanClipboard.vue'))
const PlanCompared = fetched(() => import('./PlanCompared.vue'))
const PlanAmbience = fetched(() => import('./ambience/PlanAmbience.vue'))
const PlanStep = fetched(() => import('./PlanStep.vue'))
const PlanTracks = fetched(() => import('./PlanTracks.vue'))
const PlanRemarks = fetched(() => import('./PlanRemarks.vue'))
const PlanListener = fetched(() => import('./PlanListener.vue'))
const PlanCut = fetched(() => import('./section/PlanCut.vue'))
const middleIn = ([x0, z0, x1, z1]: Box) => ({ x: (x0 + x1) / 2, z: (z0 + z1) / 2 })
/** Until somebody has put it elsewhere the section cuts through what the open step moves, the middle of the chosen thing, or of what is seen. */
const cut = steady(() => {
  if (view.cut) return view.cut
  const along = doc.show && selection.step && cutAlong(doc.show, selection.step)
  if (along) return along
  const [one] = selection.things
  const within = one && doc.show && boxOfThing(doc.show, one.kind, one.id)
  if (within) return { ...middleIn(within), yaw: 0 }
  return { x: view.plan?.x ?? 0, z: view.plan?.z ?? 0, yaw: 0 }
})
const hover = ref<Spot>()
const under = ref<string>()

const sight = computed((): Sight => ({
  x: box.value.x,
  z: box.value.z,
  scale: 1 / pixel.value,
  width: width.value,
  height: height.value,
}))
/** What lies over the plan: tools and panels stay where they are while one pans, words of its own go along. */
const tools = shallowRef<readonly Rect[]>([])
const words = shallowRef<readonly Rect[]>([])
/** The way around whose words names keep clear of. */
const heeded = shallowRef<Spot>()
const over = computed(() => [...tools.value, ...words.value])
const chosen = useChosenThings(sight, () => over.value)
const taken = () => [...over.value, ...chosen.names.value.map(({ rect }) => rect)]
const way = computed(() => passing.passing?.way)
function lookOver() {
  if (!frame.value) return
  const [toolsNow, wordsNow] = [overPlan(frame.value), overPlan(frame.value, 'words')]
  if (!alike(toolsNow, tools.value)) tools.value = toolsNow
  if (!alike(wordsNow, words.value)) words.value = wordsNow
  heeded.value = wordsNow.length > 0 ? way.value?.at : undefined
}
watch(
  () => [width.value, height.value, tool.value, view.seen, way.value, way.value && sight.value],
  lookOver,
  { flush: 'post' },
) // prettier-ignore
// Panels come when they have been fetched.
useMutationObserver(
  computed(() => frame.value?.parentElement?.parentElement),
  (records) => records.some(liesOverPlan) && lookOver(),
  { childList: true, subtree: true },
)
/** Other names are laid out anew when what they keep clear of has changed, but for where one looks: that is drawn when the hand rests. */
const stir = computed(() => [chosen.settled.value, tools.value.join(' '), heeded.value].join('\n'))
const chosenZone = computed(() => selection.zone?.id)
/** What one takes hold of goes by where the chosen thing stands: what else an edit changes moves none of it. */
const holds = keptFor(
  () => [selection.things, tool.value, pixel.value, doc.place, selection.zone?.shape, selection.zone?.tiedTo],
  () =>
    doc.show && tool.value === 'choose' && selection.things.length === 1
      ? holdsOfThing(doc.show, selection.things[0]!, 20 * pixel.value)
      : [],
)
const square = computed(() => squareAt(1 / pixel.value))
const footer = computed(() => {
  const at = hover.value ? ` · ${inOwn(hover.value[0], 1)}, ${lengthOf(hover.value[1], 1)}` : ''
  const asks = picking.value ? `${picking.value.says}: ` : ''
  if (tool.value !== 'choose')
    return `${asks}${stays.value ? 'stays in hand · ' : ''}${toolEntry(tool.value).says}${at}`
  if (asks) return `${asks}${picking.value?.spot ? 'click where' : 'click it'} · Escape leaves it${at}`
  if (under.value) return `${under.value}${at}`
  return `1 square = ${lengthOf(square.value)} · walk ticks every second, large every 10 s${at}`
})

function down(event: PointerEvent) {
  if (tool.value === 'choose' || event.button === 1) press(event)
  else if (event.button === 0) drawing.press(event)
}
function moved(event: PointerEvent) {
  hover.value = spotAt(event)
  if (tool.value !== 'choose') {
    under.value = undefined
    void drawing.hover(event)
  } else if (event.buttons === 0) under.value = nameUnder(event)
}
/** What is dropped here is put on the grid of the plan. */
function dropped(event: DragEvent) {
  const [x, z] = spotAt(event)
  droppedAt.value = [snapped(x, event.altKey), snapped(z, event.altKey)]
}
const click = (event: MouseEvent) => tool.value !== 'choose' && drawing.click(event)

/** Where on the page a thing of the plan is, for whoever drives it from outside. */
function spotOnPage(kind: ThingKind, id: string): { x: number; y: number } | undefined {
  const within = doc.show && boxOfThing(doc.show, kind, id)
  if (!within || !frame.value) return undefined
  const { x, z } = middleIn(within)
  return onPage(x, z)
}
function onPage(x: number, z: number): { x: number; y: number } {
  const { left, top } = needed(frame.value, 'frame').getBoundingClientRect()
  return { x: left + (x - box.value.x) / pixel.value, y: top + (z - box.value.z) / pixel.value }
}
/** The pointer of whoever has no mouse. */
const hasKeys = ref(false)
const keyPointer = useKeyPointer({
  frame,
  tool,
  onPage,
  middle: () => [box.value.x + box.value.w / 2, box.value.z + box.value.h / 2],
  pan,
  zoom,
  fit,
})
const { cross, held } = keyPointer
probe({ thingOnPage: spotOnPage, spotOnPage: onPage })
</script>

<template>
  <div class="flex min-h-0 min-w-0 flex-col">
    <section
      ref="frame"
      role="region"
      aria-label="Plan"
      tabindex="0"
      data-takes-keys
      @drop="dropped"
      class="relative isolate min-h-0 min-w-0 flex-1 overflow-hidden bg-ink-0 touch-none"
      :class="hasKeys ? 'outline-2 -outline-offset-2 outline-tide' : 'outline-none'"
      @keydown="hasKeys && keyPointer.key($event)"
      @focus="hasKeys = frame!.matches(':focus-visible')"
      @blur="hasKeys = false"
      @pointerdown.capture="hasKeys &&= !$event.isTrusted"
      @wheel.prevent="zoom(Math.exp($event.deltaY * ($event.ctrlKey ? 0.01 : 0.0016)), spotAt($event))"
    >
      <PlanCanvas v-if="doc.isOpen" :sight="sight" :taken="taken" :stir="stir" />
      <PlanAmbience v-if="doc.isOpen && view.ambience" :sight="sight" :at="hover" />
      <svg
        class="absolute inset-0 size-full select-none"
        :class="tool !== 'choose' ? 'cursor-crosshair' : under ? 'cursor-move' : ''"
        :viewBox="`${box.x} ${box.z} ${box.w || 1} ${box.h || 1}`"
        :width="width"
        :height="height"
        @pointerdown="down"
        @click="click"
        @dblclick="tool !== 'choose' && drawing.end()"
        @pointermove="moved"
        @pointerleave="hover = under = undefined"
      >
        <defs>
          <pattern
            id="survey"
            :width="7 * pixel"
            :height="7 * pixel"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(38)"
          >
            <rect :width="7 * pixel" :height="7 * pixel" fill="var(--color-bone)" opacity="0.02" />
            <path :d="`M0 0v${7 * pixel}`" stroke="var(--color-bone)" :stroke-width="0.8 * pixel" opacity="0.3" />
          </pattern>
        </defs>
        <rect :x="box.x" :y="box.z" :width="box.w" :height="box.h" fill="transparent" />
        <template v-if="doc.isOpen">
          <PlanCut v-if="view.section" :cut="cut" :pixel="pixel" :box="box" :spot-at="spotAt" />
          <PlanChosen :things="chosen.things.value" :names="chosen.names.value" :sight="sight" />

          <PlanCompared v-if="compared" :pixel="pixel" />
          <PlanUnreached v-if="passing.looks" :pixel="pixel" />
          <PlanPassing v-if="chosenZone !== undefined" :zone="chosenZone" :pixel="pixel" />
          <PlanWalks
            :pixel="pixel"
            :draws="tool !== 'choose'"
            @take-point="takePoint"
            @take-onward="takeOnward"
            @add-point="addPoint"
          />
          <g
            v-for="hold in holds"
            :key="hold.key"
            :transform="`translate(${hold.x} ${hold.z}) scale(${pixel})`"
            class="cursor-pointer"
            :data-handle="hold.key"
            @pointerdown="takeHold(hold, $event)"
          >
            <title>{{ hold.says }}</title>
            <circle r="9" fill="transparent" />
            <path
              v-if="hold.look === 'turn'"
              d="M-4.500 2a5 5 0 1 1 3 2.600M-4.800-2.500v4.700h4.700"
              fill="none"
              stroke="var(--color-lamp)"
              stroke-width="1.600"
            />
            <path
              v-else-if="hold.look === 'along'"
              d="M0-5L5 0L0 5L-5 0Z"
              fill="var(--color-ink-0)"
              stroke="var(--color-lamp)"
              stroke-width="1.6"
            />
            <circle v-else r="3.6" fill="var(--color-ink-0)" stroke="var(--color-lamp)" stroke-width="1.6" />
          </g>
          <PlanStep v-if="selection.step" :pixel="pixel" :spot-at="spotAt" />
          <PlanTracks v-if="tracksSeen.length > 0" :tracks="tracksSeen" :pixel="pixel" />
          <PlanRemarks v-if="hasRemarks" :pixel="pixel" />
          <PlanListener v-if="lentMoment" :moment="lentMoment" :pixel="pixel" :spot-at="spotAt" />
          <PlanDraft v-if="tool !== 'choose'" :draft="draft" :measure="measure" :pixel="pixel" :edge="box.x + box.w" />
          <path
            v-if="cross && hasKeys"
            :transform="`translate(${cross[0]} ${cross[1]}) scale(${pixel})`"
            :d="`M-12 0h9M3 0h9M0-12v9M0 3v9${held ? 'M-3-3h6v6h-6z' : ''}`"
            fill="none"
            stroke="var(--color-tide)"
            stroke-width="1.5"
            class="pointer-events-none"
            data-cross
          />
          <rect
            v-if="lasso"
            :x="Math.min(lasso.a[0], lasso.b[0])"
            :y="Math.min(lasso.a[1], lasso.b[1])"
            :width="Math.abs(lasso.b[0] - lasso.a[0])"
            :height="Math.abs(lasso.b[1] - lasso.a[1])"
            fill="none"
            stroke="var(--color-tide)"
            :stroke-width="pixel"
            :stroke-dasharray="`${4 * pixel} ${3 * pixel}`"
            data-lasso
          />
        </template>
      </svg>
      <PlanTools
        v-model="tool"
        v-model:stays="stays"
        v-model:ambience="view.ambience"
        class="absolute top-2.5 left-2.5"
        data-over-plan
        @fit="fit"
        @bring="emit('bring')"
      />
      <PlanStoreys class="absolute top-14 left-2.5" data-over-plan />
      <p data-over-plan="line" class="pointer-events-none absolute bottom-2 left-3 font-mono text-[10px] text-bone-3">
        {{ footer }}
      </p>
      <PlanClipboard v-if="doc.isOpen" :pointer="hover" />
      <DeleteQuestion v-if="deletionAsked" />
    </section>
    <SectionBand v-if="view.section && doc.isOpen" :cut="cut" :pixel="pixel" />
  </div>
</template>
