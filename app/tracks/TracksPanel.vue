<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'
import { messageOf } from '~~/core/base'
import { outlinesExtent } from './outlines-extent'
import type { Mapping } from '~~/core/tracks'
import { tracksAsWalks } from '~/document/making/fresh'
import { useShow } from '~/document/show'
import { say } from '~/frame/said'
import { useSelection } from '~/frame/selection'
import { tracksSeen } from '~/frame/tracks-seen'
import { useRun } from '~/run/current-run'
import { count } from '~/words/time'
import { TracksReaders } from './readers'
import type { Opened } from './tracks.worker'

/** A file of where real players were: which column is what, how that lies in the place, and in it comes. */
const props = defineProps<{ file: File }>()
const emit = defineEmits<{ close: [] }>()
const doc = useShow()
const runs = useRun()
const selection = useSelection()
const readers = new TracksReaders()
const opened = shallowRef<Opened>()
const mapping = ref<Mapping>()
const trouble = ref('')
const share = ref<number>()
/** How near what is kept stays to what was told (m), and whether the show holds and moves them after all. */
const near = ref(0.1)
const heeds = ref(false)
const size = computed(() => outlinesExtent(doc.now.place.floors))
watch(
  () => props.file,
  async (file) => {
    trouble.value = ''
    opened.value = undefined
    try {
      opened.value = await readers.open(file, size.value)
      mapping.value = opened.value.mapping
    } catch (error) {
      trouble.value = messageOf(error)
    }
  },
  { immediate: true },
)
const plain = () => mapping.value && { ...mapping.value, shift: [...mapping.value.shift] as Mapping['shift'] }
watchDebounced(
  [mapping, () => doc.now.place.floors],
  async () => {
    const now = plain()
    if (now) tracksSeen.value = await readers.shown(now, doc.now.place.floors)
  },
  { deep: true, debounce: 120, immediate: true },
)
onBeforeUnmount(() => {
  tracksSeen.value = []
  readers.end()
})

const COLUMNS = [
  ['who', 'Who', true],
  ['time', 'Time', false],
  ['x', 'To the right (X)', false],
  ['z', 'To the back (Z)', false],
  ['y', 'Height', true],
  ['yaw', 'Facing', true],
  ['key', 'Pressed', true],
] as const
const UNITS = [
  ['m', 1],
  ['cm', 0.01],
  ['mm', 0.001],
  ['ft', 0.3048],
  ['in', 0.0254],
] as const
const TIMES = [
  ['s', 1],
  ['ms', 0.001],
  ['min', 60],
] as const

async function bringIn() {
  const now = plain()
  if (!now) return
  share.value = 0
  trouble.value = ''
  try {
    const progress = (done: number) => (share.value = done)
    const read = await readers.read(props.file, now, doc.now.place.floors, near.value, progress)
    if (!read) return
    if (read.tracks.length === 0) return void (trouble.value = read.trouble ?? 'No row of it could be used.')
    const walks = tracksAsWalks(doc.now, props.file.name.replace(/\.[^.]*$/, ''), read.tracks, !heeds.value)
    const label = `Bring in ${count(walks.length, 'track')}`
    if (!doc.edit(label, (edit) => walks.forEach((walk) => edit.add(['walks'], walk)))) {
      trouble.value = doc.problem
      return
    }
    const [first] = walks
    if (first) {
      runs.walks = [first.id]
      selection.choose('walk', first.id)
    }
    say(`${count(walks.length, 'track')} of ${read.rows.toLocaleString('en')} rows${read.skipped > 0 ? `; ${read.skipped.toLocaleString('en')} were left out. ${read.trouble}` : ''}`) // prettier-ignore
    emit('close')
  } catch (error) {
    trouble.value = messageOf(error)
  } finally {
    share.value = undefined
  }
}
</script>

<template>
  <section
    aria-label="Tracks of players"
    class="w-[404px] flex-none space-y-2 overflow-y-auto border-l border-rule bg-ink-1 px-4 py-3 text-xs text-bone-2"
  >
    <div class="flex items-start gap-2">
      <h2 class="min-w-0 flex-1 truncate text-[17px] font-semibold text-bone">{{ file.name }}</h2>
      <button class="chip" @click="emit('close')">Close</button>
    </div>
    <p v-if="trouble" role="alert" class="text-rust">{{ trouble }}</p>
    <template v-if="opened && mapping">
      <table class="w-full">
        <tbody>
          <tr v-for="[field, words, isOptional] in COLUMNS" :key="field">
            <th class="pr-2 text-left font-normal whitespace-nowrap">{{ words }}</th>
            <td>
              <select v-model="mapping[field]" class="field w-full" :aria-label="words">
                <option v-if="isOptional" :value="undefined">not in the file</option>
                <option v-for="(name, i) in opened.header" :key="i" :value="i">{{ name }}</option>
              </select>
            </td>
            <td class="max-w-20 truncate pl-2 font-mono text-[10px] text-bone-3">
              {{ mapping[field] === undefined ? '' : opened.rows[0]?.[mapping[field]!] }}
            </td>
          </tr>
        </tbody>
      </table>
      <p class="flex flex-wrap items-center gap-x-3 gap-y-1.5">
        <label
          >Time in
          <select v-model="mapping.seconds" class="field" aria-label="Unit of time">
            <option v-for="[name, seconds] in TIMES" :key="name" :value="seconds">{{ name }}</option>
          </select></label
        >
        <label
          >place in
          <select v-model="mapping.metres" class="field" aria-label="Unit of length">
            <option v-for="[name, metres] in UNITS" :key="name" :value="metres">{{ name }}</option>
          </select></label
        >
        <label class="flex items-center gap-1"
          ><input v-model="mapping.flipsX" type="checkbox" class="accent-lamp" /> X turned</label
        >
        <label class="flex items-center gap-1"
          ><input v-model="mapping.flipsZ" type="checkbox" class="accent-lamp" /> Z turned</label
        >
      </p>
      <p class="flex items-center gap-2">
        moved by
        <input
          v-for="axis in [0, 1, 2] as const"
          :key="axis"
          v-model.number="mapping.shift[axis]"
          type="number"
          step="0.5"
          class="field w-16"
          :aria-label="`Moved along ${'XYZ'[axis]} (m)`"
        />
        m
      </p>
      <p v-if="mapping.yaw !== undefined" class="flex flex-wrap items-center gap-x-3 gap-y-1.5">
        Facing
        <label class="flex items-center gap-1"
          ><input v-model="mapping.radians" type="checkbox" class="accent-lamp" /> in radians</label
        >
        <label class="flex items-center gap-1"
          ><input v-model="mapping.clockwise" type="checkbox" class="accent-lamp" /> clockwise</label
        >
        <label
          >from
          <input
            v-model.number="mapping.zero"
            type="number"
            step="90"
            class="field w-16"
            aria-label="Facing begins at"
          />
          °</label
        >
      </p>
      <p class="flex flex-wrap items-center gap-x-3 gap-y-1.5">
        <label
          >kept within
          <input v-model.number="near" type="number" min="0.02" max="2" step="0.05" class="field w-16" /> m</label
        >
        <label
          class="flex items-center gap-1"
          title="As it went, nobody is frozen or moved again; otherwise they are, as the show would have it now"
          ><input v-model="heeds" type="checkbox" class="accent-lamp" /> the show holds and moves them</label
        >
      </p>
      <p v-if="share !== undefined" role="status" class="flex items-center gap-2">
        <span class="h-1 flex-1 overflow-hidden rounded bg-ink-3"
          ><span class="block h-1 rounded bg-lamp" :style="{ width: `${Math.round(share * 100)}%` }"
        /></span>
        {{ Math.round(share * 100) }} %
        <button class="chip" @click="readers.stop()">Stop</button>
      </p>
      <button v-else class="button primary" @click="bringIn">Bring them in as walks</button>
    </template>
  </section>
</template>
