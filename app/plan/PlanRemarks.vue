<script setup lang="ts">
import { useShow } from '~/document/show'
import { goToRemark, openRemark } from '~/frame/remarks'

/** The notes that were put down in the place, where whoever wrote them stood. */
defineProps<{ pixel: number }>()
const doc = useShow()
/** The same list as long as none is put down, changed or taken away. */
const remarks = computed(() => doc.show?.remarks)
</script>

<template>
  <g
    v-for="remark in remarks"
    :key="remark.id"
    :transform="`translate(${remark.at[0]} ${remark.at[2]}) scale(${pixel})`"
    class="cursor-pointer"
    :class="[remark.done ? 'text-bone-3' : 'text-bone', openRemark === remark.id ? 'text-lamp!' : '']"
    tabindex="0"
    role="button"
    :aria-label="`Note: ${remark.text}`"
    data-remark
    @pointerdown.stop
    @click="goToRemark(remark)"
    @keydown.enter="goToRemark(remark)"
  >
    <title>{{ remark.text }}</title>
    <path d="M-5-6h7l3 3v9h-10z" fill="var(--color-ink-1)" stroke="currentColor" stroke-width="1.4" />
    <path d="M-2.5-1h5M-2.5 2h5" stroke="currentColor" stroke-width="1.1" />
  </g>
</template>
