<script setup lang="ts">
import PartText from '~/desk/PartText.vue'
import { count, plain } from '~/words/time'
import { useSounds } from './sounds'

/** The sounds of the show: brought in, heard by themselves, measured, named. */
const store = useSounds()
const files = ref<HTMLInputElement>()
const wanted = ref('')
const shown = computed(() => {
  const words = wanted.value.toLowerCase()
  return store.sounds.filter(({ name, tags }) => [name, ...tags].some((each) => each.toLowerCase().includes(words)))
})
function take(event: Event) {
  const input = event.target as HTMLInputElement
  const chosen = [...(input.files ?? [])]
  input.value = ''
  if (chosen.length > 0) void store.bring(chosen)
}
const loudness = (value: number | undefined, unit: string) => (value === undefined ? '–' : `${plain(value, 1)} ${unit}`)
</script>

<template>
  <section
    v-show="store.open"
    aria-label="Sounds"
    class="flex max-h-[calc(100%-3rem)] w-[360px] flex-col gap-2 rounded-[9px] border border-rule bg-ink-1/95 p-3 text-xs text-bone-2"
  >
    <div class="flex items-center gap-2">
      <h2 class="flex-1 text-[13px] font-semibold text-bone">{{ count(store.sounds.length, 'sound') }}</h2>
      <button class="chip" @click="files?.click()">Bring in</button>
      <button class="chip" @click="store.open = false">Close</button>
      <input
        ref="files"
        type="file"
        accept=".wav"
        multiple
        class="hidden"
        aria-label="Sounds to bring in"
        @change="take"
      />
    </div>
    <p v-if="store.coming" role="status" class="flex items-center gap-2">
      <span class="h-1 flex-1 overflow-hidden rounded bg-ink-3"
        ><span class="block h-1 rounded bg-lamp" :style="{ width: `${(store.coming.done / store.coming.of) * 100}%` }"
      /></span>
      {{ store.coming.done }} of {{ store.coming.of }}
      <button class="chip" @click="store.stop()">Stop</button>
    </p>
    <div v-if="store.refused.length > 0" role="alert" class="text-rust">
      <p v-for="one in store.refused" :key="one.name">
        {{ one.name }} was not brought in: {{ one.why.replace(/\.$/, '') }}.
      </p>
    </div>
    <input
      v-model="wanted"
      type="search"
      aria-label="Search the sounds"
      placeholder="Search"
      class="rounded border border-rule bg-ink-0 px-2 py-1"
    />
    <p v-if="store.sounds.length === 0">No sounds yet. Drop WAV files anywhere on this page.</p>
    <ul class="min-h-0 flex-1 divide-y divide-rule overflow-y-auto">
      <li v-for="sound in shown" :key="sound.id" class="py-1" :data-sound="sound.id">
        <div class="flex items-center gap-2">
          <button
            class="chip"
            :aria-pressed="store.playing === sound.id"
            :aria-label="`${store.playing === sound.id ? 'Stop' : 'Hear'} ${sound.name}`"
            @click="store.audition(sound)"
          >
            {{ store.playing === sound.id ? 'Stop' : 'Hear' }}
          </button>
          <button
            class="min-h-6 min-w-0 flex-1 truncate text-left"
            :class="store.chosen === sound.id ? 'text-lamp' : 'text-bone'"
            :aria-expanded="store.chosen === sound.id"
            @click="store.chosen = store.chosen === sound.id ? undefined : sound.id"
          >
            {{ sound.name }}
          </button>
          <span class="font-mono text-[10px]">{{ plain(sound.seconds, 1) }} s</span>
        </div>
        <div v-if="store.chosen === sound.id" class="space-y-1 py-1 leading-relaxed" data-measured>
          <p>
            Called <PartText name="Name" :value="sound.name" @change="store.rename(sound, $event)" />,
            {{ store.isUsed(sound.id) ? 'used in this show' : 'not used yet' }}.
            <button v-if="!store.isUsed(sound.id)" class="chip ml-1" @click="store.remove(sound)">Delete</button>
          </p>
          <p v-if="!store.measured" class="text-bone-3">Measuring …</p>
          <p v-else class="text-bone-3">
            {{ loudness(store.measured.integrated, 'LUFS') }} as a whole,
            {{ loudness(store.measured.loudestShortTerm, 'LUFS') }} at its loudest 3 s, range
            {{ loudness(store.measured.range, 'LU') }}, true peak
            <span :class="(store.measured.truePeak ?? -99) > -1 ? 'text-rust' : ''">{{
              loudness(store.measured.truePeak, 'dB')
            }}</span>. {{ store.measured.channels === 1 ? 'One channel' : `${store.measured.channels} channels` }},
            silent for {{ plain(store.measured.silence.head, 2) }} s before and
            {{ plain(store.measured.silence.tail, 2) }} s after.
            <span v-if="store.measured.clipped > 0" class="text-rust"
              >Clipped {{ count(store.measured.clipped, 'time') }}.</span
            >
          </p>
        </div>
      </li>
    </ul>
  </section>
</template>
