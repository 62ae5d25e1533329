<script setup lang="ts">
import { RULER, xOf, type Layout } from '~/canvas/axes'
import { useShow } from '~/document/show'
import RemarkGlyph from '~/frame/RemarkGlyph.vue'
import { goToRemark, openRemark } from '~/frame/remarks'
import { useRun } from '~/run/current-run'

/** The notes that were put down in this run, on its clock. */
const props = defineProps<{ layout: Layout }>()
const doc = useShow()
const runs = useRun()
const remarks = computed(() => doc.show?.remarks)
const here = computed(() =>
  (remarks.value ?? []).flatMap((remark) => {
    const { seconds, walk } = remark
    if (seconds === undefined || (walk !== undefined && !runs.walks.includes(walk))) return []
    const x = xOf(props.layout, seconds)
    return x < 0 || x > props.layout.width ? [] : [{ remark, x }]
  }),
)
</script>

<template>
  <button
    v-for="{ remark, x } in here"
    :key="remark.id"
    class="absolute size-4 -translate-x-1/2"
    :class="[remark.done ? 'text-bone-3' : 'text-bone', openRemark === remark.id ? 'text-lamp!' : '']"
    :style="{ left: `${x}px`, top: `${RULER - 18}px` }"
    :title="remark.text"
    :aria-label="`Note: ${remark.text}`"
    data-remark
    @pointerdown.stop
    @click="goToRemark(remark)"
  >
    <svg viewBox="-8 -8 16 16" aria-hidden="true">
      <RemarkGlyph />
    </svg>
  </button>
</template>
