<script setup lang="ts">
import { positionAt } from '~~/core/engine'
import { useRun } from '~/run/current-run'
import { useSelection } from '~/frame/selection'
import { useShow } from '~/document/show'

/** The ways of the walks, to take hold of: below the zones, so that a zone on the way can be taken too. */
defineProps<{ pixel: number; free: boolean }>()
const doc = useShow()
const runs = useRun()
const selection = useSelection()
const ways = computed(() =>
  (runs.ways?.paths ?? []).map((path, index) => {
    let line = ''
    for (let t = 0; t <= runs.ways!.length; t += 0.5) {
      const [x, , z] = positionAt(path, t)
      line += `${line ? 'L' : 'M'}${x.toFixed(2)} ${z.toFixed(2)}`
    }
    return { id: runs.ways!.walks[index]!, line }
  }),
)
/** Worked out apart: so that an edit of something else draws nothing here. */
const walks = computed(() => doc.show!.walks)
const names = computed(() => new Map(walks.value.map(({ id, name }) => [id, name])))
</script>

<template>
  <g>
    <path
      v-for="way in ways"
      :key="way.id"
      :d="way.line"
      fill="none"
      stroke="transparent"
      :stroke-width="9 * pixel"
      class="cursor-pointer"
      :pointer-events="free ? 'stroke' : 'none'"
      @pointerdown.stop
      @click.stop="selection.choose('walk', way.id)"
    >
      <title>{{ names.get(way.id) }}</title>
    </path>
  </g>
</template>
