<script setup lang="ts">
import { useSelection } from '~/frame/selection'
import { MOMENTS } from '~/words/sentences'
import { plain } from '~/words/time'
import type { Firer } from '../edits/firers'

/** What fires the cue, left of zero: a struck match for each rule, its delay to scale before it. */
const props = defineProps<{ firers: readonly Firer[]; width: number; top: number; scale: number }>()
const selection = useSelection()
const HIGH = 54
const MOST = 5
const LONGEST = 60
const shown = computed(() => props.firers.slice(0, MOST))
const rest = computed(() => props.firers.length - shown.value.length)
function when({ rule }: Firer): string {
  const { on } = rule
  return on.at === 'signal'
    ? `signal “${on.name}”`
    : on.at === 'clock'
      ? `at ${plain(on.seconds, 1)} s`
      : `${MOMENTS[on.at]}${on.at === 'dwell' ? ` ${plain(on.seconds, 1)} s` : ''}`
}
function held({ rule }: Firer): string {
  const parts = [
    rule.debounce > 0 ? `debounce ${plain(rule.debounce, 1)} s` : '',
    rule.limit ? `${rule.limit.times} ×` : '',
    rule.cooldown ? `rest ${plain(rule.cooldown.seconds, 0)} s` : '',
    rule.chance < 1 ? `${plain(rule.chance * 10, 1)} in 10` : '',
    rule.when.length > 0 ? 'if' : '',
  ].filter(Boolean)
  return parts.join(' · ')
}
const later = ({ rule }: Firer) => (rule.delay > 0 ? `${plain(rule.delay)} s later` : '')
/** A long delay is cut short. */
const wide = ({ rule }: Firer) => Math.min(LONGEST, rule.delay * props.scale)
const go = ({ zone }: Firer) => zone && selection.choose('zone', zone.id)
const name = ({ zone }: Firer) => zone?.name ?? 'Anywhere'
</script>

<template>
  <g data-firers>
    <g
      v-for="(firer, i) in shown"
      :key="`${firer.zone?.id}/${firer.rule.id}`"
      :transform="`translate(0 ${top + i * HIGH})`"
      :class="firer.zone ? 'cursor-pointer' : ''"
      :tabindex="firer.zone ? 0 : undefined"
      :role="firer.zone ? 'button' : undefined"
      :aria-label="`Fired by ${name(firer)}, ${[when(firer), later(firer)].filter(Boolean).join(', ')}`"
      @click="go(firer)"
      @keydown.enter="go(firer)"
    >
      <rect :width="width" :height="HIGH - 2" fill="transparent" />
      <rect
        v-if="firer.rule.delay > 0"
        :x="width - wide(firer)"
        y="14"
        :width="wide(firer)"
        height="5"
        fill="var(--color-tide)"
        opacity="0.5"
        data-delay
      />
      <path
        :d="`M${width - wide(firer)} 26V9`"
        stroke="var(--color-bone-2)"
        stroke-width="1.6"
        :opacity="firer.rule.enabled ? 1 : 0.4"
      />
      <circle
        :cx="width - wide(firer)"
        cy="7"
        r="3.2"
        :fill="firer.rule.enabled ? 'var(--color-lamp)' : 'none'"
        stroke="var(--color-lamp)"
      />
      <foreignObject x="4" y="1" :width="width - wide(firer) - 12" :height="HIGH - 3">
        <p class="text-right text-[10px] leading-[1.25] text-bone-3">
          <span class="block truncate text-[11px] text-bone">{{ name(firer) }}</span>
          {{ [when(firer), later(firer), held(firer)].filter(Boolean).join(' · ') }}
        </p>
      </foreignObject>
    </g>
    <text
      v-if="rest > 0"
      :x="width - 8"
      :y="top + MOST * HIGH + 12"
      text-anchor="end"
      font-size="10"
      fill="var(--color-bone-3)"
    >
      and {{ rest }} more
    </text>
    <text
      v-if="firers.length === 0"
      :x="width - 8"
      :y="top + 14"
      text-anchor="end"
      font-size="11"
      fill="var(--color-bone-3)"
    >
      nothing fires it
    </text>
  </g>
</template>
