<script setup lang="ts">
import { rulesOf, type Lane } from '~~/core/score'
import { usePlayhead } from '~/stores/playhead'
import { useRun } from '~/stores/run'
import { useSelection } from '~/stores/selection'
import { useShow } from '~/stores/show'
import { useView } from '~/stores/view'
import { clock, seconds } from '~/format/time'
import { actSentence, cueName, heldSentence, walkName } from '~/format/words'
import { beadsOf } from '~/score/acts'
import { xOf, yOf, type Layout } from '~/score/layout'

/** What of the score can be reached and read: a button on every fired and held mark in sight, and on every act of a cue. */
interface Mark {
  key: string
  zone: string
  t: number
  x: number
  y: number
  kind: 'fired' | 'held' | 'act'
  words: string
}
const props = defineProps<{ lanes: Lane[]; layout: Layout }>()
const document = useShow()
const runs = useRun()
const playhead = usePlayhead()
const selection = useSelection()
const view = useView()
const over = ref<Mark>()
/** More buttons than this are more than anybody tabs through; the table of events has them all. */
const MOST = 400

const several = computed(() => runs.walks.length > 1)

/** The lanes as they can be reached: while a hand drags something the picture goes ahead, and the buttons follow when it rests. */
const now = () => ({ lanes: props.lanes, show: document.show!, rules: rulesOf(document.show!) })
const reached = shallowRef(now())
let timer: ReturnType<typeof setTimeout> | undefined
watch([() => props.lanes, () => document.dragging], () => {
  clearTimeout(timer)
  const follow = () => (reached.value = now())
  if (document.dragging) timer = setTimeout(follow, 150)
  else follow()
})
onUnmounted(() => clearTimeout(timer))

function wordsOf(lane: Lane, mark: Lane['fired'][number] | Lane['held'][number]): string {
  const { show, rules } = reached.value
  const who = several.value && mark.player ? `, ${walkName(show, mark.player)}` : ''
  const at = `${lane.name}, ${clock(mark.t, 2)}${who}`
  if ('gate' in mark) return `${heldSentence(mark, rules.get(mark.rule))} ${at}`
  const playing = lane.playings.find((p) => p.playing === mark.playing)
  return `Fired: ${cueName(show, mark.cue)}${playing ? `, for ${seconds(playing.to - playing.from)}` : ''}. ${at}`
}

const marks = computed((): Mark[] => {
  const found: Mark[] = []
  const { from, to, curves, ruler, lane: tall } = props.layout
  reached.value.lanes.forEach((lane, index) => {
    const y = yOf(props.layout, index)
    if (y + tall < ruler || y > curves - 8) return
    for (const mark of [...lane.fired, ...lane.held]) {
      if (mark.t < from || mark.t > to || found.length >= MOST) continue
      const kind = 'gate' in mark ? 'held' : 'fired'
      found.push({
        key: `${mark.rule}|${mark.t}|${kind}|${mark.player}`,
        zone: lane.zone,
        t: mark.t,
        x: xOf(props.layout, mark.t),
        y,
        kind,
        words: wordsOf(lane, mark),
      })
    }
    for (const { act, x } of beadsOf(props.layout, lane)) {
      if (found.length >= MOST) break
      found.push({
        key: `${act.playing}|${act.step}|${act.kind}|${act.t}`,
        zone: lane.zone,
        t: act.t,
        x,
        y,
        kind: 'act',
        words: actSentence(reached.value.show, lane, act, runs.score?.signals ?? []),
      })
    }
  })
  return found
})
/** Shows a firing with all that plays after it, or a held moment with its surroundings. */
function zoomTo(mark: Mark) {
  const playing = reached.value.lanes
    .find((lane) => lane.zone === mark.zone)
    ?.playings.find((p) => p.delayed === mark.t)
  const to = Math.max(mark.t + 2, playing?.to ?? 0)
  view.show(mark.t - (to - mark.t) * 0.15 - 0.5, to + (to - mark.t) * 0.15)
}
function go(mark: Mark) {
  if (mark.zone) selection.choose('zone', mark.zone)
  playhead.seek(mark.t)
}
</script>

<template>
  <div class="pointer-events-none absolute inset-x-0 overflow-hidden" :style="{ top: 0, height: `${layout.curves}px` }">
    <button
      v-for="mark in marks"
      :key="mark.key"
      class="pointer-events-auto absolute w-[11px]"
      :class="mark.y < layout.ruler - 4 ? 'invisible' : ''"
      :style="{ left: `${mark.x - 5}px`, top: `${mark.y + 2}px`, height: `${layout.lane - 5}px` }"
      :aria-label="mark.words"
      :data-mark="mark.kind"
      :data-zone="mark.zone"
      :data-t="mark.t"
      @pointerdown.stop
      @click="go(mark)"
      @dblclick.stop="zoomTo(mark)"
      @pointerenter="over = mark"
      @pointerleave="over = undefined"
      @focus="over = mark"
      @blur="over = undefined"
    />
    <p
      v-if="over"
      class="absolute z-20 max-w-80 rounded-md border border-rule bg-ink-2 px-2.5 py-1.5 text-xs shadow-lg"
      :class="over.kind === 'held' ? 'text-rust' : 'text-bone'"
      :style="{
        left: `${Math.min(over.x + 10, layout.width - 330)}px`,
        top: `${over.y > layout.curves - 80 ? over.y - 40 : over.y + layout.lane + 2}px`,
      }"
    >
      {{ over.words }}
    </p>
  </div>
</template>
