<script setup lang="ts">
import { needed } from '~~/core/base'
import { channelAt } from '~~/core/engine'
import { luxAt } from '~~/core/light'
import type { Point } from '~~/core/show'
import { probe } from '~/document/probe'
import { nameOfThing } from '~/document/things'
import { useShow } from '~/document/show'
import { followPointer } from '~/frame/pointer-drag'
import { usePlayhead } from '~/frame/playhead'
import { useSelection } from '~/frame/selection'
import { useView } from '~/frame/view'
import { clock, plain } from '~/words/time'
import { useFlashConsent } from './flash-consent'
import FlashWarning from './FlashWarning.vue'
import { usePlacing } from './placing'
import { useShownMoment } from '~/frame/shown-moment'
import { movedBy as moved, openedBy, turnedBy, useViewpoint } from './viewpoint'
import { useStage } from './use-stage'
import type { Hit } from './stage/stage'

/** The place as a player sees it at the playhead. */
const doc = useShow()
const view = useView()
const selection = useSelection()
const playhead = usePlayhead()
const frame = ref<HTMLElement>()
const canvas = ref<HTMLCanvasElement>()
const moment = useShownMoment()
const { pose, mark, chosenMarks, seen, go, letGo, cancel, back, lookThrough, putHere } = useViewpoint(moment)
const { placing, offers, put } = usePlacing(() => seen()?.yaw ?? 0)
const under = ref<Hit>()

const chosen = computed(() => (selection.things.length === 1 ? selection.things[0] : undefined))
const { trouble, share, request, stage, isDrawn, probed } = useStage(frame, canvas, () => {
  const { engraved, volumes: zones, drawn } = view
  const soft = playhead.playing && !engraved ? dim(moment.value) : 1
  return moment.value && { moment: moment.value, look: { engraved, chosen: chosen.value, zones, drawn, pose: pose.value, dim: soft } } // prettier-ignore
})
const { asked, mustAsk, agree, dim } = useFlashConsent()
// Who lets it play in its own light is told first that it flashes.
watch(
  () => playhead.playing && !view.engraved,
  async (plays) => plays && (await mustAsk()) && playhead.pause(),
  { immediate: true },
)
function playsOn(softly: boolean) {
  agree(softly)
  playhead.play()
}
watch([moment, () => view.engraved, () => view.volumes, () => view.drawn, chosen, pose], request)
/** For whoever drives it from outside: what is drawn, and how much light the curve has at a point. */
probe({
  eyes: () => ({
    ...probed(),
    moment: moment.value,
    lux: (point: Point) =>
      moment.value && luxAt(moment.value.show, moment.value.run, moment.value.player, point, moment.value.t),
  }),
})

const spotOf = (event: PointerEvent): [number, number] => {
  const { left, top, width: w, height: h } = needed(frame.value, 'frame').getBoundingClientRect()
  return [((event.clientX - left) / w) * 2 - 1, 1 - ((event.clientY - top) / h) * 2]
}
const hitAt = (event: PointerEvent) => (isDrawn() ? stage()?.hit(...spotOf(event)) : undefined)
const look = (event: PointerEvent) => {
  if (event.buttons === 0) under.value = hitAt(event)
}
/** A click chooses what is there; a drag turns, and leaves the player's picture. */
function press(event: PointerEvent) {
  const from = seen()
  if (event.button !== 0 || !from) return
  const to = (e: PointerEvent) => turnedBy(from, e.clientX - event.clientX, e.clientY - event.clientY)
  followPointer(event, {
    move: (e, far) => far && go(to(e)),
    end(e, far) {
      if (far) return letGo(to(e))
      const hit = hitAt(e)
      if (placing.value) return put(hit)
      if (hit && hit.kind !== 'mesh') selection.choose(hit.kind, hit.id)
      else selection.clear()
    },
    cancel,
  })
}
/** How far a turn of the wheel, and a key, goes (m); with Shift a key goes further. */
const WHEEL = 0.004
const STRIDE = 0.25
const FAR = 4
const WAYS: { [key: string]: [aside: number, up: number, ahead: number] } = {
  w: [0, 0, 1],
  s: [0, 0, -1],
  a: [-1, 0, 0],
  d: [1, 0, 0],
  e: [0, 1, 0],
  q: [0, -1, 0],
}
function turnWheel(event: WheelEvent) {
  const from = seen()
  if (!from) return
  letGo(event.altKey ? openedBy(from, Math.exp(event.deltaY * 0.001)) : moved(from, 0, 0, -event.deltaY * WHEEL))
}
function key(event: KeyboardEvent) {
  const from = seen()
  const way = WAYS[event.key.toLowerCase()]
  if (event.key === 'Escape' && placing.value) placing.value = undefined
  else if (event.key === 'Escape' && pose.value) back()
  else if (way && from && !event.ctrlKey && !event.metaKey) {
    const far = STRIDE * (event.shiftKey ? FAR : 1)
    letGo(moved(from, way[0] * far, way[1] * far, way[2] * far))
  } else return
  event.preventDefault()
  event.stopPropagation()
}
const fov = computed({ get: () => seen()?.fov ?? 60, set: open })
function open(degrees: number) {
  const from = seen()
  if (from) go({ ...from, fov: degrees })
}
function opened() {
  const now = seen()
  if (now) letGo(now)
}
const whose = computed(() => {
  if (placing.value) return `${placing.value.says} · Escape leaves it`
  const now = moment.value
  if (!now) return ''
  if (mark.value) return `Through ${mark.value.name}`
  if (pose.value) return `Flying free at ${clock(now.t)}`
  const camera = channelAt(now.show, now.run, 'camera', now.t, now.player)
  const name = now.show.place.marks.find(({ id }) => id === camera.mark)?.name
  const walk = now.show.walks.find(({ id }) => id === now.run.walks[now.player])?.name
  return `${name ?? walk ?? ''} at ${clock(now.t)}`
})
/** What the player can't do at the moment, shown at the edge of their own picture. */
const taken = computed((): readonly string[] => {
  const now = moment.value
  return now && !pose.value ? channelAt(now.show, now.run, 'controls', now.t, now.player).locks : []
})
const named = computed(() => {
  const hit = under.value
  if (!hit || !doc.show) return ''
  return hit.kind === 'mesh' ? 'of the mesh' : nameOfThing(doc.show, { kind: hit.kind, id: hit.id })
})
</script>

<template>
  <section
    ref="frame"
    role="region"
    aria-label="Eyes"
    tabindex="0"
    class="relative isolate min-h-0 min-w-0 flex-1 touch-none overflow-hidden bg-ink-0 outline-none focus-visible:outline-2 focus-visible:-outline-offset-2 focus-visible:outline-tide"
    :class="placing ? 'cursor-crosshair' : under ? 'cursor-pointer' : ''"
    @pointermove="look"
    @pointerleave="under = undefined"
    @pointerdown="press"
    @wheel.prevent="turnWheel"
    @keydown="key"
  >
    <canvas ref="canvas" class="absolute inset-0 size-full" role="img" :aria-label="`What is seen: ${whose}`" />
    <FlashWarning v-if="asked" :flashes="asked" goes-on="Play" @agree="playsOn" @leave="asked = undefined" />
    <div v-if="taken.length > 0" class="pointer-events-none absolute inset-0 border-[3px] border-mauve/70" data-taken>
      <p class="absolute right-3 bottom-2 rounded bg-ink-0/70 px-1.5 text-[11px] text-mauve">
        {{ taken.join(', ') }} taken
      </p>
    </div>
    <p v-if="trouble" role="alert" class="absolute inset-x-6 top-16 text-bone-2">{{ trouble }}</p>
    <div
      class="absolute top-2.5 left-2.5 flex gap-1 rounded-[9px] border border-rule bg-ink-1 p-1 text-xs"
      @pointerdown.stop
    >
      <button
        v-for="[is, words] in [
          [true, 'Engraved'],
          [false, 'Lit'],
        ] as const"
        :key="words"
        class="tool"
        :aria-pressed="view.engraved === is"
        @click="view.engraved = is"
      >
        {{ words }}
      </button>
      <span class="mx-0.5 w-px bg-rule" />
      <button
        class="tool"
        :aria-pressed="view.volumes"
        title="All zones as volumes, with their rims dotted"
        @click="view.volumes = !view.volumes"
      >
        Zones
      </button>
      <button
        v-if="doc.place?.mesh"
        class="tool"
        :aria-pressed="view.drawn"
        title="Floors and walls as they are drawn here, besides the mesh"
        @click="view.drawn = !view.drawn"
      >
        Drawn
      </button>
      <span class="mx-0.5 w-px bg-rule" />
      <button
        v-for="offer in offers"
        :key="offer.words"
        class="tool"
        :aria-pressed="placing?.words === offer.words"
        :title="offer.says"
        @click="placing = placing?.words === offer.words ? undefined : offer"
      >
        {{ offer.words }}
      </button>
      <template v-if="!mark">
        <span v-if="chosenMarks.length > 0" class="mx-0.5 w-px bg-rule" />
        <template v-for="each in chosenMarks" :key="each.id">
          <button class="tool" @click="lookThrough(each.id)">Look through {{ each.name }}</button>
          <button
            v-if="chosenMarks.length === 1"
            class="tool"
            title="It looks from where you look now"
            @click="putHere(each)"
          >
            Put it here
          </button>
        </template>
      </template>
      <label v-if="mark" class="flex items-center gap-2 px-2 text-bone-2">
        opens
        <input
          v-model.number="fov"
          type="range"
          min="10"
          max="120"
          step="1"
          class="w-24 accent-lamp"
          aria-label="Field of view"
          @change="opened"
        />
        <span class="font-mono">{{ plain(fov, 0) }}°</span>
      </label>
      <button v-if="pose" class="tool" title="Escape" @click="back">Back to the player</button>
    </div>
    <p
      class="pointer-events-none absolute bottom-2 left-3 rounded bg-ink-0/70 px-1.5 font-mono text-[10px] text-bone-2"
    >
      {{ whose }}{{ named ? ` · ${named}` : '' }}{{ share < 1 ? ' · drawn smaller to keep the rate' : '' }}
    </p>
  </section>
</template>
