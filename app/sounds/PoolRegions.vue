<script setup lang="ts">
import { withId, needed } from '~~/core/base'
import type { Pool, Editor, Range } from '~~/core/show'
import { useShow } from '~/document/show'
import { followPointer } from '~/frame/pointer-drag'
import { plain } from '~/words/time'
import type { Draw } from './pool-draws'
import { useSounds } from './sounds'
import { elementOf } from '~/frame/event-targets'

/** A pool as regions: each sound as wide as its pitch is spread, as high as its level is; where it lies by its own pitch and loudness. */
const props = defineProps<{ pool: Pool; draws: readonly Draw[]; at: number }>()
const store = useSounds()
const doc = useShow()
const WIDE = 372
const HIGH = 150
const LEFT = 30
const FOOT = 16

interface Region {
  id: string
  name: string
  weight: number
  /** In octaves over 20 Hz, and LUFS. */
  pitch: number
  level: number
}
const regions = computed((): Region[] =>
  props.pool.sounds.flatMap(({ sound: id, weight }) => {
    const sound = store.sounds.find((each) => each.id === id)
    const measured = sound && store.known.get(sound.asset)?.measured
    if (!sound || !measured) return []
    const level = (measured.loudestMoment ?? measured.integrated ?? -60) + sound.gain
    return [{ id, name: sound.name, weight, pitch: Math.log2((measured.centre ?? 500) / 20), level }]
  }),
)
const reach = computed((): { pitch: Range; level: Range } => {
  const { gain, pitch } = props.pool
  const low = regions.value.map((r) => [r.pitch + pitch[0] / 1200, r.level + gain[0]] as const)
  const high = regions.value.map((r) => [r.pitch + pitch[1] / 1200, r.level + gain[1]] as const)
  const pitches = [...low, ...high].map(([p]) => p)
  const levels = [...low, ...high].map(([, l]) => l)
  const [p0, p1] = [Math.min(...pitches), Math.max(...pitches)]
  const [l0, l1] = [Math.min(...levels), Math.max(...levels)]
  return { pitch: [p0 - 0.4, p1 + 0.4], level: [l0 - 4, l1 + 4] }
})
const x = (pitch: number) =>
  LEFT + ((pitch - reach.value.pitch[0]) / (reach.value.pitch[1] - reach.value.pitch[0])) * (WIDE - LEFT)
const y = (level: number) =>
  ((reach.value.level[1] - level) / (reach.value.level[1] - reach.value.level[0])) * (HIGH - FOOT)
const boxes = computed(() => {
  const { gain, pitch } = props.pool
  const most = Math.max(...regions.value.map(({ weight }) => weight), 1e-9)
  return regions.value.map((region, i) => {
    const [left, right] = [x(region.pitch + pitch[0] / 1200), x(region.pitch + pitch[1] / 1200)]
    const [top, foot] = [y(region.level + gain[1]), y(region.level + gain[0])]
    return {
      ...region,
      left,
      top,
      width: Math.max(10, right - left),
      height: Math.max(10, foot - top),
      ink: 0.03 + (0.14 * region.weight) / most,
      // Names of regions that lie on each other stand at different corners.
      nameY: i % 2 === 0 ? top + Math.max(10, foot - top) - 4 : top + 11,
      nameX: i % 4 < 2 ? left + 4 : Math.max(left + 4, right - 34),
    }
  })
})
const placed = computed(() =>
  props.draws.flatMap((draw) => {
    const region = regions.value.find(({ id }) => id === draw.sound)
    if (!region) return []
    const own = withId(store.sounds, draw.sound).gain
    return [{ ...draw, x: x(region.pitch + draw.pitch / 1200), y: y(region.level + draw.gain - own) }]
  }),
)
const thread = computed(() =>
  placed.value.map(({ x, y }, i) => `${i === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`).join(''),
)
const levels = computed(() => {
  const [least, most] = reach.value.level
  const step = most - least > 30 ? 10 : 5
  return Array.from({ length: 12 }, (_, i) => Math.ceil(least / step) * step + i * step).filter((l) => l <= most)
})
const hertz = computed(() =>
  [50, 100, 200, 500, 1000, 2000, 5000, 10_000].filter((h) => {
    const p = Math.log2(h / 20)
    return p > reach.value.pitch[0] && p < reach.value.pitch[1]
  }),
)

/** An edge of a region is dragged: all regions spread alike, since the spread is the pool's. */
function spread(event: PointerEvent, side: 'left' | 'right' | 'top' | 'foot', box: { pitch: number; level: number }) {
  event.stopPropagation()
  const svg = needed(elementOf(event).closest('svg'), 'picture')
  const { pool } = props
  const kept = reach.value
  const at = (e: PointerEvent) => {
    const { left, top, width, height } = svg.getBoundingClientRect()
    const px = ((e.clientX - left) * WIDE) / width
    const py = ((e.clientY - top) * HIGH) / height
    const pitch = kept.pitch[0] + ((px - LEFT) / (WIDE - LEFT)) * (kept.pitch[1] - kept.pitch[0])
    const level = kept.level[1] - (py / (HIGH - FOOT)) * (kept.level[1] - kept.level[0])
    const cents = Math.round(((pitch - box.pitch) * 1200) / 10) * 10
    const gain = Math.round((level - box.level) * 2) / 2
    const all: { [side: string]: ['pitch' | 'gain', Range] } = {
      left: ['pitch', [Math.min(cents, pool.pitch[1]), pool.pitch[1]]],
      right: ['pitch', [pool.pitch[0], Math.max(cents, pool.pitch[0])]],
      top: ['gain', [pool.gain[0], Math.max(gain, pool.gain[0])]],
      foot: ['gain', [Math.min(gain, pool.gain[1]), pool.gain[1]]],
    }
    const next = all[side]
    return (edit: Editor) => next && edit.set(['pools', pool.id, next[0]], next[1])
  }
  followPointer(event, {
    move: (e, far) => far && doc.drag(at(e)),
    end: (e, far) => (far ? doc.drop(`Spread of ${pool.name}`, at(e)) : doc.letGo()),
    cancel: () => doc.letGo(),
  })
}
const EDGES = ['left', 'right', 'top', 'foot'] as const
const edge = (side: (typeof EDGES)[number], b: { left: number; top: number; width: number; height: number }) =>
  side === 'left' || side === 'right'
    ? { x: b.left + (side === 'right' ? b.width : 0) - 4, y: b.top, width: 8, height: b.height }
    : { x: b.left, y: b.top + (side === 'foot' ? b.height : 0) - 4, width: b.width, height: 8 }
</script>

<template>
  <svg
    :viewBox="`0 0 ${WIDE} ${HIGH}`"
    class="w-full max-w-[460px]"
    role="img"
    :aria-label="`${pool.name}: level and pitch of its sounds`"
  >
    <g font-size="9" fill="var(--color-bone-3)" font-family="var(--font-mono)">
      <g v-for="level in levels" :key="level">
        <line :x1="LEFT" :x2="WIDE" :y1="y(level)" :y2="y(level)" stroke="var(--color-ink-3)" />
        <text x="0" :y="y(level) + 3">{{ plain(level, 0) }}</text>
      </g>
      <g v-for="h in hertz" :key="h">
        <line
          :x1="x(Math.log2(h / 20))"
          :x2="x(Math.log2(h / 20))"
          y1="0"
          :y2="HIGH - FOOT"
          stroke="var(--color-ink-3)"
        />
        <text :x="x(Math.log2(h / 20))" :y="HIGH - 3" text-anchor="middle">
          {{ h < 1000 ? `${h} Hz` : `${h / 1000} kHz` }}
        </text>
      </g>
    </g>
    <g v-for="box in boxes" :key="box.id">
      <rect
        :x="box.left"
        :y="box.top"
        :width="box.width"
        :height="box.height"
        rx="4"
        fill="var(--color-bone)"
        :fill-opacity="box.ink"
        stroke="var(--color-bone-2)"
        class="cursor-pointer"
        @click="store.choose(box.id)"
      />
      <rect
        v-for="side in EDGES"
        :key="side"
        v-bind="edge(side, box)"
        fill="transparent"
        :class="side === 'left' || side === 'right' ? 'cursor-ew-resize' : 'cursor-ns-resize'"
        class="touch-none"
        :data-spread="side"
        @pointerdown="spread($event, side, box)"
      />
      <text :x="box.nameX" :y="box.nameY" font-size="10" fill="var(--color-bone)" class="pointer-events-none">
        {{ box.name }}
      </text>
    </g>
    <path :d="thread" fill="none" stroke="var(--color-bone-3)" stroke-width="0.7" />
    <circle
      v-for="(draw, i) in placed"
      :key="i"
      :cx="draw.x"
      :cy="draw.y"
      :r="i === at ? 4 : 2"
      :fill="i === at ? 'var(--color-lamp)' : 'var(--color-bone)'"
      class="pointer-events-none"
    />
  </svg>
</template>
