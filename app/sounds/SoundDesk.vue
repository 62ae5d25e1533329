<script setup lang="ts">
import { thousandths, needed } from '~~/core/base'
import { SOUND_TYPES, type SoundType } from '~~/core/audio'
import type { Editor, Credit } from '~~/core/show'
import DeletionAsked from '~/parts/DeletionAsked.vue'
import PartChoice from '~/parts/PartChoice.vue'
import PartNumber from '~/parts/PartNumber.vue'
import DeskHead from '~/parts/DeskHead.vue'
import PartTags from '~/parts/PartTags.vue'
import PartText from '~/parts/PartText.vue'
import { useSelection } from '~/frame/selection'
import { useView } from '~/frame/view'
import { count, plain } from '~/words/time'
import { exportWav } from './export-wav'
import { CREDIT_FIELDS, creditWith } from './credit'
import ManySounds from './ManySounds.vue'
import SoundPicture from './SoundPicture.vue'
import SoundSeam from './SoundSeam.vue'
import { useSounds } from './sounds'
import type { User } from './sound-uses'

/** The chosen sound: seen, heard, trimmed; measured, and where it is used. */
const store = useSounds()
const view = useView()
const selection = useSelection()
const sound = computed(() => store.sound)
const own = () => needed(store.sound, 'sound chosen')
const round = ref(false)
const asks = ref(false)
watch(
  () => sound.value?.id,
  () => (asks.value = false),
)
const known = computed(() => sound.value && store.known.get(sound.value.asset))
const measured = computed(() => known.value?.measured)
const trim = computed((): [number, number] => sound.value?.trim ?? [0, sound.value?.seconds ?? 0])
const users = computed(() => (sound.value ? (store.users.sounds.get(sound.value.id) ?? []) : []))
const facts = computed(() => {
  const { type, bytes } = known.value ?? {}
  if (!type) return 'its file is not here'
  const { channels, rate } = measured.value ?? {}
  return [
    `sound ${store.sounds.indexOf(own()) + 1} of ${store.sounds.length}`,
    SOUND_TYPES[type as SoundType]?.name ?? type,
    rate && `${plain(rate / 1000, 1)} kHz`,
    channels && (channels === 1 ? 'one channel' : `${channels} channels`),
    bytes && (bytes < 1e6 ? `${Math.round(bytes / 1000)} kB` : `${plain(bytes / 1e6, 1)} MB`),
  ]
    .filter(Boolean)
    .join(' · ')
})
const cut = (side: 0 | 1) => (edit: Editor, value: number) =>
  edit.set(['sounds', own().id, 'trim'], side === 0 ? [value, trim.value[1]] : [trim.value[0], value])
const silenceOut = () => {
  const { head, tail } = needed(measured.value, 'measure of it').silence
  const [from, to] = [thousandths(head), thousandths(own().seconds - tail)]
  store.set('trim', [from, to], `Leave the silence of ${own().name} out`)
}
const hasSilence = computed(() => {
  const { head, tail } = measured.value?.silence ?? { head: 0, tail: 0 }
  return head + tail > 0.02 && trim.value[0] < head - 0.005 && head + tail < own().seconds
    ? true
    : tail > 0.02 && trim.value[1] > own().seconds - tail + 0.005 && head + tail < own().seconds
})
const others = computed(() =>
  store.sounds.filter(({ id }) => id !== sound.value?.id).map(({ id, name }) => ({ value: id, words: name })),
)
function go({ kind, id }: User) {
  if (kind === 'pool') return void (store.chosenPool = id)
  selection.choose('cue', id)
  view.looks = 'desk'
}
function everywhere(id: string) {
  const other = store.sounds.find((each) => each.id === id)
  if (other) void store.replaceEverywhere(own(), other)
}
/** Another takes its place wherever it is used, and it goes. */
function instead(id: string) {
  const { id: old } = own()
  asks.value = false
  if (store.replace(old, id)) store.remove([old])
  store.choose(id)
}
const credit = (field: keyof Credit, text: string) =>
  store.set('credit', creditWith(own(), field, text), `Credit of ${own().name}`)
function remove() {
  const isUsed = store.several.some(({ id }) => (store.users.sounds.get(id) ?? []).length > 0)
  if (isUsed && !asks.value) return void (asks.value = true)
  asks.value = false
  store.remove(store.several.map(({ id }) => id))
}
</script>

<template>
  <section aria-label="Sound" class="min-h-0 overflow-y-auto px-4 py-3 text-[13px] text-bone-2">
    <p v-if="store.sounds.length === 0">
      No sounds yet. Drop files of sounds, or a folder of them, anywhere on this page.
    </p>
    <p v-else-if="!sound">Choose a sound on its shore to see, hear and trim it. Shift or Ctrl chooses several.</p>
    <div v-else class="space-y-2">
      <div class="flex items-start gap-3">
        <DeskHead :name="sound.name" :facts="facts" @rename="store.rename($event)" />
        <span class="font-mono text-[12px] text-lamp">{{
          store.playing === sound.id ? `${plain(store.at, 1)} s` : ''
        }}</span>
        <button class="chip" :aria-pressed="round" @click="round = !round">{{ round ? 'goes round' : 'once' }}</button>
        <button class="chip" @click="store.toggle(sound, { round })">
          {{ store.playing === sound.id ? 'Stop' : 'Hear' }}
        </button>
      </div>
      <ManySounds v-if="store.several.length > 1" :sounds="store.several" />
      <p>
        Sounds from
        <PartNumber
          name="From"
          :value="trim[0]"
          :label="`Trim ${sound.name}`"
          :put="cut(0)"
          unit="s"
          :min="0"
          :max="trim[1] - 0.01"
          :step="0.01"
        />
        to
        <PartNumber
          name="To"
          :value="trim[1]"
          :label="`Trim ${sound.name}`"
          :put="cut(1)"
          unit="s"
          :min="trim[0] + 0.01"
          :max="sound.seconds"
          :step="0.01"
        />, at
        <PartNumber
          name="Gain"
          :value="sound.gain"
          :label="`Gain of ${sound.name}`"
          :put="(edit, value) => edit.set(['sounds', sound!.id, 'gain'], value)"
          unit="dB"
          :min="-60"
          :max="40"
          :step="0.5"
        />.
        <button v-if="hasSilence" class="part" @click="silenceOut">Leave the silence out</button>
        <button v-if="sound.trim" class="part" @click="store.set('trim', undefined, `All of ${sound.name}`)">
          All of it
        </button>
      </p>
      <SoundPicture v-if="store.picture" :sound="sound" :picture="store.picture" />
      <p v-else class="grid h-[208px] place-items-center text-bone-3">
        {{ store.picture === null ? 'Its file is not here, or this browser can’t decode it.' : 'Looking at it …' }}
      </p>
      <SoundSeam v-if="store.picture && (round || sound.seconds > 4)" :sound="sound" />
      <p v-if="measured" class="text-bone-3" data-measured>
        <template v-if="measured.integrated !== undefined || measured.loudestMoment !== undefined"
          ><strong class="text-bone">{{ plain(measured.integrated ?? measured.loudestMoment!, 1) }} LUFS</strong>
          {{ measured.integrated === undefined ? 'at its loudest moment' : 'in whole'
          }}<template v-if="measured.loudestShortTerm !== undefined"
            >, <strong class="text-bone">{{ plain(measured.loudestShortTerm, 1) }}</strong> in its loudest 3 s</template
          ><template v-if="measured.range !== undefined">, range {{ plain(measured.range, 1) }} LU</template>, true peak
          <strong :class="(measured.truePeak ?? -99) > -1 ? 'text-rust' : 'text-bone'"
            >{{ plain(measured.truePeak ?? -99, 1) }} dB</strong
          >.</template
        >
        <template v-else-if="measured.truePeak !== undefined"
          >Too short to be as loud as anything: true peak
          <strong class="text-bone">{{ plain(measured.truePeak, 1) }} dB</strong>.</template
        >
        <template v-else>Silent. </template>
        Silent for {{ plain(measured.silence.head, 2) }} s at the head and {{ plain(measured.silence.tail, 2) }} s at
        the tail.
        <span v-if="measured.clipped > 0" class="text-rust">Clipped {{ count(measured.clipped, 'time') }}. </span>
        <span v-if="measured.offset > 0.002" class="text-rust"
          >Its middle is off by {{ plain(measured.offset * 100, 1) }} %.
        </span>
      </p>
      <p v-else class="text-bone-3">{{ known ? 'Not measured.' : '…' }}</p>
      <p class="text-bone-3">
        <template v-if="users.length > 0"
          >Used by
          <template v-for="(user, i) in users" :key="user.kind + user.id"
            ><template v-if="i > 0">, </template><button class="part" @click="go(user)">{{ user.name }}</button
            >{{ user.kind === 'pool' ? ' (pool)' : '' }}</template
          >.
          <PartChoice
            name="Replace it by"
            value=""
            :options="[{ value: '', words: 'Replace it …' }, ...others]"
            @choose="$event && store.replace(sound.id, $event)" />
          in this show, or
          <PartChoice
            name="Replace it everywhere by"
            value=""
            :options="[{ value: '', words: 'in every show …' }, ...others]"
            @choose="everywhere($event)"
        /></template>
        <template v-else>Used by nothing yet.</template>
        <button class="part ml-2" @click="exportWav(store.several)">
          Export {{ store.several.length > 1 ? `${store.several.length} as WAVs` : 'as WAV' }}
        </button>
        <button class="part ml-1" @click="remove">
          {{ store.several.length > 1 ? `Delete ${store.several.length}` : 'Delete' }}
        </button>
      </p>
      <p class="text-bone-3">
        Tags <PartTags :tags="sound.tags" @change="store.set('tags', $event, `Tags of ${own().name}`)" />
      </p>
      <p class="text-bone-3" data-credit>
        <template v-for="{ field, words } in CREDIT_FIELDS" :key="field"
          >{{ `${words} `
          }}<PartText
            :name="`Credit, ${words}`"
            :value="sound.credit?.[field] ?? ''"
            empty="not said"
            @change="credit(field, $event)"
          />{{ ' ' }}</template
        >
      </p>
      <p v-if="store.replacedIn" role="status" class="text-bone-3">
        Replaced in {{ store.replacedIn.length === 0 ? 'no show' : store.replacedIn.join(', ') }}.
        <button class="part" @click="store.replacedIn = undefined">Good</button>
      </p>
      <DeletionAsked v-if="asks" :others="others" @remove="remove" @replace="instead" @leave="asks = false">
        Deleting it takes it out of {{ users.map(({ name }) => name).join(', ') }}; a step or a pool that then has
        nothing goes too.
      </DeletionAsked>
    </div>
  </section>
</template>
