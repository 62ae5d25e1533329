<script setup lang="ts">
import type { Spot } from '~~/core/show'
import { fetched } from '~/frame/fetched'
import { useEvidence } from '~/run/evidence'
import { usePlayhead } from '~/frame/playhead'
import { useRun } from '~/run/current-run'
import { useShow } from '~/document/show'
import { useHearByKey } from '~/playback/hear-by-key'
import { useSound } from '~/playback/sound'
import { said } from '~/frame/said'
import { useView } from '~/frame/view'
import { droppedAt, droppedPlace, droppedSounds, isSound, useDrops } from '~/frame/dropped'
import { followPointer } from '~/frame/pointer-drag'
import { isLookingBack } from '~/frame/looking-back'
import { isMixing } from '~/frame/mixing'
import { isSearching } from '~/frame/searching'
import { isTracks, tracksFile } from '~/frame/tracks-seen'
import { walksFrom } from '~/frame/walking-in'
import AppHeader from '~/frame/AppHeader.vue'
import { useFollowing } from '~/frame/following'
import OtherWindows from '~/frame/OtherWindows.vue'
import SaveState from '~/frame/SaveState.vue'
import UndoButtons from '~/frame/UndoButtons.vue'
import DeskBand from '~/desk/DeskBand.vue'
import PlaceTabs from '~/frame/PlaceTabs.vue'
import PlanBand from '~/plan/PlanBand.vue'
import { useKeys } from '~/keys/keys'
import { VIEW_NAMES, VIEWS } from '~/views/views'
import { needed } from '~~/core/base'
import { inputOf } from '~/frame/event-targets'
import { fieldIn } from '~~/core/show'

const route = useRoute()
const doc = useShow()
useRun()
const playhead = usePlayhead()
const view = useView()
const sound = useSound()
useEvidence()
useKeys()
useHearByKey()
useFollowing()
const failed = ref('')
const WalkView = fetched(() => import('~/walking/WalkView.vue'))
const EyesBand = fetched(() => import('~/eyes/EyesBand.vue'))
const UndoQuestion = fetched(() => import('~/frame/UndoQuestion.vue'))
const AsideEdits = fetched(() => import('~/frame/AsideEdits.vue'))
const BringPanel = fetched(() => import('~/bring/BringPanel.vue'))
const brings = ref(droppedPlace.value !== undefined)
const file = ref<HTMLInputElement>()
function bringIn(dropped: File) {
  brings.value = true
  droppedPlace.value = dropped
}
const SearchDialog = fetched(() => import('~/search/SearchDialog.vue'))
const MixPanel = fetched(() => import('~/mix/MixPanel.vue'))
const fetchPutSound = () => import('~/sounds/put-sound')
const TracksPanel = fetched(() => import('~/tracks/TracksPanel.vue'))
const HistoryPanel = fetched(() => import('~/history/HistoryPanel.vue'))
const seen = computed(() => VIEWS[view.looks])
const { over } = useDrops((files) => {
  const sounds = files.filter(isSound)
  tracksFile.value = files.find(isTracks) ?? tracksFile.value
  const place = files.find((dropped) => !isSound(dropped) && !isTracks(dropped))
  const spot = droppedAt.value
  droppedAt.value = undefined
  if (sounds.length > 0 && spot) void soundsHere(sounds, spot)
  else if (sounds.length > 0) {
    view.looks = 'sounds'
    droppedSounds.value = sounds
  }
  if (place) bringIn(place)
})
/** What comes onto the plan sounds where it was dropped. */
const soundsHere = async (files: readonly File[], spot: Spot) => (await fetchPutSound()).putSounds(files, spot)
/** With a mesh its panel opens; without one a file is asked for. */
async function askForFile() {
  if (!doc.place?.mesh) return file.value?.click()
  const { useBring } = await import('~/bring/bring')
  const bring = useBring()
  bring.open = !bring.open
}
function chooseFile(event: Event) {
  const input = inputOf(event)
  const [chosen] = input.files ?? []
  input.value = ''
  if (chosen) bringIn(chosen)
}
const frame = ref<HTMLElement>()

onMounted(async () => {
  try {
    const id = String(route.params.id)
    await doc.open(id)
    view.restore()
    useHead({ title: () => `${doc.show?.title ?? 'Show'} · Esvik` })
  } catch (error) {
    const statusCode = fieldIn(error, 'statusCode')
    failed.value =
      statusCode === 404
        ? 'There is no such show. It may have been deleted.'
        : 'The server does not answer. Nothing is lost; try again when it is back.'
  }
})
onBeforeUnmount(() => {
  playhead.pause()
  isLookingBack.value = false
  walksFrom.value = tracksFile.value = undefined
  doc.close()
})

const scoreShare = computed(() => (view.tall === 'score' ? 1 : view.tall === 'below' ? 0 : view.split))
function divide(event: PointerEvent) {
  view.tall = undefined
  const box = needed(frame.value, 'frame').getBoundingClientRect()
  const to = (e: PointerEvent) => (view.split = Math.min(0.85, Math.max(0.2, (e.clientY - box.top) / box.height)))
  followPointer(event, { move: to, end: to })
}
</script>

<template>
  <div class="flex h-full flex-col">
    <AppHeader>
      <template v-if="doc.isOpen" #views>
        <nav class="flex gap-1" aria-label="Views">
          <button
            v-for="name in VIEW_NAMES"
            :key="name"
            class="rounded-md px-2.5 py-1"
            :class="view.looks === name ? 'bg-ink-3 text-bone' : 'text-bone-2 hover:text-bone'"
            :aria-current="view.looks === name ? 'page' : undefined"
            :title="`${VIEWS[name].help} (${VIEWS[name].key})`"
            @click="view.looks = name"
          >
            {{ VIEWS[name].name }}
          </button>
        </nav>
      </template>
      <UndoButtons v-if="doc.isOpen" />
      <AsideEdits v-if="doc.asides.length > 0" />
      <OtherWindows v-if="doc.isOpen" />
      <SaveState v-if="doc.isOpen" />
      <div v-if="doc.isOpen" class="flex items-center gap-2">
        <button class="chip" :aria-pressed="sound.mute" @click="sound.mute = !sound.mute">
          {{ sound.mute ? 'Sound off' : 'Sound on' }}
        </button>
        <input
          v-model.number="sound.level"
          type="range"
          min="0"
          max="1"
          step="0.01"
          class="w-20 accent-lamp"
          aria-label="Level"
        />
      </div>
      <button
        v-if="doc.isOpen && !seen.whole"
        class="button"
        :aria-pressed="isLookingBack"
        @click="isLookingBack = !isLookingBack"
      >
        History
      </button>
      <button
        v-if="doc.isOpen"
        class="button"
        :class="walksFrom ? 'border-lamp! text-lamp' : ''"
        :aria-pressed="walksFrom !== undefined"
        title="Walk through the place from here (I)"
        @click="walksFrom = walksFrom ? undefined : { t: playhead.t }"
      >
        {{ walksFrom ? 'Walking' : 'Walk in' }}
      </button>
      <button v-if="doc.isOpen" class="button" title="Ctrl+K" @click="isSearching = true">Find</button>
      <button v-if="doc.isOpen" class="button" :aria-pressed="isMixing" @click="isMixing = !isMixing">Mix</button>
      <a v-if="doc.isOpen" class="button" :href="`/api/shows/${doc.id}/export`" download>Export</a>
    </AppHeader>
    <p v-if="failed" role="alert" class="m-8 text-rust">
      {{ failed }} <NuxtLink to="/" class="part">All shows</NuxtLink>
    </p>
    <component :is="seen.whole" v-if="!failed && doc.isOpen && seen.whole" />
    <main v-if="!failed && doc.isOpen" v-show="!seen.whole" ref="frame" class="flex min-h-0 flex-1 flex-col">
      <template v-for="name in VIEW_NAMES" :key="name"
        ><component
          :is="VIEWS[name].band"
          v-if="VIEWS[name].band && (VIEWS[name].stays || view.looks === name)"
          v-show="scoreShare > 0 && view.looks === name"
          :style="{ flex: `${scoreShare} 1 0` }"
      /></template>
      <div
        v-if="!view.tall"
        role="separator"
        aria-label="Divider between score and plan"
        aria-orientation="horizontal"
        class="flex h-2.5 flex-none cursor-row-resize touch-none items-center justify-center border-y border-rule bg-ink-0"
        @pointerdown="divide"
      >
        <span class="h-[3px] w-11 rounded bg-ink-3" />
      </div>
      <div v-show="scoreShare < 1" class="flex min-h-0" :style="{ flex: `${1 - scoreShare} 1 0` }">
        <div class="relative flex min-w-0 flex-1 flex-col">
          <PlanBand v-show="!view.eyes" class="min-h-0 flex-1" @bring="askForFile" />
          <EyesBand v-if="view.eyes" />
          <PlaceTabs class="absolute top-2.5 right-2.5" data-over-plan />
          <component :is="seen.foot" v-if="seen.foot" />
          <BringPanel v-if="doc.place?.mesh || brings" class="absolute right-3 bottom-8 z-10" data-over-plan />
          <input
            ref="file"
            type="file"
            accept=".glb,.zip"
            class="hidden"
            aria-label="A place to bring in"
            @change="chooseFile"
          />
        </div>
        <TracksPanel v-if="tracksFile" :file="tracksFile" @close="tracksFile = undefined" />
        <HistoryPanel v-else-if="isLookingBack" />
        <DeskBand v-else />
      </div>
    </main>
    <p v-else-if="!failed" class="m-8 text-bone-3">Opening the show …</p>
    <p
      v-if="over"
      class="pointer-events-none fixed inset-2 top-13 z-20 grid place-items-center rounded-xl border-2 border-dashed border-lamp bg-ink-0/70 text-[15px] text-lamp"
    >
      Let go to bring it in
    </p>
    <p
      v-if="said"
      role="status"
      class="pointer-events-none fixed bottom-4 left-1/2 z-30 -translate-x-1/2 rounded-md border border-rule bg-ink-2 px-3 py-1 text-xs text-bone"
    >
      {{ said }}
    </p>
    <MixPanel v-if="isMixing && doc.isOpen" @close="isMixing = false" />
    <WalkView v-if="walksFrom && doc.isOpen" :from="walksFrom" />
    <UndoQuestion v-if="doc.asked" />
    <SearchDialog v-if="isSearching && doc.isOpen" />
  </div>
</template>
