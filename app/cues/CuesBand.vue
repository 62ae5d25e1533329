<script setup lang="ts">
import { hundredths } from '~~/core/base'
import { useEventListener } from '@vueuse/core'
import { freshCue } from '~/document/making/fresh'
import { useShow } from '~/document/show'
import { useSelection } from '~/frame/selection'
import { walkName } from '~/words/names'
import { clock, count, plain } from '~/words/time'
import { stepWords } from '~/words/step-kinds'
import AddStep from './AddStep.vue'
import AtmosphereSwatch from './atmosphere/AtmosphereSwatch.vue'
import { cuesGoingTo, freshPreset } from './atmosphere/presets'
import { copyOfCue, type Alignment } from './edits/cue-edits'
import CuePrint from './CuePrint.vue'
import { usePreview } from './preview/preview'
import CueStave from './stave/CueStave.vue'
import { elementOf } from '~/frame/event-targets'

/** The shelf of prints, a cue each, or of atmospheres, and below it the stave of the chosen cue. */
const store = usePreview()
const doc = useShow()
const selection = useSelection()
const wanted = ref('')
const shelf = ref<'cues' | 'atmospheres'>('cues')
const search = ref<HTMLInputElement>()
const section = ref<HTMLElement>()
const stave = useTemplateRef<InstanceType<typeof CueStave>>('stave')
const hand = computed(() => stave.value?.hand)
const has = (words: string, ...texts: string[]) => texts.some((text) => text.toLowerCase().includes(words))
const shown = computed(() => {
  const words = wanted.value.trim().toLowerCase()
  return store.order.filter((cue) => has(words, cue.name, ...cue.steps.map((step) => stepWords(doc.now, step))))
})
const isHeld = (id: string) => id === store.cue?.id || selection.cues.some((cue) => cue.id === id)
const presets = computed(() => {
  const words = wanted.value.trim().toLowerCase()
  return doc.now.atmospheres.filter(({ name }) => has(words, name))
})
const ALIGNMENTS: { by: Alignment; words: string }[] = [
  { by: 'starts', words: 'Start together' },
  { by: 'ends', words: 'End together' },
  { by: 'row', words: 'One after the other' },
]
watch(
  [() => store.cue, () => store.order.length],
  () => {
    const [first] = store.order
    if (!store.cue && first) selection.choose('cue', first.id)
  },
  { immediate: true },
)
function make() {
  if (shelf.value === 'atmospheres') {
    const preset = freshPreset(doc.now, 'Atmosphere', doc.now.atmosphere)
    if (doc.edit('New atmosphere', (edit) => edit.add(['atmospheres'], preset)))
      selection.choose('atmosphere', preset.id)
    return
  }
  const cue = freshCue(doc.now, 'Cue')
  if (doc.edit('New cue', (edit) => edit.add(['cues'], cue))) selection.choose('cue', cue.id)
}
/** The cue again under another name, its steps with ids of their own. */
function duplicate() {
  const { cue } = store
  if (!cue) return
  const { id, name } = freshCue(doc.now, cue.name)
  const copy = copyOfCue(doc.now, cue, { id, name })
  if (doc.edit(`Duplicate ${cue.name}`, (edit) => edit.add(['cues'], copy))) selection.choose('cue', id)
}
/** Where one listens, in words. */
const listens = computed(() => {
  if (store.put) return 'heard from where you put the listener'
  if (!store.met) return store.firers.length > 0 ? 'heard from where it is fired' : 'heard from the middle of the place'
  return `as met on ${walkName(doc.now, store.met.walk)} at ${clock(store.met.t)}`
})
useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  const target = elementOf(event)
  if (target.closest('input, textarea, [role=listbox], [role=menu], [role=dialog]')) return
  if (event.key === '/') {
    event.preventDefault()
    search.value?.focus()
  } else if (event.key === ' ' && !target.closest('button')) {
    event.preventDefault()
    store.toggle()
  } else if (event.key === 'a' && !event.ctrlKey && !event.metaKey) {
    event.preventDefault()
    section.value?.querySelector<HTMLElement>('[data-add]')?.click()
  }
})
onBeforeUnmount(() => store.stop())
</script>

<template>
  <section ref="section" class="flex min-h-0 flex-col" aria-label="Cues">
    <div class="flex flex-none border-b border-rule bg-ink-1">
      <div class="w-52 flex-none space-y-1.5 border-r border-rule p-2 text-xs text-bone-3">
        <input
          ref="search"
          v-model="wanted"
          type="search"
          aria-label="Find a cue or what it does"
          placeholder="Find a cue or what it does   /"
          class="field w-full"
          @keydown.esc="search?.blur()"
        />
        <p class="flex items-center gap-2">
          <button
            :class="shelf === 'cues' ? 'text-bone' : 'hover:text-bone'"
            :aria-pressed="shelf === 'cues'"
            @click="shelf = 'cues'"
          >
            {{ count(doc.cues.length, 'cue') }}
          </button>
          <button
            :class="shelf === 'atmospheres' ? 'text-bone' : 'hover:text-bone'"
            :aria-pressed="shelf === 'atmospheres'"
            @click="shelf = 'atmospheres'"
          >
            {{ count(doc.now.atmospheres.length, 'atmosphere') }}
          </button>
          <button class="part ml-auto" @click="make">New</button>
        </p>
      </div>
      <ul v-if="shelf === 'cues'" class="flex min-w-0 flex-1 overflow-x-auto" aria-label="Shelf">
        <li v-for="cue in shown" :key="cue.id" class="flex-none border-r border-rule">
          <button
            class="block w-[108px] px-2.5 pt-1.5 pb-1 text-left"
            :class="isHeld(cue.id) ? 'bg-chosen text-lamp' : 'text-bone-2 hover:text-bone'"
            :aria-pressed="isHeld(cue.id)"
            title="With Shift one more, or one less"
            @click="$event.shiftKey ? selection.toggleCue(cue.id) : selection.choose('cue', cue.id)"
          >
            <CuePrint :cue="cue" :show="doc.now" />
            <span class="block truncate text-[11.5px]">{{ cue.name }}</span>
          </button>
        </li>
      </ul>
      <ul v-else class="flex min-w-0 flex-1 overflow-x-auto" aria-label="Atmospheres">
        <li v-for="preset in presets" :key="preset.id" class="flex-none border-r border-rule">
          <button
            class="block w-[108px] px-2.5 pt-1.5 pb-1 text-left"
            :class="preset.id === selection.atmosphere?.id ? 'bg-chosen text-lamp' : 'text-bone-2 hover:text-bone'"
            :aria-pressed="preset.id === selection.atmosphere?.id"
            :title="`${count(cuesGoingTo(doc.now, preset.id).length, 'cue goes', 'cues go')} to it`"
            @click="selection.choose('atmosphere', preset.id)"
          >
            <AtmosphereSwatch :atmosphere="preset" class="h-[34px]" />
            <span class="block truncate text-[11.5px]">{{ preset.name }}</span>
          </button>
        </li>
        <li v-if="doc.now.atmospheres.length === 0" class="max-w-md p-3 text-xs text-bone-3">
          An atmosphere by its name: light, shadow, fog and vignette that cues go to and come back from. New makes one
          of how the show begins; a step keeps what it says as one.
        </li>
      </ul>
    </div>
    <div
      v-if="store.cue"
      class="flex flex-none items-center gap-2 overflow-x-auto border-b border-rule bg-ink-1 px-3 py-1 text-xs whitespace-nowrap text-bone-3"
    >
      <button class="chip" @click="store.toggle()">{{ store.playing ? 'Stop' : 'Hear it' }}</button>
      <span class="w-14 font-mono text-[11px] text-lamp">{{ plain(store.t, 1) }} s</span>
      <button
        class="chip"
        :aria-pressed="store.loops"
        :class="{ '!text-lamp': store.loops }"
        @click="store.loops = !store.loops"
      >
        Go round
      </button>
      <button class="chip" title="As another draw would have it" @click="store.another()">
        draw {{ store.seed }}, next
      </button>
      <button class="chip" @click="store.draws > 0 ? store.stop() : store.hearDraws()">
        {{ store.draws > 0 ? `${count(store.draws, 'draw')} to go` : 'Ten draws' }}
      </button>
      <template v-if="selection.steps.length > 0">
        <span class="h-4 border-l border-rule" />
        <button
          class="chip"
          :aria-pressed="store.alone.length > 0"
          :class="{ '!text-lamp': store.alone.length > 0 }"
          title="O"
          @click="store.hearAlone(store.alone.length > 0 ? store.alone : selection.steps)"
        >
          {{ store.alone.length > 0 ? 'With the others' : 'Alone' }}
        </button>
        <button class="chip" title="Ctrl+D" @click="hand?.duplicate(selection.steps)">
          {{ selection.steps.length > 1 ? 'Duplicate steps' : 'Duplicate step' }}
        </button>
        <button class="chip" title="Ctrl+C, and Ctrl+V in any cue" @click="hand?.copy(selection.steps)">Copy</button>
      </template>
      <button v-if="hand && hand.copied.value.length > 0" class="chip" title="Ctrl+V" @click="hand.paste()">
        Paste {{ hand.copied.value.length }}
      </button>
      <template v-if="selection.steps.length > 1">
        <button v-for="each in ALIGNMENTS" :key="each.by" class="chip" @click="hand?.align(each.by)">
          {{ each.words }}
        </button>
      </template>
      <p class="min-w-0 flex-1 truncate text-right">
        {{ listens }}
        <button v-if="store.put" class="part" @click="store.put = undefined">back</button>
      </p>
      <AddStep :cue="store.cue" :at="hundredths(store.t)" name="Add" />
      <button class="chip" @click="duplicate">Duplicate cue</button>
    </div>
    <p v-if="store.problem" role="alert" class="px-3 py-1 text-xs text-rust">{{ store.problem }}</p>
    <p v-if="doc.cues.length === 0" class="p-4 text-bone-2">
      No cues yet. A cue carries everything that happens at once: make one, then add what is heard, seen or felt.
    </p>
    <CueStave v-else-if="store.cue" ref="stave" />
  </section>
</template>
