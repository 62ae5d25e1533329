<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { useRun } from '~/run/current-run'
import { useSelection } from '~/frame/selection'
import { useShow } from '~/document/show'
import { bentOf, sensesOf } from '~/words/senses'
import { unmetWords } from '~/words/sentences'
import { steady } from '~/document/steady'
import { closedGroups, useLanes } from './lanes'
import SenseGlyph from '~/frame/SenseGlyph.vue'
import { elementOf } from '~/frame/event-targets'

const props = defineProps<{ scroll: number }>()
const emit = defineEmits<{ scroll: [to: number] }>()
const doc = useShow()
const runs = useRun()
const { heads, under, height: tall } = useLanes()
const hasZones = computed(() => (doc.show?.zones.length ?? 0) > 0)
const isRun = computed(() => runs.score !== undefined)
const selection = useSelection()
const list = ref<HTMLElement>()
const { height } = useElementSize(list)
/** Heads are there for the lanes in sight and so many before and after; a show of thousands of zones would have a page of them. */
const AROUND = 40
const from = computed(() => Math.max(0, Math.floor(props.scroll / tall.value / AROUND) - 1) * AROUND)
const shown = steady(() => {
  const to = Math.ceil((props.scroll + height.value) / tall.value / AROUND + 1) * AROUND
  const show = doc.resting
  if (!show) return []
  const zones = new Map(show.zones.map((zone) => [zone.id, zone]))
  return heads.value.slice(from.value, to).map((lane) => {
    const zone = zones.get(lane.zone)
    return {
      lane,
      senses: zone ? sensesOf(show, zone) : [],
      isScare: zone !== undefined && bentOf(show, zone) === 'scare',
    }
  })
})

const isGroupChosen = (group: string | undefined) => group !== undefined && selection.group?.id === group
function fold(group: string) {
  if (!closedGroups.delete(group)) closedGroups.add(group)
}
/** With Shift one zone more, or less. */
const choose = (id: string, more: boolean) =>
  more ? selection.toggle({ kind: 'zone', id }) : selection.choose('zone', id)
const isChosen = (id: string) => selection.things.some((thing) => thing.kind === 'zone' && thing.id === id)
watch(
  () => props.scroll,
  (to) => list.value && (list.value.scrollTop = to),
)
watch(
  () => selection.chosen?.id,
  async (id) => {
    await nextTick()
    const index = heads.value.findIndex((lane) => lane.zone === id)
    if (index < 0 || !list.value) return
    const top = index * tall.value
    if (top < list.value.scrollTop || top + tall.value > list.value.scrollTop + list.value.clientHeight)
      emit('scroll', Math.max(0, top - list.value.clientHeight / 2))
  },
)
</script>

<template>
  <div
    ref="list"
    class="min-h-0 flex-1 overflow-y-auto [scrollbar-width:none]"
    @scroll="emit('scroll', elementOf($event).scrollTop)"
  >
    <div :style="{ height: `${from * tall}px` }" />
    <div
      v-for="{ lane, senses, isScare } in shown"
      :key="lane.zone"
      v-memo="[
        lane.met,
        lane.name,
        lane.unmet,
        lane.gone,
        isScare,
        tall,
        isChosen(lane.zone),
        senses.join(),
        under.includes(lane.zone),
        isGroupChosen(lane.group),
        closedGroups.has(lane.group ?? ''),
      ]"
    >
      <div
        v-if="lane.group"
        class="flex w-full items-center border-b border-row"
        :class="isGroupChosen(lane.group) ? 'bg-ink-3' : ''"
        :style="{ height: `${tall}px` }"
      >
        <button
          class="grid h-full w-7 place-items-center text-[9px] text-bone-3"
          :aria-label="`Lanes of ${lane.name}`"
          :aria-expanded="!closedGroups.has(lane.group)"
          @click="fold(lane.group)"
        >
          {{ closedGroups.has(lane.group) ? '▸' : '▾' }}
        </button>
        <button
          class="h-full min-w-0 flex-1 truncate pl-2 text-left font-semibold"
          :aria-pressed="isGroupChosen(lane.group)"
          @click="selection.choose('group', lane.group)"
        >
          {{ lane.name }}
        </button>
      </div>
      <button
        v-else
        class="flex w-full items-center gap-2 border-b border-row pr-2.5 pl-3 text-left leading-none"
        :class="[
          isChosen(lane.zone)
            ? 'bg-ink-3'
            : lane.gone
              ? 'text-rust'
              : lane.met === undefined
                ? 'text-bone-3'
                : 'hover:bg-ink-2',
        ]"
        :style="{ height: `${tall}px` }"
        :aria-label="lane.name"
        :aria-pressed="isChosen(lane.zone)"
        :data-zone="lane.zone"
        @click="lane.zone && !lane.gone && choose(lane.zone, $event.shiftKey)"
      >
        <span class="w-4 font-mono text-[9px] text-bone-3">{{ lane.met ?? '' }}</span>
        <span class="flex-1 truncate" :class="{ 'pl-3': under.includes(lane.zone) }">{{ lane.name }}</span>
        <span v-if="isScare" class="text-[10px] text-lamp">scare</span>
        <span v-if="lane.gone" class="text-[11px]">gone</span>
        <span v-else-if="lane.unmet" class="text-[11px] whitespace-nowrap">{{ unmetWords(lane) }}</span>
        <template v-else><SenseGlyph v-for="sense in senses" :key="sense" :sense="sense" /></template>
      </button>
    </div>
    <div :style="{ height: `${Math.max(0, heads.length - from - shown.length) * tall}px` }" />
    <p v-if="heads.length === 0 && isRun" class="p-3 text-bone-3">
      {{
        hasZones
          ? 'No zone is as the filter of lanes asks: All lanes shows them again.'
          : 'No zone yet. Choose Zone in the plan below and drag one where people pass.'
      }}
    </p>
  </div>
</template>
