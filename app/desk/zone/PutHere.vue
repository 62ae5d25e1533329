<script setup lang="ts">
import { steady } from '~/document/steady'
import type { Zone } from '~~/core/show'
import { useShow } from '~/document/show'
import { usePlayhead } from '~/frame/playhead'
import { useRun } from '~/run/current-run'
import { clock } from '~/words/time'

/** Who is put into a zone by a move that sets nothing off: else one would wonder why nothing fires there. */
const props = defineProps<{ zone: Zone }>()
const doc = useShow()
const runs = useRun()
const playhead = usePlayhead()
const times = steady(() =>
  runs.events.flatMap((event) =>
    event.kind === 'enter' && event.quiet && event.zone === props.zone.id ? [event.t] : [],
  ),
)
/** The moves that are quiet, of the cues that move somebody at these times. */
const moves = steady(() => {
  const fired = new Set<string>()
  for (const event of runs.events)
    if (event.kind === 'step' && event.of === 'move' && times.value.some((t) => Math.abs(t - event.t) < 0.01))
      fired.add(event.step)
  return doc.cues.flatMap((cue) =>
    cue.steps.flatMap((step) => (step.kind === 'move' && step.quiet && fired.has(step.id) ? [{ cue, step }] : [])),
  )
})
const setOff = () =>
  doc.edit(`Set off ${props.zone.name} also when put there`, (edit) => {
    for (const { cue, step } of moves.value) edit.set(['cues', cue.id, 'steps', step.id, 'quiet'], false)
  })
</script>

<template>
  <p v-if="times.length > 0" class="text-xs text-bone-3" role="note">
    Put here
    <template v-for="(t, i) in times.slice(0, 3)" :key="t"
      >{{ i > 0 ? ', ' : '' }}<button class="part" @click="playhead.seek(t)">{{ clock(t) }}</button></template
    ><template v-if="times.length > 3"> and {{ times.length - 3 }} times more</template>, without setting off what is
    here<template v-if="moves.length > 0">
      ({{ moves.map(({ cue }) => cue.name).join(', ') }}).
      <button class="chip ml-1" @click="setOff">Also when put here</button></template
    ><template v-else>.</template>
  </p>
</template>
