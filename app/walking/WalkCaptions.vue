<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import type { Pose } from '~~/core/engine'
import type { ShownMoment } from '~/frame/shown-moment'
import { captionsOf, type Caption } from './captions'

/** What sounds out of view, at the edges of the picture. */
const props = defineProps<{ moment: ShownMoment; pose: () => Pose | undefined; aspect: number }>()
/** It is asked so often (ms). */
const EVERY = 120
const captions = shallowRef<Caption[]>([])
useIntervalFn(() => {
  const pose = props.pose()
  if (!pose) return
  const { show, run, t, player } = props.moment
  const wide = (2 * Math.atan(Math.tan((pose.fov * Math.PI) / 360) * props.aspect) * 180) / Math.PI
  captions.value = captionsOf(show, run, player, t, pose, wide)
}, EVERY)
const onSide = (side: Caption['side']) => captions.value.filter((each) => each.side === side)
</script>

<template>
  <ul
    v-for="side in ['left', 'right'] as const"
    :key="side"
    class="absolute top-[42%] flex flex-col gap-1.5"
    :class="side === 'left' ? 'left-4' : 'right-4 items-end'"
    :aria-label="`Heard out of view, ${side}`"
  >
    <li
      v-for="caption in onSide(side)"
      :key="caption.key"
      class="flex items-center gap-2 rounded-md bg-ink-0/80 px-2.5 py-1.5 text-xs"
    >
      <svg v-if="side === 'left'" width="12" height="16" viewBox="0 0 12 16" class="text-lamp" aria-hidden="true">
        <path d="M4 3c-2 3-2 7 0 10M8 1c-3 4-3 10 0 14" fill="none" stroke="currentColor" stroke-width="1.4" />
      </svg>
      <span
        >{{ caption.name }}, <span class="text-bone-2">{{ caption.where }}</span></span
      >
      <svg v-if="side === 'right'" width="12" height="16" viewBox="0 0 12 16" class="text-lamp" aria-hidden="true">
        <path d="M8 3c2 3 2 7 0 10M4 1c3 4 3 10 0 14" fill="none" stroke="currentColor" stroke-width="1.4" />
      </svg>
    </li>
  </ul>
</template>
