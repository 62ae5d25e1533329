<script setup lang="ts">
import { floorAt } from '~~/core/space'
import { freeId, type Shape, type Spot, type Walk } from '~~/core/show'
import { useRun } from '~/run/run'
import { useSelection } from '~/frame/selection'
import { useShow } from '~/document/show'
import { useEventListener } from '@vueuse/core'
import { drawn, handlesOf, type Handle } from './handles'
import { moved, round, snapped } from './geometry'
import { followPointer } from '~/frame/pointer-drag'
import type { Tool } from './PlanTools.vue'
import PlanPlace from './PlanPlace.vue'
import PlanWays from './PlanWays.vue'
import PlanWalks from './PlanWalks.vue'
import PlanLights from './PlanLights.vue'
import PlanTools from './PlanTools.vue'
import PlanZones from './PlanZones.vue'
import PlanDraft from './PlanDraft.vue'
import { usePlanView } from './plan-view'
import { useZoneEdits } from './zone-edits'

const doc = useShow()
const runs = useRun()
const selection = useSelection()
const zones = useZoneEdits()
const frame = ref<HTMLElement>()
const { pixel, box, fit, spotAt, pan, zoom, width, height } = usePlanView(frame)

const tool = ref<Tool>('choose')
/** What is being drawn: a zone between two spots, or the points of a walk. */
const drawing = ref<{ kind: Shape['kind']; a: Spot; b: Spot }>()
const route = ref<Spot[]>([])
const hover = ref<Spot>()

const floorHere = (x: number, z: number) => floorAt(doc.show!.place.floors, x, z) ?? 0
const spot = (event: PointerEvent | MouseEvent): Spot => {
  const [x, z] = spotAt(event)
  return [snapped(x, event.altKey), snapped(z, event.altKey)]
}

function takeZone(id: string, event: PointerEvent) {
  if (tool.value !== 'choose' || event.button !== 0) return
  event.stopPropagation()
  const under =
    selection.zone &&
    selection.zone.id !== id &&
    document
      .elementsFromPoint(event.clientX, event.clientY)
      .some((e) => e.getAttribute('data-plan-zone') === selection.zone!.id)
      ? selection.zone.id
      : id
  const zone = doc.show!.zones.find((z) => z.id === under)!
  const [x0, z0] = spotAt(event)
  const moveBy = (e: PointerEvent): [number, number] => {
    const [x, z] = spotAt(e)
    return [snapped(x - x0, e.altKey), snapped(z - z0, e.altKey)]
  }
  followPointer(event, {
    move: (e, far) => {
      if (!far) return
      selection.choose('zone', under)
      doc.drag((edit) => edit.set(['zones', under, 'shape'], moved(zone.shape, ...moveBy(e))))
    },
    end: (e, far) => {
      if (far)
        doc.drop(`Move ${zone.name}`, (edit) => edit.set(['zones', under, 'shape'], moved(zone.shape, ...moveBy(e))))
      else selection.choose('zone', id)
    },
    cancel: () => doc.letGo(),
  })
}

function takeHandle(handle: Handle, event: PointerEvent) {
  event.stopPropagation()
  const zone = selection.zone!
  const shape = (e: PointerEvent) => handle.drag(...spot(e), e.altKey)
  followPointer(event, {
    move: (e) => doc.drag((edit) => edit.set(['zones', zone.id, 'shape'], shape(e))),
    end: (e, far) =>
      far
        ? doc.drop(`${handle.turns ? 'Turn' : 'Resize'} ${zone.name}`, (edit) =>
            edit.set(['zones', zone.id, 'shape'], shape(e)),
          )
        : doc.letGo(),
    cancel: () => doc.letGo(),
  })
}

function takePoint(index: number, event: PointerEvent) {
  event.stopPropagation()
  const walk = selection.walk!
  selection.point = index
  const at = (e: PointerEvent) => {
    const [x, z] = spot(e)
    return [round(x), round(floorHere(x, z)), round(z)]
  }
  const put = (e: PointerEvent) => walk.points.map((point, i) => (i === index ? { ...point, at: at(e) } : point))
  followPointer(event, {
    move: (e, far) => far && doc.drag((edit) => edit.set(['walks', walk.id, 'points'], put(e))),
    end: (e, far) =>
      far
        ? doc.drop(`Move a point of ${walk.name}`, (edit) => edit.set(['walks', walk.id, 'points'], put(e)))
        : doc.letGo(),
    cancel: () => doc.letGo(),
  })
}

const newPoint = ([x, z]: Spot, like: object = {}) => ({
  pause: 0,
  use: false,
  useAfter: 0,
  look: 'ahead' as const,
  arrive: false,
  ...like,
  at: [round(x), round(floorHere(x, z)), round(z)] as [number, number, number],
})

function addPoint(after: number, event: MouseEvent) {
  const walk = selection.walk!
  const { pace } = walk.points[after]!
  doc.edit(`Add a point to ${walk.name}`, (edit) =>
    edit.set(
      ['walks', walk.id, 'points'],
      walk.points.toSpliced(after + 1, 0, newPoint(spot(event), pace === undefined ? {} : { pace })),
    ),
  )
  selection.point = after + 1
}

function press(event: PointerEvent) {
  if (event.button === 1 || (event.button === 0 && tool.value === 'choose')) return grab(event)
  if (event.button !== 0) return
  if (tool.value === 'walk') return
  const kind = tool.value as Shape['kind']
  const a = spot(event)
  drawing.value = { kind, a, b: a }
  followPointer(event, {
    move: (e) => (drawing.value = { kind, a, b: spot(e) }),
    end: (e, far) => {
      const b: Spot = far ? spot(e) : [a[0] + 2, a[1] + 2]
      drawing.value = undefined
      tool.value = 'choose'
      zones.create(drawn(kind, a, b, round(floorHere(...a))))
    },
    cancel: () => (drawing.value = undefined),
  })
}

function grab(event: PointerEvent) {
  let last = event
  followPointer(event, {
    move: (e) => {
      pan(e.clientX - last.clientX, e.clientY - last.clientY)
      last = e
    },
    end: (_, far) => !far && selection.clear(),
  })
}

function click(event: MouseEvent) {
  if (tool.value === 'walk') route.value = [...route.value, spot(event)]
}
function endWalk() {
  const spots = route.value.filter(
    ([x, z], i, all) => i === 0 || Math.hypot(x - all[i - 1]![0], z - all[i - 1]![1]) > 0.05,
  )
  route.value = []
  if (spots.length < 2) return
  const { walks } = doc.show!
  const name = `Walk ${walks.length + 1}`
  const walk: Walk = {
    id: freeId(
      name,
      walks.map((w) => w.id),
    ),
    name,
    body: { kind: 'player', tags: [] },
    start: 0,
    points: spots.map((at) => newPoint(at)),
  }
  tool.value = 'choose'
  if (!doc.edit(`Draw ${name}`, (edit) => edit.add(['walks'], walk))) return
  selection.choose('walk', walk.id)
  runs.walks = [walk.id]
}
watch(tool, () => {
  drawing.value = undefined
  route.value = []
})
function key(event: KeyboardEvent) {
  if (tool.value === 'choose') return
  if (event.key === 'Enter') endWalk()
  else if (event.key === 'Escape') tool.value = 'choose'
  else return
  event.stopPropagation()
  event.preventDefault()
}
useEventListener(window, 'keydown', key, { capture: true })

const held = computed(() => (selection.zone?.tiedTo ? undefined : selection.zone?.shape))
const handles = computed(() => (held.value && tool.value === 'choose' ? handlesOf(held.value, 20 * pixel.value) : []))
const draft = computed(() => drawing.value && drawn(drawing.value.kind, drawing.value.a, drawing.value.b, 0))
const square = computed(() => [0.5, 1, 2, 5, 10, 20].find((m) => m / pixel.value > 15) ?? 50)
const footer = computed(() => {
  const at = hover.value ? ` · ${hover.value[0].toFixed(1)}, ${hover.value[1].toFixed(1)} m` : ''
  if (tool.value === 'walk')
    return `click where the walk goes · Enter or a double click ends it · Escape leaves it${at}`
  if (tool.value !== 'choose') return `drag from corner to corner · Alt suspends snapping · Escape leaves it${at}`
  return `1 square = ${square.value} m · walk ticks every second, large every 10 s${at}`
})
</script>

<template>
  <section
    ref="frame"
    role="region"
    aria-label="Plan"
    class="relative min-w-0 overflow-hidden bg-ink-0 touch-none"
    @wheel.prevent="zoom(Math.exp($event.deltaY * ($event.ctrlKey ? 0.01 : 0.0016)), spotAt($event))"
  >
    <svg
      class="absolute inset-0 size-full select-none"
      :class="tool === 'choose' ? '' : 'cursor-crosshair'"
      :viewBox="`${box.x} ${box.z} ${box.w || 1} ${box.h || 1}`"
      :width="width"
      :height="height"
      @pointerdown="press"
      @click="click"
      @dblclick="tool === 'walk' && endWalk()"
      @pointermove="hover = spotAt($event)"
      @pointerleave="hover = undefined"
    >
      <defs>
        <pattern id="squares" :width="square" :height="square" patternUnits="userSpaceOnUse">
          <path :d="`M${square} 0H0V${square}`" fill="none" stroke="#172127" :stroke-width="pixel" />
        </pattern>
        <pattern
          id="survey"
          :width="7 * pixel"
          :height="7 * pixel"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(38)"
        >
          <rect :width="7 * pixel" :height="7 * pixel" fill="#ece4d4" opacity="0.02" />
          <path :d="`M0 0v${7 * pixel}`" stroke="#ece4d4" :stroke-width="0.8 * pixel" opacity="0.3" />
        </pattern>
        <pattern id="slope" :width="9 * pixel" :height="9 * pixel" patternUnits="userSpaceOnUse">
          <path :d="`M0 0v${9 * pixel}`" stroke="#ece4d4" :stroke-width="pixel" opacity="0.14" />
        </pattern>
        <radialGradient id="glow">
          <stop offset="0" stop-color="#f4b55f" stop-opacity="0.45" />
          <stop offset="1" stop-color="#f4b55f" stop-opacity="0" />
        </radialGradient>
      </defs>
      <rect :x="box.x" :y="box.z" :width="box.w" :height="box.h" fill="url(#squares)" />
      <template v-if="doc.isOpen">
        <PlanPlace :pixel="pixel" />
        <PlanLights :pixel="pixel" />
        <PlanWays :pixel="pixel" :free="tool === 'choose'" />
        <PlanZones :pixel="pixel" @take="takeZone" />
        <PlanWalks :pixel="pixel" @take-point="takePoint" @add-point="addPoint" />
        <g
          v-for="handle in handles"
          :key="handle.key"
          :transform="`translate(${handle.x} ${handle.z}) scale(${pixel})`"
          class="cursor-pointer"
          :data-handle="handle.key"
          @pointerdown="takeHandle(handle, $event)"
        >
          <circle r="9" fill="transparent" />
          <path
            v-if="handle.turns"
            d="M-4.500 2a5 5 0 1 1 3 2.600M-4.800-2.500v4.700h4.700"
            fill="none"
            stroke="#f4b55f"
            stroke-width="1.600"
          />
          <circle v-else r="3.6" fill="#0c1114" stroke="#f4b55f" stroke-width="1.6" />
        </g>
        <PlanDraft v-if="draft" :shape="draft" :pixel="pixel" />
        <polyline
          v-if="route.length > 0"
          :points="[...route, ...(hover ? [hover] : [])].map((s) => s.join(',')).join(' ')"
          fill="none"
          stroke="#7fb2d9"
          :stroke-width="1.5 * pixel"
          :stroke-dasharray="`${5 * pixel} ${4 * pixel}`"
        />
      </template>
    </svg>
    <PlanTools v-model="tool" class="absolute top-2.5 left-2.5" @fit="fit" />
    <p class="pointer-events-none absolute bottom-2 left-3 font-mono text-[10px] text-bone-3">{{ footer }}</p>
  </section>
</template>
