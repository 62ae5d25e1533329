<script setup lang="ts">
import { fieldwise } from '~/document/steady'
import { fetched } from '~/frame/fetched'
import { keepFocus } from '~/frame/keep-focus'
import { useSelection } from '~/frame/selection'
import { useShow } from '~/document/show'
import DeskEmpty from './DeskEmpty.vue'

/** The first marks don't wait for these: they are fetched when something is chosen, or the page has nothing else to do. */
const fetchZone = () => import('./zone/ZoneDesk.vue')
const fetchCue = () => import('~/cues/CueDesk.vue')
const fetchWalk = () => import('./thing/WalkDesk.vue')
const ZoneDesk = fetched(fetchZone)
const CueDesk = fetched(fetchCue)
const WalkDesk = fetched(fetchWalk)
onMounted(() => setTimeout(() => void Promise.all([fetchZone(), fetchCue(), fetchWalk()]), 3000))
/** Who only tunes what is there doesn't wait for these. */
const PlaceThing = fetched(() => import('./thing/PlaceThing.vue'))
const ManyCues = fetched(() => import('~/cues/ManyCues.vue'))
const AtmosphereDesk = fetched(() => import('~/cues/atmosphere/AtmosphereDesk.vue'))
const GroupDesk = fetched(() => import('./thing/GroupDesk.vue'))
const ThingsDesk = fetched(() => import('./thing/ThingsDesk.vue'))

const doc = useShow()
const selection = useSelection()
const desk = ref<HTMLElement>()
/** The chosen zone field by field: a dial that is turned draws its own number anew, not the whole desk. */
const zoneId = computed(() => selection.zone?.id)
const zone = computed(() => {
  const id = zoneId.value
  return id === undefined ? undefined : fieldwise(() => doc.show?.zones.find((each) => each.id === id))
})
keepFocus(desk, () => [selection.chosen?.id, doc.show])
</script>

<template>
  <aside
    ref="desk"
    tabindex="-1"
    role="region"
    aria-label="Desk"
    class="w-[404px] flex-none overflow-y-auto border-l border-rule bg-ink-1 px-4 py-2"
  >
    <p v-if="doc.problem" role="alert" class="mb-3 rounded-md border border-rust px-3 py-2 text-rust">
      {{ doc.problem }} Nothing was changed.
    </p>
    <p v-if="doc.missing.length > 0" class="mb-3 rounded-md border border-rule px-3 py-2 text-bone-2">
      Without a file here, so not heard: {{ doc.missing.join(', ') }}. The run is not affected.
    </p>
    <GroupDesk v-if="selection.group" :key="selection.group.id" :group="selection.group" />
    <ThingsDesk v-else-if="selection.things.length > 1" />
    <ZoneDesk v-else-if="zone" :key="zoneId" :zone="zone" />
    <WalkDesk v-else-if="selection.walk" :key="selection.walk.id" :walk="selection.walk" />
    <ManyCues v-else-if="selection.cues.length > 1" :cues="selection.cues" />
    <CueDesk v-else-if="selection.cue" :key="selection.cue.id" :cue="selection.cue" />
    <AtmosphereDesk v-else-if="selection.atmosphere" :key="selection.atmosphere.id" :preset="selection.atmosphere" />
    <PlaceThing
      v-else-if="selection.things[0]"
      :key="`${selection.things[0].kind}/${selection.things[0].id}`"
      :thing="selection.things[0]"
    />
    <DeskEmpty v-else />
  </aside>
</template>
