<script setup lang="ts">
import { steady } from '~/document/steady'
import { loggedName, type RuleHere } from '~/document/making/rule-here'
import { useShow } from '~/document/show'
import { usePlayhead } from '~/frame/playhead'
import { useRun } from '~/run/current-run'
import { clock } from '~/words/time'
import { unmetAt, unmetConditions } from '~/words/unmet-conditions'

/** How often the condition of a rule held it back in this run, and what the flag was then. */
const props = defineProps<RuleHere>()
const doc = useShow()
const runs = useRun()
const playhead = usePlayhead()
/** So many of the times are said. */
const MOST = 4
const held = steady(() => {
  if (props.rule.when.length === 0) return []
  const id = loggedName(props)
  const events = runs.events.filter((event) => event.kind === 'held' && event.gate === 'condition' && event.rule === id)
  if (events.length === 0) return []
  const unmet = unmetConditions(runs.played ?? doc.now, runs.events)
  const times = new Map<string, number[]>()
  for (const { t } of events) {
    const words = unmetAt(unmet, id, t)
    if (words !== undefined) times.set(words, [...(times.get(words) ?? []), t])
  }
  return [...times].map(([words, all]) => ({ words, times: all.slice(0, MOST), more: all.length - MOST }))
})
</script>

<template>
  <p v-for="{ words, times, more } in held" :key="words" class="mt-0.5 text-xs text-rust" data-unmet>
    Held in this run: {{ words }}, at
    <template v-for="(t, i) in times" :key="t"
      >{{ i > 0 ? ', ' : '' }}<button class="part" @click="playhead.seek(t)">{{ clock(t, 1) }}</button></template
    ><template v-if="more > 0"> and {{ more }} more</template>.
  </p>
</template>
