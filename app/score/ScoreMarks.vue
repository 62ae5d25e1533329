<script setup lang="ts">
import { rulesOf, type Lane } from '~~/core/score'
import { usePlayhead } from '~/frame/playhead'
import { useRun } from '~/run/current-run'
import { useSelection } from '~/frame/selection'
import { useShow } from '~/document/show'
import { useView } from '~/frame/view'
import { clock, seconds } from '~/words/time'
import { actSentence, heldSentence } from '~/words/sentences'
import { unmetAt, unmetConditions } from '~/words/unmet-conditions'
import { cueName, walkName } from '~/words/names'
import { beadsOf } from '~/canvas/beads'
import { xOf, yOf, type Layout } from '~/canvas/axes'
import { matchesOf, type Match } from '~/canvas/matches'
import { useMenuPlace } from '~/frame/menu-place'
import { steady } from '~/document/steady'
import { useLanes } from './lanes'
import { sightsOf, type Shown } from '~/run/sights'

/** What of the score can be reached and read: a button on every fired and held mark in sight, and on every act of a cue. */
interface Mark {
  key: string
  zone: string
  group?: string
  t: number
  x: number
  y: number
  kind: 'fired' | 'held' | 'gathered' | 'act' | 'put'
  words: string
  /** What is told of what was seen, once it is pointed at. */
  shows?: { cue: string; playing: number | undefined; step: string | undefined }
  /** The times of what fired and of what was held here. */
  fired?: string
  held?: string
  /** What is seen when one goes nearer to it. */
  to: number
}
const props = defineProps<{ layout: Layout }>()
const doc = useShow()
const runs = useRun()
const { lanes } = useLanes()
const playhead = usePlayhead()
const selection = useSelection()
const view = useView()
const over = ref<Mark>()
/** More buttons than this are more than anybody tabs through; the table of events has them all. */
const MOST = 400

const several = computed(() => runs.walks.length > 1)

/** The lanes as they can be reached: while a hand drags something the picture goes ahead, and the buttons follow when it rests. */
function now() {
  const show = runs.played ?? doc.now
  return { lanes: lanes.value, show, rules: rulesOf(show), signals: runs.score?.signals ?? [] }
}
const reached = shallowRef(now())
let timer: ReturnType<typeof setTimeout> | undefined
watch([lanes, () => doc.dragging], () => {
  clearTimeout(timer)
  const follow = () => (reached.value = now())
  if (doc.dragging) timer = setTimeout(follow, 150)
  else follow()
})
onUnmounted(() => clearTimeout(timer))

/** Asked only where a condition has held something back in sight. */
const conditions = computed(() => unmetConditions(runs.played ?? doc.now, runs.events))
function wordsOf(lane: Lane, mark: Lane['fired'][number] | Lane['held'][number]): string {
  const { show, rules } = reached.value
  const who = several.value && mark.player ? `, ${walkName(show, mark.player)}` : ''
  const at = `${lane.name}, ${clock(mark.t, 2)}${who}`
  if ('gate' in mark) {
    const unmet = mark.gate === 'condition' ? unmetAt(conditions.value, mark.rule, mark.t) : undefined
    return `${heldSentence(mark, rules.get(mark.rule), unmet)} ${at}`
  }
  const playing = lane.playings.find((p) => p.playing === mark.playing)
  return `Fired: ${cueName(show, mark.cue)}${playing ? `, for ${seconds(playing.to - playing.from)}` : ''}. ${at}`
}

/** A firing, or a step of it: what is told of once it is pointed at. */
const shownBy = ({ cue, playing }: { cue?: string; playing?: number }, step?: string) =>
  cue === undefined ? undefined : { cue, playing, step }
function whatIsShown(mark: Mark): Shown | undefined {
  if (!mark.shows) return undefined
  const { cue, playing, step } = mark.shows
  const lane = reached.value.lanes.find(({ zone }) => zone === mark.zone)
  const { player } = lane?.fired.find((each) => each.playing === playing) ?? {}
  const to = lane?.playings.find((each) => each.playing === playing)?.to ?? mark.t
  return { cue, zone: mark.zone, step, player, from: mark.t, to }
}

function gatheredWords(lane: Lane, { fired, held, from, to }: Match): string {
  const what = [fired.length > 0 ? `${fired.length} fired` : '', held.length > 0 ? `${held.length} held` : '']
  return `${what.filter(Boolean).join(', ')} close together. ${lane.name}, ${clock(from, 2)} to ${clock(to, 2)}. Choose to go nearer.`
}

const marks = steady((): Mark[] => {
  const found: Mark[] = []
  const { from, to, curves, ruler, lane: tall } = props.layout
  reached.value.lanes.forEach((lane, index) => {
    const y = yOf(props.layout, index)
    if (y + tall < ruler || y > curves - 8) return
    for (const match of matchesOf(props.layout, lane)) {
      if (match.to < from || match.from > to || found.length >= MOST) continue
      const marks = [...match.fired, ...match.held]
      const gathered = marks.length > 1
      const kind = gathered ? 'gathered' : match.fired.length > 0 ? 'fired' : 'held'
      found.push({
        key: `${marks[0]!.rule}|${match.from}|${kind}|${marks[0]!.player}`,
        zone: lane.zone,
        group: lane.group,
        t: match.from,
        to: match.to,
        x: match.x,
        y,
        kind,
        words: gathered ? gatheredWords(lane, match) : wordsOf(lane, marks[0]!),
        shows: kind === 'fired' ? shownBy(match.fired[0]!) : undefined,
        fired: match.fired.map(({ t }) => t).join(' ') || undefined,
        held: match.held.map(({ t }) => t).join(' ') || undefined,
      })
    }
    for (const { from: t, player } of lane.presences.filter(({ put }) => put)) {
      if (t < from || t > to || found.length >= MOST) continue
      const who = several.value ? `, ${walkName(reached.value.show, player)}` : ''
      found.push({
        key: `put|${lane.zone}|${t}|${player}`,
        zone: lane.zone,
        group: lane.group,
        t,
        to: t,
        x: xOf(props.layout, t),
        y,
        kind: 'put',
        words: `Put here, which sets nothing off. ${lane.name}, ${clock(t, 2)}${who}`,
      })
    }
    for (const { act, x } of beadsOf(props.layout, lane)) {
      if (found.length >= MOST) break
      found.push({
        key: `${act.playing}|${act.step}|${act.kind}|${act.t}`,
        zone: lane.zone,
        group: lane.group,
        t: act.t,
        to: act.t,
        x,
        y,
        kind: 'act',
        words: actSentence(reached.value.show, lane, act, reached.value.signals),
        shows: shownBy(act, act.step),
      })
    }
  })
  return found
})
/** Shows a firing with all that plays after it, or a held moment with its surroundings. */
function zoomTo(mark: Mark) {
  if (mark.kind === 'gathered') {
    const around = Math.max(0.25, (mark.to - mark.t) * 0.6)
    return view.show(mark.t - around, mark.to + around)
  }
  const playing = reached.value.lanes
    .find((lane) => lane.zone === mark.zone)
    ?.playings.find((p) => p.delayed === mark.t)
  const to = Math.max(mark.t + 2, playing?.to ?? 0)
  view.show(mark.t - (to - mark.t) * 0.15 - 0.5, to + (to - mark.t) * 0.15)
}
function go(mark: Mark) {
  if (mark.group) selection.choose('group', mark.group)
  else if (mark.zone) selection.choose('zone', mark.zone)
  playhead.seek(mark.t)
  if (mark.kind === 'gathered') zoomTo(mark)
}
/** The marks are one stop for whoever tabs: the arrows go from one to the next, and from lane to lane. */
const last = ref<string>()
const stop = computed(() => (marks.value.some(({ key }) => key === last.value) ? last.value : marks.value[0]?.key))
const list = ref<HTMLElement>()
function step(mark: Mark, event: KeyboardEvent) {
  const all = marks.value.filter(({ y }) => y >= props.layout.ruler - 4)
  const near = (others: Mark[]) =>
    others.reduce<Mark | undefined>(
      (a, b) => (!a || Math.abs(b.x - mark.x) < Math.abs(a.x - mark.x) ? b : a),
      undefined,
    )
  const inLane = (side: number) => {
    const ys = all.map(({ y }) => y).filter((y) => (y - mark.y) * side > 0)
    const next = side > 0 ? Math.min(...ys) : Math.max(...ys)
    return near(all.filter(({ y }) => y === next))
  }
  const here = all.filter(({ y }) => y === mark.y).sort((a, b) => a.x - b.x)
  const index = here.findIndex(({ key }) => key === mark.key)
  const to = {
    ArrowRight: () => here[index + 1],
    ArrowLeft: () => here[index - 1],
    ArrowDown: () => inLane(1),
    ArrowUp: () => inLane(-1),
  }[event.key]
  if (!to) return
  event.preventDefault()
  event.stopPropagation()
  const next = to()
  if (next) list.value?.querySelector<HTMLElement>(`[data-key="${CSS.escape(next.key)}"]`)?.focus()
}

/** The sentence about what is pointed at stands beside it, within the window. */
const opener = shallowRef<HTMLElement>()
const { place } = useMenuPlace('bottom-start', opener)
/** What was seen of what it touches comes a little later than its words. */
const sights = shallowRef<readonly string[]>([])
watch(over, async (mark) => {
  sights.value = []
  const { run, played } = runs
  const what = mark && whatIsShown(mark)
  if (!what || !run || !played) return
  const found = await sightsOf(played, run, what)
  if (over.value === mark) sights.value = found
})
function point(mark: Mark, event: Event) {
  opener.value = event.currentTarget as HTMLElement
  if (event.type === 'focus') last.value = mark.key
  over.value = mark
}
</script>

<template>
  <div
    ref="list"
    class="pointer-events-none absolute inset-x-0 isolate overflow-hidden"
    :style="{ top: 0, height: `${layout.curves}px` }"
  >
    <button
      v-for="mark in marks"
      :key="mark.key"
      v-memo="[
        mark.x,
        mark.y,
        mark.t,
        mark.words,
        mark.fired,
        mark.held,
        mark.to,
        mark.key === stop,
        layout.lane,
        layout.ruler,
      ]"
      class="pointer-events-auto absolute w-[11px]"
      :class="mark.y < layout.ruler - 4 ? 'invisible' : ''"
      :style="{ left: `${mark.x - 5}px`, top: `${mark.y + 2}px`, height: `${layout.lane - 5}px` }"
      :tabindex="mark.key === stop ? 0 : -1"
      :aria-label="mark.words"
      :data-key="mark.key"
      :data-mark="mark.kind"
      :data-zone="mark.zone"
      :data-t="mark.t"
      :data-fired="mark.fired"
      :data-held="mark.held"
      @pointerdown.stop
      @click="go(mark)"
      @dblclick.stop="zoomTo(mark)"
      @pointerenter="point(mark, $event)"
      @pointerleave="over = undefined"
      @focus="point(mark, $event)"
      @blur="over = undefined"
      @keydown="step(mark, $event)"
    />
    <p
      v-if="over"
      ref="menu"
      class="z-20 max-w-80 rounded-md border border-rule bg-ink-2 px-2.5 py-1.5 text-xs shadow-lg"
      :class="over.kind === 'held' ? 'text-rust' : 'text-bone'"
      :style="place"
    >
      {{ over.words }}
      <span v-for="sight in sights" :key="sight" class="block text-bone-2" data-sight>{{ sight }}</span>
    </p>
  </div>
</template>
