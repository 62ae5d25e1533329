<script setup lang="ts">
import { steady } from '~/document/steady'
import { extent } from '~~/core/base'
import { cooldownDots, debounceDots, getMore, type Dot, type Moment } from '~~/core/study'
import type { Editor, Rule } from '~~/core/show'
import { loggedName, placeOfRule, putIn, type RuleHere } from '~/document/making/rule-here'
import { useEvidence, WALKERS } from '~/run/evidence'
import { usePlayhead } from '~/frame/playhead'
import { useRun } from '~/run/current-run'
import { useShow } from '~/document/show'
import { count, plain } from '~/words/time'
import PartChoice from '~/parts/PartChoice.vue'
import DeskDial from './DeskDial.vue'

/** The dials of a rule: debounce, cooldown, chance, each with what was seen behind it. */
const props = defineProps<RuleHere>()
const doc = useShow()
const runs = useRun()
const evidence = useEvidence()
const playhead = usePlayhead()

const labelOf = (what: string) => `${what} of ${placeOfRule(props)}`
const put = <F extends keyof Rule>(edit: Editor, field: F, value: Rule[F]) => putIn(props, edit, field, value)
const cooldown = computed(() => props.rule.cooldown ?? { seconds: 0, from: 'fire' as const })
const rested = (seconds: number) => (seconds > 0 ? { ...cooldown.value, seconds } : undefined)

// Each of these parts stays as it is while another is dragged, and what is made of it too.
const id = computed(() => loggedName(props))
watch(id, (rule, _, onCleanup) => onCleanup(evidence.show(rule)), { immediate: true })
const moments = computed(() => evidence.moments.get(id.value) ?? [])
/** The same of this run, as one walker. */
const own = steady(ownNow)
function ownNow(): Moment[] {
  const ends = new Map<number, number>()
  for (const event of runs.events) if (event.kind === 'end') ends.set(event.playing, event.t)
  return runs.events.flatMap((event): Moment[] => {
    if (event.kind === 'fire' && event.rule === id.value)
      return [{ walker: 0, t: event.t, fired: true, plays: (ends.get(event.playing) ?? runs.run!.length) - event.t }]
    if (event.kind === 'held' && event.rule === id.value && event.gate !== 'who' && event.gate !== 'off')
      return [{ walker: 0, t: event.t, fired: false, plays: 0 }]
    return []
  })
}
const seconds = computed(() => props.rule.debounce)
const debounce = steady(() => debounceDots(moments.value, seconds.value))
const ownDebounce = steady(() => debounceDots(own.value, seconds.value))
const rests = steady(() => cooldownDots(moments.value, props.rule, cooldown.value))
const ownRests = steady(() => cooldownDots(own.value, props.rule, cooldown.value))
// Kept from one drawing to the next: a dial whose number nobody turns is not drawn again.
const putDebounce = (edit: Editor, seconds: number) => put(edit, 'debounce', seconds)
const putCooldown = (edit: Editor, seconds: number) => put(edit, 'cooldown', rested(seconds))
const putChance = (edit: Editor, times: number) => put(edit, 'chance', Math.min(1, times / 10))

const SCALES = [2, 4, 10, 30, 60, 120, 300, 600]
function scaleFor(dots: Dot[], value: number, least: number): number {
  const gaps = dots.map((dot) => dot.gap).sort((a, b) => a - b)
  const most = gaps[Math.floor(gaps.length * 0.8)] ?? 0
  return SCALES.find((scale) => scale >= Math.max(most, value * 1.4, least)) ?? 600
}
// The scale holds still while a dial is dragged, so that the thumb doesn't run away from the hand.
const scales = ref({ debounce: 4, cooldown: 30 })
watch(
  [moments, () => props.rule.id, () => doc.dragging],
  () => {
    if (doc.dragging) return
    scales.value = {
      debounce: scaleFor(
        debounce.value.filter((d) => d.gap < 12),
        props.rule.debounce,
        4,
      ),
      cooldown: scaleFor(rests.value, cooldown.value.seconds, 30),
    }
  },
  { immediate: true },
)
const studied = computed(() => (evidence.done < WALKERS ? `${evidence.done} of ${WALKERS} walkers counted …` : ''))
/** What many take it for is the other dial: said as soon as it is turned. */
const debounceSays = computed(() =>
  props.rule.debounce > 0
    ? `Counts only after ${plain(props.rule.debounce, 1)} s of quiet; to rest after firing, turn Cooldown. ${debounceWords.value}`
    : debounceWords.value,
)
const debounceWords = computed(() => {
  const held = debounce.value.filter((dot) => dot.held)
  if (moments.value.length === 0) return studied.value || 'None of 100 varied walkers met this moment.'
  if (debounce.value.length === 0) return 'Nobody meets this moment twice, so there is nothing to ignore.'
  if (held.length === 0)
    return `Ignores none of ${count(moments.value.length, 'moment')} of ${WALKERS} walkers. ${studied.value}`
  return `Ignores ${held.length} of ${count(moments.value.length, 'moment')}, all within ${plain(extent(held.map((d) => d.gap))[1], 1)} s of the one before. ${studied.value}`
})
const cooldownWords = computed(() => {
  const held = rests.value.filter((dot) => dot.held)
  if (rests.value.length === 0) return studied.value || 'Nobody comes back to it, so there is nothing to hold.'
  const walkers = getMore(rests.value, props.rule)
  return `Holds ${held.length} of ${count(rests.value.length, 'return')}; ${walkers} of ${WALKERS} walkers get it more than once. ${studied.value}`
})
const chanceWords = computed(() =>
  props.rule.chance >= 1 ? 'Always lets it through.' : 'Lets it through so often. A failed draw counts for nothing.',
)

function go(dot: Dot, isOwn: boolean) {
  if (!isOwn) runs.walker = dot.walker
  playhead.seek(dot.t)
}
const froms = [
  { value: 'fire' as const, words: 'from the firing' },
  { value: 'end' as const, words: 'from when the cue ends' },
]
</script>

<template>
  <div class="space-y-1">
    <DeskDial
      name="Debounce"
      :value="rule.debounce"
      unit="s"
      :max="scales.debounce"
      :step="0.1"
      :dots="debounce"
      :own="ownDebounce"
      :words="debounceSays"
      :label="labelOf('Debounce')"
      :put="putDebounce"
      @go="go"
    />
    <DeskDial
      name="Cooldown"
      :value="cooldown.seconds"
      unit="s"
      :max="scales.cooldown"
      :step="scales.cooldown > 60 ? 1 : 0.5"
      :dots="rests"
      :own="ownRests"
      :words="cooldownWords"
      :label="labelOf('Cooldown')"
      :put="putCooldown"
      @go="go"
    >
      <template #aside>
        <PartChoice
          v-if="rule.cooldown"
          name="Cooldown counts"
          class="text-xs font-normal"
          :value="cooldown.from"
          :options="froms"
          @choose="(from) => doc.edit(labelOf('Cooldown'), (e) => put(e, 'cooldown', { ...cooldown, from }))"
        />
      </template>
    </DeskDial>
    <DeskDial
      name="Chance"
      :value="Math.round(rule.chance * 1000) / 100"
      unit="times in 10"
      :max="10"
      :step="0.5"
      :words="chanceWords"
      :label="labelOf('Chance')"
      :put="putChance"
    />
  </div>
</template>
