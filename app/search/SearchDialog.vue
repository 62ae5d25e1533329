<script setup lang="ts">
import { withId } from '~~/core/base'
import {
  Combobox,
  ComboboxInput,
  ComboboxLabel,
  ComboboxOption,
  ComboboxOptions,
  Dialog,
  DialogPanel,
} from '@headlessui/vue'
import { kitRulesOf, type StepKind } from '~~/core/show'
import { useAddStep } from '~/cues/edits/add-step'
import { useShow } from '~/document/show'
import { isThing, THING_KINDS } from '~/document/things'
import { picking } from '~/frame/picking'
import { usePlayhead } from '~/frame/playhead'
import { isLookingBack } from '~/frame/looking-back'
import { useHistory } from '~/history/history'
import { useTakes } from '~/history/takes'
import { useRun } from '~/run/current-run'
import { isMixing } from '~/frame/mixing'
import { isSearching } from '~/frame/searching'
import { useSelection } from '~/frame/selection'
import { useView } from '~/frame/view'
import { VIEW_NAMES, VIEWS } from '~/views/views'
import { TOOLS, type Tool } from '~/plan/hand/tools'
import { useThingEdits } from '~/plan/hand/thing-edits'
import { useSound } from '~/playback/sound'
import { useSounds } from '~/sounds/sounds'
import { wantedWhole } from '~/wiring/wanted-whole'
import { WHOLE_THINGS } from '~/wiring/whole-things'
import { walkInSomewhere, walksFrom } from '~/frame/walking-in'
import { cueName } from '~/words/names'
import { OFFERED, SENSE_WORDS, wordsOf } from '~/words/step-kinds'
import { entriesOf, metAt, type Entry } from './entries'
import { finder } from './find'

/** Everything of the show by a few letters of its name, and what can be done. */
const doc = useShow()
const selection = useSelection()
const view = useView()
const runs = useRun()
const takes = useTakes()
const history = useHistory()
const playhead = usePlayhead()
const sounds = useSounds()
const sound = useSound()
const things = useThingEdits()
const words = ref('')
const none: Entry | null = null

const inPlace = () => VIEWS[view.looks].whole && (view.looks = 'desk')
const act = (id: string, name: string, more: string, go: () => void) => ({
  entry: { key: `action//${id}`, kind: 'action', id, name, more } satisfies Entry,
  go,
})
/** What is drawn is drawn in the plan, with the pointer of the keys at hand. */
async function draw(tool: Tool, name: string) {
  inPlace()
  picking.value = {
    says: `Draw ${name.toLowerCase()}`,
    kinds: THING_KINDS,
    draws: tool,
    take: ({ kind, id }) => selection.choose(kind, id),
  }
  // The dialog gives the focus back first.
  setTimeout(() => document.querySelector<HTMLElement>('[data-takes-keys]')?.focus())
}
const TOOL_ACTIONS = TOOLS.flatMap(({ name: group, entries }) =>
  entries
    .filter(({ tool }) => tool !== 'choose')
    .map(({ tool, name }) => {
      const words = name === group ? name : `${group}, ${name.toLowerCase()}`
      return act(`draw ${tool}`, `Draw: ${words}`, 'tool plan', () => draw(tool, words))
    }),
)
/** What is done at the chosen zone, or said to want one. */
function ofZone(work: (zone: string) => void) {
  inPlace()
  if (selection.zone) work(selection.zone.id)
  else doc.problem = 'Choose a zone first: it is done there.'
}
function ofThings(work: () => void) {
  if (selection.things.length > 0) work()
  else doc.problem = 'Choose something in the plan first.'
}
/** To the chosen cue, or the one that the chosen zone fires. */
function addStep(kind: StepKind) {
  const { zone } = selection
  const fired = zone && [...zone.rules, ...kitRulesOf(doc.now, zone)][0]?.cue
  const cue = selection.cue ?? doc.cues.find(({ id }) => id === fired)
  if (!cue) return void (doc.problem = 'Choose a cue first, or a zone that fires one: the step is added to it.')
  inPlace()
  selection.choose('cue', cue.id)
  useAddStep(() => withId(doc.cues, cue.id)).add(kind)
}
const ACTIONS = [
  ...VIEW_NAMES.map((name) =>
    act(name, `Go to the ${VIEWS[name].name.toLowerCase()}`, VIEWS[name].found, () => (view.looks = name)),
  ),
  act('play', 'Play, or stop', 'start pause', () => playhead.toggle()),
  act('walk in together', 'Walk in together from here', 'with other windows two at once multiplayer', () => (walksFrom.value = { t: playhead.t, together: 'walks' })), // prettier-ignore
  act('walk in', 'Walk in from here', 'by hand first person play test', () => (walksFrom.value = { t: playhead.t })),
  act('walk in there', 'Walk in at a spot of the plan', 'by hand first person play test', () => {
    inPlace()
    walkInSomewhere()
  }),
  act('start', 'Go to the start', 'home', () => playhead.seek(0)),
  act('fit', 'See the whole run', 'zoom fit', () => view.fit()),
  act('section', 'Section, shown or not', 'plan cut', () => (view.section = !view.section)),
  act('heard', 'How loud it is where one stays', 'heard ambience plan', () => (view.ambience = !view.ambience)),
  act('history', 'What was done, and earlier versions', 'history compare restore', () => {
    inPlace()
    isLookingBack.value = true
  }),
  act('take', 'Keep the run as a take', 'take compare keep walker', () => void takes.keep('', runs.who)),
  act('since', 'Before and after: since the last named version', 'compare version history', () => {
    inPlace()
    isLookingBack.value = true
    void history.lookAtLastNamed()
  }),
  act('undo', 'Undo', 'take back', () => doc.undo()),
  act('redo', 'Redo', 'again', () => doc.redo()),
  act('none', 'Choose nothing', 'clear selection', () => selection.clear()),
  act('mix', 'Mix the walk into a file', 'mixdown wav bounce render', () => (isMixing.value = true)),
  act('export', 'Export the show', 'download file json save', () => location.assign(`/api/shows/${doc.id}/export`)),
  act('shows', 'All shows', 'list open new', () => void navigateTo('/')),
  act('mute', 'Mute the chosen zone, or not', 'silent off', () =>
    ofZone((zone) => (view.muted.has(zone) ? view.muted.delete(zone) : view.muted.add(zone))),
  ),
  act('alone', 'Hear the chosen zone alone, or all', 'solo', () =>
    ofZone((zone) => (view.solo = view.solo === zone ? undefined : zone)),
  ),
  act('duplicate', 'Duplicate what is chosen', 'copy double', () => ofThings(() => things.duplicate())),
  act('group', 'Make a group of what is chosen', 'together gather', () => ofThings(() => things.group())),
  act('delete', 'Delete what is chosen', 'remove take away', () => ofThings(() => things.remove())),
  act('sound', 'Sound on, or off', 'mute hear', () => (sound.mute = !sound.mute)),
  ...WHOLE_THINGS.map(({ name, says }) =>
    act(`whole ${name}`, name, `whole thing make ${says}`, () => ofZone(() => (wantedWhole.value = name))),
  ),
  ...OFFERED.map((kind) =>
    act(
      `step ${kind}`,
      `Add a step: ${wordsOf(kind).name.replace(/^(An?|The) /, '')}`,
      `new ${kind} ${SENSE_WORDS[wordsOf(kind).sense]}`,
      () => addStep(kind),
    ),
  ),
  ...TOOL_ACTIONS,
]
/** Made once: nothing is edited while this is open. */
const entries = entriesOf(doc.now)
const find = finder([...entries, ...ACTIONS.map(({ entry }) => entry)])
const found = computed(() => (words.value.trim() ? find(words.value) : ACTIONS.map(({ entry }) => entry)))
const about = (entry: Entry) =>
  entry.kind === 'step'
    ? `step of ${cueName(doc.now, entry.cue!)}`
    : entry.kind !== 'action'
      ? entry.kind
      : entry.id.startsWith('whole ')
        ? 'whole thing'
        : ''

const regionNamed = (name: string) => document.querySelector<HTMLElement>(`[role=region][aria-label="${name}"]`)
const close = () => (isSearching.value = false)
function go(entry: Entry | null) {
  if (!entry) return
  close()
  // What was chosen is read at the desk: the keys go on from there.
  setTimeout(() => document.activeElement === document.body && regionNamed('Desk')?.focus())
  const { kind, id } = entry
  switch (kind) {
    case 'action':
      return ACTIONS.find((action) => action.entry.id === id)!.go()
    case 'step':
      inPlace()
      selection.choose('cue', entry.cue!)
      return selection.openOne(id)
    case 'sound':
    case 'pool':
      view.looks = 'sounds'
      if (kind === 'sound') sounds.choose(id)
      else sounds.chosenPool = id
      return
    case 'flag':
    case 'signal':
    case 'kit': {
      const met = metAt(doc.now, kind, id)
      inPlace()
      if (!met) return
      if ('zone' in met) return selection.choose('zone', met.zone)
      selection.choose('cue', met.cue)
      return selection.openOne(met.step)
    }
    default:
      inPlace()
      if (kind === 'atmosphere') view.looks = 'cues'
      if (isThing(kind) || kind === 'cue' || kind === 'group' || kind === 'walk' || kind === 'atmosphere')
        selection.choose(kind, id)
  }
}
</script>

<template>
  <Dialog :open="isSearching" aria-label="Find anything" class="relative z-50" @close="close">
    <div class="fixed inset-0 bg-ink-0/60" aria-hidden="true" />
    <div class="fixed inset-x-0 top-24 flex justify-center px-6">
      <DialogPanel
        class="w-[560px] rounded-xl border border-rule bg-ink-2 p-3"
        @keydown.esc.capture.stop.prevent="close"
      >
        <Combobox :model-value="none" nullable @update:model-value="go">
          <ComboboxLabel class="sr-only">Find anything</ComboboxLabel>
          <ComboboxInput
            class="field w-full !px-3 !py-1.5 text-[15px]"
            placeholder="A zone, a cue, a sound, a lamp, a flag, a walk, or what to do"
            :display-value="() => words"
            @change="words = $event.target.value"
          />
          <ComboboxOptions static class="mt-2 max-h-96 overflow-y-auto">
            <ComboboxOption v-for="entry in found" :key="entry.key" v-slot="{ active }" :value="entry" as="template">
              <li class="flex items-baseline gap-3 rounded-md px-3 py-1" :class="active ? 'bg-ink-3' : ''">
                <span class="min-w-0 flex-1 truncate">{{ entry.name }}</span>
                <span class="text-xs text-bone-3">{{ about(entry) }}</span>
              </li>
            </ComboboxOption>
          </ComboboxOptions>
          <p v-if="found.length === 0" class="px-3 py-2 text-bone-3">Nothing is called so.</p>
        </Combobox>
      </DialogPanel>
    </div>
  </Dialog>
</template>
