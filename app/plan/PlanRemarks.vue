<script setup lang="ts">
import { useShow } from '~/document/show'
import RemarkGlyph from '~/frame/RemarkGlyph.vue'
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
    <RemarkGlyph />
  </g>
</template>
