<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { freeId } from '~~/core/show'
import { freshCue } from '~/document/fresh'
import { useShow } from '~/document/show'
import { useSelection } from '~/frame/selection'
import { count, plain } from '~/words/time'
import { stepWords } from '~/words/step-kinds'
import CuePrint from './CuePrint.vue'
import CueStave from './CueStave.vue'
import { usePreview } from './preview'

/** The shelf of prints, a cue each, and below it the stave of the chosen one, with what fires it. */
const store = usePreview()
const doc = useShow()
const selection = useSelection()
const wanted = ref('')
const search = ref<HTMLInputElement>()
const shown = computed(() => {
  const words = wanted.value.trim().toLowerCase()
  return store.order.filter((cue) =>
    [cue.name, ...cue.steps.map((step) => stepWords(doc.show!, step))].some((text) =>
      text.toLowerCase().includes(words),
    ),
  )
})
watch(
  [() => selection.cue, () => store.order.length],
  () => {
    const [first] = store.order
    if (!selection.cue && first) selection.choose('cue', first.id)
  },
  { immediate: true },
)
function make() {
  const cue = freshCue(doc.show!, 'Cue')
  if (doc.edit('New cue', (edit) => edit.add(['cues'], cue))) selection.choose('cue', cue.id)
}
/** The cue again under another name, its steps with ids of their own. */
function duplicate() {
  const { cue } = store
  if (!cue) return
  const taken = new Set(doc.cues.flatMap(({ steps }) => steps.map(({ id }) => id)))
  const { id, name } = freshCue(doc.show!, cue.name)
  const steps = cue.steps.map((step) => {
    const id = freeId(step.id.replace(/-\d+$/, ''), taken)
    taken.add(id)
    return { ...step, id }
  })
  if (doc.edit(`Duplicate ${cue.name}`, (edit) => edit.add(['cues'], { ...cue, id, name, steps })))
    selection.choose('cue', id)
}
useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  const target = event.target as HTMLElement
  if (target.closest('input, textarea, [role=listbox], [role=menu], [role=dialog]')) return
  if (event.key === '/') {
    event.preventDefault()
    search.value?.focus()
  } else if (event.key === ' ' && !target.closest('button')) {
    event.preventDefault()
    store.toggle()
  }
})
onBeforeUnmount(() => store.stop())
</script>

<template>
  <section class="flex min-h-0 flex-col" aria-label="Cues">
    <div class="flex flex-none border-b border-rule bg-ink-1">
      <div class="w-48 flex-none space-y-1.5 border-r border-rule p-2 text-xs text-bone-3">
        <input
          ref="search"
          v-model="wanted"
          type="search"
          aria-label="Find a cue or what it does"
          placeholder="Find a cue or what it does   /"
          class="field w-full"
          @keydown.esc="search?.blur()"
        />
        <p class="flex items-center justify-between">
          {{ count(doc.cues.length, 'cue') }}, as first met
          <button class="part" @click="make">New</button>
        </p>
      </div>
      <ul class="flex min-w-0 flex-1 overflow-x-auto" aria-label="Shelf">
        <li v-for="cue in shown" :key="cue.id" class="flex-none border-r border-rule">
          <button
            class="block w-[108px] px-2.5 pt-1.5 pb-1 text-left"
            :class="cue.id === store.cue?.id ? 'bg-chosen text-lamp' : 'text-bone-2 hover:text-bone'"
            :aria-pressed="cue.id === store.cue?.id"
            @click="selection.choose('cue', cue.id)"
          >
            <CuePrint :cue="cue" :show="doc.show!" />
            <span class="block truncate text-[11.5px]">{{ cue.name }}</span>
          </button>
        </li>
      </ul>
    </div>
    <div
      v-if="store.cue"
      class="flex flex-none items-center gap-2 border-b border-rule bg-ink-1 px-3 py-1 text-xs text-bone-3"
    >
      <button class="chip" @click="store.toggle()">{{ store.playing ? 'Stop' : 'Hear it' }}</button>
      <span class="w-14 font-mono text-[11px] text-lamp">{{ plain(store.t, 1) }} s</span>
      <button class="chip" title="As another draw would have it" @click="store.another()">
        draw {{ store.seed }}, next
      </button>
      <p class="min-w-0 flex-1 truncate">
        <template v-if="store.firers.length === 0">Nothing fires it yet.</template>
        <template v-else
          >Fired by
          <template v-for="({ zone, rule }, i) in store.firers" :key="rule.id"
            ><template v-if="i > 0">, </template
            ><button v-if="zone" class="part" @click="selection.choose('zone', zone.id)">{{ zone.name }}</button
            ><template v-else>a rule without a zone</template
            >{{ rule.delay > 0 ? ` after ${plain(rule.delay, 1)} s` : '' }}</template
          >.</template
        >
      </p>
      <button class="chip" @click="duplicate">Duplicate</button>
    </div>
    <p v-if="store.problem" role="alert" class="px-3 py-1 text-xs text-rust">{{ store.problem }}</p>
    <p v-if="doc.cues.length === 0" class="p-4 text-bone-2">
      No cues yet. A cue carries everything that happens at once: make one, then add what is heard, seen or felt.
    </p>
    <CueStave v-else-if="store.cue" />
  </section>
</template>
