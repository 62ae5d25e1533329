<script setup lang="ts">
import { plain } from '~/words/time'
import type { Family } from './library'
import { useRecording } from './recording'
import { useSounds } from './sounds'
import SoundTile from './SoundTile.vue'
import { inputOf } from '~/frame/event-targets'

/** All sounds of the show on their shore, and the berth where new ones land. */
const store = useSounds()
const files = ref<HTMLInputElement>()
const folder = ref<HTMLInputElement>()
function take(event: Event) {
  const input = inputOf(event)
  const taken = [...(input.files ?? [])]
  input.value = ''
  if (taken.length > 0) void store.bring(taken)
}
const { since, problem, begin, end } = useRecording((file) => void store.bring([file]))
const isChosen = (family: Family) => family.sounds.some(({ id }) => store.chosen.includes(id))
/** What is softer is silence (LUFS, dB). */
const SILENT = -90
const between = (values: number[], digits: number): string => {
  const [least, most] = [Math.min(...values), Math.max(...values)]
  return plain(least, digits) === plain(most, digits)
    ? plain(least, digits)
    : `${plain(least, digits)} to ${plain(most, digits)}`
}
/** How loud a family is, each sound with its gain: as a whole and at its loudest; what is too short for that by its peak. */
function facts({ sounds }: Family): string {
  const measured = sounds.flatMap(({ asset, gain }) => {
    const one = store.known.get(asset)?.measured
    return one ? [{ ...one, gain }] : []
  })
  const most = (of: (one: (typeof measured)[number]) => number | undefined) =>
    measured.reduce((most, one) => Math.max(most, (of(one) ?? -Infinity) + one.gain), -Infinity)
  const whole = most((one) => one.integrated ?? one.loudestMoment)
  const peak = most((one) => one.truePeak)
  if (whole <= SILENT) return measured.length === 0 ? '…' : peak > SILENT ? `peak ${plain(peak, 0)} dB` : 'silent'
  const loudest = most((one) => one.loudestShortTerm ?? one.loudestMoment)
  return `${plain(whole, 0)} / ${plain(Math.max(loudest, whole), 0)} LUFS`
}
const lasts = ({ sounds }: Family) => {
  const seconds = sounds.map((sound) => (sound.trim ? sound.trim[1] - sound.trim[0] : sound.seconds))
  return `${between(seconds, seconds[0]! < 10 ? 1 : 0)} s`
}
const uses = ({ sounds }: Family) => {
  const cues = new Set(sounds.flatMap(({ id }) => store.users.sounds.get(id) ?? []).map(({ kind, id }) => kind + id))
  return cues.size === 0 ? 'not used' : `${cues.size} ${cues.size === 1 ? 'use' : 'uses'}`
}
const over = ({ sounds }: Family) =>
  sounds.filter(({ asset }) => (store.known.get(asset)?.measured?.truePeak ?? -9) > -1)
function press(event: MouseEvent, id: string) {
  if (!event.shiftKey || !store.sound) return store.choose(id, event.ctrlKey || event.metaKey || event.shiftKey)
  // With Shift all from the one that is looked at up to this one.
  const order = store.families.flatMap(({ sounds }) => sounds.map((sound) => sound.id))
  const [from, to] = [order.indexOf(store.sound.id), order.indexOf(id)]
  const range = order.slice(Math.min(from, to), Math.max(from, to) + 1).filter((each) => each !== id)
  store.chooseAll([...new Set([...store.chosen.filter((each) => each !== id), ...range, id])])
}
/** Arrow keys go along the shore; Space hears. */
function key(event: KeyboardEvent, id: string) {
  const at = store.shown.findIndex((sound) => sound.id === id)
  const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0
  if (by !== 0) {
    event.preventDefault()
    const order = store.families.flatMap(({ sounds }) => sounds)
    const next = order[order.findIndex((sound) => sound.id === id) + by]
    if (!next) return
    store.choose(next.id, event.shiftKey)
    document.querySelector<HTMLElement>(`[data-sound="${next.id}"]`)?.focus()
  } else if (event.key === ' ' && at >= 0) {
    event.preventDefault()
    event.stopPropagation()
    store.toggle(store.shown[at]!)
  }
}
</script>

<template>
  <div class="relative min-h-0 flex-1 overflow-y-auto p-2" aria-label="Shore" role="group">
    <ul class="flex flex-wrap gap-x-3 gap-y-1">
      <li
        v-for="family in store.families"
        :key="family.sounds[0]!.id"
        class="rounded-lg border px-2 pt-1 pb-1.5 [contain-intrinsic-size:120px_96px] [content-visibility:auto]"
        :class="isChosen(family) ? 'border-lamp/70 bg-chosen' : 'border-transparent'"
      >
        <div class="flex flex-wrap items-end gap-x-2">
          <button
            v-for="sound in family.sounds"
            :key="sound.id"
            class="rounded-sm"
            :class="store.chosen.includes(sound.id) ? 'bg-ink-3/60' : ''"
            :data-sound="sound.id"
            :data-hears="`sound:${sound.id}`"
            :aria-pressed="store.chosen.includes(sound.id)"
            :aria-label="sound.name"
            @click="press($event, sound.id)"
            @dblclick="store.toggle(sound)"
            @keydown="key($event, sound.id)"
          >
            <SoundTile
              :sound="sound"
              :known="store.known.get(sound.asset)"
              :chosen="store.chosen.includes(sound.id)"
              :playing="store.playing === sound.id"
            />
          </button>
        </div>
        <button
          class="block min-h-6 max-w-full truncate text-left text-[12.5px] leading-tight"
          :class="isChosen(family) ? 'text-lamp' : 'text-bone'"
          @click="store.chooseAll(family.sounds.map(({ id }) => id))"
        >
          {{ family.name }}
        </button>
        <p class="text-[11px] leading-tight" :class="isChosen(family) ? 'text-bone-2' : 'text-bone-3'">
          {{ facts(family) }}<span v-if="over(family).length > 0" class="text-rust"> · peak over −1 dB</span>
        </p>
        <p class="text-[11px] leading-tight" :class="isChosen(family) ? 'text-bone-2' : 'text-bone-3'">
          {{ lasts(family) }} · {{ uses(family) }}
        </p>
      </li>
      <li
        class="grid min-w-56 flex-1 content-center gap-1 rounded-lg border border-dashed border-bone-3 px-3 py-2 text-[12px]"
      >
        <p>
          <strong>Drop sounds here</strong>, or <button class="part" @click="files?.click()">choose files</button>,
          <button class="part" @click="folder?.click()">a folder</button>, or
          <button v-if="since === undefined" class="part" @click="begin">record</button>
          <button v-else class="part !text-rust" @click="end">stop recording</button>
        </p>
        <p v-if="store.coming" role="status" class="flex items-center gap-2">
          <span class="h-1 w-24 overflow-hidden rounded bg-ink-3"
            ><span class="block h-1 bg-lamp" :style="{ width: `${(store.coming.done / store.coming.of) * 100}%` }"
          /></span>
          <span class="min-w-0 flex-1 truncate"
            >{{ store.coming.done }} of {{ store.coming.of }} · {{ store.coming.name }}</span
          >
          <button class="chip" @click="store.stop()">Stop</button>
        </p>
        <p v-if="problem" role="alert" class="text-rust">{{ problem }}</p>
        <div v-if="store.refused.length > 0" role="alert" class="max-h-24 overflow-y-auto text-rust">
          <p v-for="one in store.refused" :key="one.name">{{ one.name }} was not brought in: {{ one.why }}.</p>
        </div>
        <input
          ref="files"
          type="file"
          accept="audio/*,.wav,.flac,.ogg,.opus,.mp3,.aac,.m4a,.aif,.aiff"
          multiple
          class="hidden"
          aria-label="Sounds to bring in"
          @change="take"
        />
        <input
          ref="folder"
          type="file"
          webkitdirectory
          multiple
          class="hidden"
          aria-label="A folder of sounds to bring in"
          @change="take"
        />
      </li>
    </ul>
  </div>
</template>
