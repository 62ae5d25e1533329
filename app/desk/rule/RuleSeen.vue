<script setup lang="ts">
import type { RunEvent } from '~~/core/engine'
import { alike } from '~~/core/show'
import { loggedName, type RuleHere } from '~/document/making/rule-here'
import { useShow } from '~/document/show'
import { usePlayhead } from '~/frame/playhead'
import { useRun } from '~/run/current-run'
import { sightsOf, type Shown } from '~/run/sights'
import { clock } from '~/words/time'

/** What of the things that a rule's cue touches was seen as it fired in this run. */
const props = defineProps<RuleHere>()
const doc = useShow()
const runs = useRun()
const playhead = usePlayhead()
/** Of so many firings it is told, and once nothing has changed for so long (ms). */
const MOST = 3
const RESTS = 400

type Fired = RunEvent & { kind: 'fire' }
const fired = computed(() => {
  const name = loggedName(props)
  return runs.events.filter((event): event is Fired => event.kind === 'fire' && event.rule === name)
})
const seen = shallowRef<{ t: number; sights: string[] }[]>([])
let timer: ReturnType<typeof setTimeout> | undefined
watch([() => runs.run, () => doc.dragging, () => props.rule.id, () => props.zone.id], later, { immediate: true })
onUnmounted(() => clearTimeout(timer))
function later() {
  clearTimeout(timer)
  if (!doc.dragging) timer = setTimeout(look, RESTS)
}
async function look() {
  const { run, played } = runs
  if (!run || !played) return
  const found: { t: number; sights: string[] }[] = []
  for (const { t, cue, player, playing } of fired.value.slice(0, MOST)) {
    const ended = runs.events.find((event) => event.kind === 'end' && event.playing === playing)
    const shown: Shown = { cue, zone: props.zone.id, player, from: t, to: ended?.t ?? run.length }
    if (runs.run !== run) return
    found.push({ t, sights: await sightsOf(played, run, shown) })
  }
  const said = found.filter(({ sights }) => sights.length > 0)
  if (runs.run === run && !alike(said, seen.value)) seen.value = said
}
</script>

<template>
  <p v-for="{ t, sights } in seen" :key="t" class="mt-0.5 text-xs text-bone-3" data-seen>
    <button class="part" @click="playhead.seek(t)">{{ clock(t, 1) }}</button> {{ sights.join('; ') }}
  </p>
</template>
