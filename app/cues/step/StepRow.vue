<script setup lang="ts">
import type { Cue, Step } from '~~/core/show'
import { turnedRound } from '~/document/making/turned-round'
import { useShow } from '~/document/show'
import { useSelection } from '~/frame/selection'
import { soundNamedBy } from '~/playback/hear-by-key'
import { lengthWords } from '~/words/step-lengths'
import { stepIn, stepWords } from '~/words/step-kinds'
import StepDesk from './StepDesk.vue'

/** A step of a cue in a line; open, all of it. */
const props = defineProps<{ cue: Cue; step: Step; inTime: Step[]; index: number }>()
const doc = useShow()
const selection = useSelection()
const isOpen = computed(() => selection.openStep === props.step.id)
/** Held together with others. */
const isHeld = computed(() => selection.steps.length > 1 && selection.steps.includes(props.step.id))
const row = ref<HTMLElement>()
watch(isOpen, (open) => open && row.value?.scrollIntoView({ block: 'nearest' }), { flush: 'post' })
const muted = computed(() => ['cues', props.cue.id, 'steps', props.step.id, 'muted'] as const)

/** The step that comes just before or after at the same time: only there the order is anybody's choice. */
function beside(by: number): Step | undefined {
  const other = props.inTime[props.index + by]
  return other?.at === props.step.at ? other : undefined
}
/** The same step the other way: what it did, taken back. */
const round = computed(() => isOpen.value && turnedRound(doc.now, props.step))
function turnRound() {
  const { cue, step } = props
  const turned = round.value
  if (turned) doc.edit(`Turn ${stepIn(cue, step)} round`, (e) => e.setFound(['cues', cue.id, 'steps', step.id], turned))
}
function shift(other: Step) {
  const index = props.cue.steps.indexOf(other)
  doc.edit(`Reorder ${props.cue.name}`, (e) => {
    e.remove(['cues', props.cue.id, 'steps', props.step.id])
    e.add(['cues', props.cue.id, 'steps'], props.step, index)
  })
}
</script>

<template>
  <li
    ref="row"
    class="border-b border-rule py-1.5"
    :class="{ 'is-off': step.muted, 'bg-ink-2': isHeld }"
    :data-step="step.id"
    :data-hears="soundNamedBy(step)"
    :title="soundNamedBy(step) && 'H hears it'"
  >
    <div class="flex items-baseline gap-2">
      <span class="w-12 font-mono text-[10px] text-bone-3">{{ step.at.toFixed(1) }} s</span>
      <button
        class="min-w-0 flex-1 text-left"
        :class="{ 'text-lamp': isOpen }"
        :aria-expanded="isOpen"
        title="With Shift one more: they are changed together"
        @click="$event.shiftKey ? selection.toggleStep(step.id) : selection.openOne(isOpen ? undefined : step.id)"
      >
        {{ stepWords(doc.now, step) }}
        <span class="text-xs text-bone-3">{{ lengthWords(doc.now, step) }}</span>
      </button>
      <button
        class="text-xs text-bone-3 enabled:hover:text-bone disabled:hidden"
        :aria-label="`Move ${step.kind} up`"
        :disabled="!beside(-1)"
        @click="shift(beside(-1)!)"
      >
        up
      </button>
      <button
        class="text-xs text-bone-3 enabled:hover:text-bone disabled:hidden"
        :aria-label="`Move ${step.kind} down`"
        :disabled="!beside(1)"
        @click="shift(beside(1)!)"
      >
        down
      </button>
      <button
        class="text-xs text-bone-3 hover:text-bone"
        @click="doc.edit(`${step.muted ? 'Unmute' : 'Mute'} ${stepIn(cue, step)}`, (e) => e.set(muted, !step.muted))"
      >
        {{ step.muted ? 'unmute' : 'mute' }}
      </button>
      <button
        v-if="round"
        class="text-xs text-bone-3 hover:text-bone"
        title="It takes back what it did"
        @click="turnRound"
      >
        turn round
      </button>
      <button
        class="text-xs text-bone-3 hover:text-bone"
        @click="doc.edit(`Remove ${stepIn(cue, step)}`, (e) => e.remove(['cues', cue.id, 'steps', step.id]))"
      >
        remove
      </button>
    </div>
    <StepDesk v-if="isOpen" class="mt-1.5" :cue="cue" :step="step" />
  </li>
</template>
