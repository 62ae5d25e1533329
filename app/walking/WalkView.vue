<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { needed } from '~~/core/base'
import { ownCuesOf } from '~~/core/show'
import { useShow } from '~/document/show'
import { useSelection } from '~/frame/selection'
import { useView } from '~/frame/view'
import { walksFrom } from '~/frame/walking-in'
import { fetched } from '~/frame/fetched'
import { useSound } from '~/playback/sound'
import { useFlashConsent } from '~/eyes/flash-consent'
import FlashWarning from '~/eyes/FlashWarning.vue'
import { useStage } from '~/eyes/use-stage'
import { clock, count, plain } from '~/words/time'
import { walkName } from '~/words/names'
import type { Entrance } from '~/frame/walking-in'
import { nameOfKey, useHands } from './hands'
import { PACES, useWalk } from './use-walk'
import WalkCaptions from './WalkCaptions.vue'
import WalkLedger from './WalkLedger.vue'
import WalkState from './WalkState.vue'
import WalkStrip from './WalkStrip.vue'

/** The place walked through by hand, with everything on. */
const props = defineProps<{ from: Entrance }>()
const doc = useShow()
const selection = useSelection()
const sound = useSound()
const view = useView()
const DeskBand = fetched(() => import('~/desk/DeskBand.vue'))
const root = ref<HTMLElement>()
const frame = ref<HTMLElement>()
const canvas = ref<HTMLCanvasElement>()
const { width, height } = useElementSize(frame)

/** The keys that something of the show waits for. */
const showKeys = computed(() => {
  const { show } = doc
  if (!show) return new Set<string>()
  const rules = [...show.zones.flatMap((zone) => zone.rules), ...show.rules, ...show.kits.flatMap((kit) => kit.rules)]
  const cues = [...show.cues, ...[...ownCuesOf(show).values()].map(({ cue }) => cue)]
  return new Set([
    ...rules.flatMap(({ on }) => (on.at === 'use' ? [on.key] : [])),
    ...cues.flatMap(({ steps }) => steps.flatMap((step) => (step.kind === 'prompt' && step.key ? [step.key] : []))),
    'E',
  ])
})
const hands = useHands(root, (key) => showKeys.value.has(key))
const { softens, asked, mustAsk, agree, dim } = useFlashConsent()
const walk = useWalk(props.from, hands.take)
const { t, trouble, isPaused, pace, ledger, moment } = walk

const { trouble: unseen, share } = useStage(
  frame,
  canvas,
  () => moment.value && { moment: moment.value, look: { engraved: false, pose: walk.pose(), dim: dim(moment.value) } },
  { always: true },
)
const last = computed(() => ledger.value.findLast((line) => line.zone !== undefined))

const tunes = ref(false)
function tune() {
  const zone = last.value?.zone
  if (zone === undefined && !tunes.value) return
  if (zone !== undefined && !tunes.value) selection.choose('zone', zone)
  tunes.value = !tunes.value
  if (tunes.value) hands.giveMouseBack()
  else root.value?.focus()
}
function leave() {
  walk.leave()
  walksFrom.value = undefined
}
const { toggle } = walk
/** The words of a note that is being written, while all stands still. */
const note = ref<string>()
const noteField = ref<HTMLInputElement>()
let wasPaused = false
async function beginNote() {
  wasPaused = isPaused.value
  if (!isPaused.value && !props.from.together) walk.halt()
  hands.giveMouseBack()
  note.value = ''
  await nextTick()
  noteField.value?.focus()
}
function endNote(keeps: boolean) {
  const text = note.value?.trim()
  if (note.value === undefined) return
  note.value = undefined
  if (keeps && text) walk.remark(text)
  if (!wasPaused && !props.from.together) walk.goOn()
  root.value?.focus()
}
const forAll = props.from.together ? ', all' : ''
const commands: { key: string; words: string; does: () => void }[] = [
  ...(props.from.together === 'looks on'
    ? []
    : [
        { key: 'R', words: 'Record this walk', does: walk.keep },
        { key: 'B', words: `Begin again from here${forAll}`, does: () => walk.back(Infinity) },
        { key: 'Z', words: `Back ten seconds${forAll}`, does: () => walk.back(10) },
      ]),
  { key: 'N', words: 'Put a note', does: () => void beginNote() },
  { key: 'T', words: 'Tune what acted last', does: tune },
]
function key(event: KeyboardEvent) {
  if (event.defaultPrevented || event.ctrlKey || event.metaKey) return
  const name = nameOfKey(event)
  const isTyping = event.target instanceof HTMLElement && event.target.matches('input:not([type=range]), textarea')
  if (name === 'Escape') {
    if (tunes.value) tune()
    else if (hands.hasMouse.value) hands.giveMouseBack()
    else leave()
  } else if (isTyping || (showKeys.value.has(name) && !event.altKey)) return
  else if (name === 'P') toggle()
  else if (name === '-') walk.setPace(-1)
  else if (name === '+' || name === '=') walk.setPace(1)
  else {
    const command = commands.find((each) => each.key === name)
    if (!command || event.repeat) return
    command.does()
  }
  event.preventDefault()
  event.stopPropagation()
}
// Who turns to another view has left.
watch(() => view.looks, leave)
function press(event: PointerEvent) {
  if (event.pointerType === 'touch') return hands.touch(event)
  if (event.button === 0 && !tunes.value) hands.takeMouse()
  root.value?.focus()
}
onMounted(async () => {
  needed(root.value, 'view').focus()
  if (await mustAsk()) return
  await walk.begin()
  // A menu that it was chosen from takes the keys back once it is closed.
  root.value?.focus()
})
function goesIn(softly: boolean) {
  agree(softly)
  root.value?.focus()
  void walk.begin()
}
const company = computed(() => {
  const { together } = props.from
  if (!together) return ''
  if (together === 'looks on') return 'You look on, through the eyes of who walks. '
  return walk.others.value === 0 ? 'Nobody else walks here yet. ' : `With ${count(walk.others.value, 'other')}, seen as a lantern. ` // prettier-ignore
})
const began = computed(() => {
  if (props.from.together === 'looks on') return ''
  const who = doc.show ? walkName(doc.show, walk.walker) : ''
  const where = 't' in props.from ? `${clock(props.from.t)} on ${who}` : `a spot of the plan, as ${who}`
  const how = walk.differs.value ? ', though some of it comes out otherwise played back' : ''
  const kept = doc.show?.walks.find(({ id }) => id === walk.kept.value)
  const from = props.from.together ? '' : `Began at ${where}, seed ${walk.seed}. `
  if (walk.isRecording.value) return `${from}Recording …`
  return `${from}${kept ? `Recorded as ${kept.name}${how}; it goes on until you leave` : 'Not recorded so far; R keeps it from the start'}.`
})
</script>

<template>
  <div
    ref="root"
    role="dialog"
    aria-label="Walk in"
    tabindex="-1"
    class="fixed inset-x-0 top-11 bottom-0 z-10 flex flex-col bg-ink-0 text-bone outline-none select-none"
    @keydown="key"
  >
    <div class="flex min-h-0 flex-1">
      <div
        ref="frame"
        class="relative min-w-0 flex-1 touch-none overflow-hidden"
        :class="hands.hasMouse.value ? 'cursor-none' : 'cursor-grab'"
        @pointerdown="press"
        @pointerup="hands.letGo($event, 'E')"
        @pointercancel="hands.letGo($event, '')"
      >
        <canvas ref="canvas" class="absolute inset-0 size-full" role="img" aria-label="What is seen" />
        <p class="scrim absolute inset-x-0 top-0 px-4 pt-3 pb-6 text-xs text-bone-2 from-ink-0/80 bg-linear-to-b">
          <span class="float-right flex items-center gap-4" @pointerdown.stop @change="root?.focus()">
            <label
              class="flex items-center gap-1.5"
              title="It gets bright again only slowly: fewer than three flashes a second"
              ><input v-model="softens" type="checkbox" class="accent-lamp" /> Flashes softened</label
            >
            <label
              class="flex items-center gap-1.5"
              title="For headphones sounds are placed as heads hear; for loudspeakers between left and right"
              ><input
                type="checkbox"
                class="accent-lamp"
                :checked="sound.panning === 'HRTF'"
                @change="sound.panning = sound.panning === 'HRTF' ? 'equalpower' : 'HRTF'"
              />
              Headphones</label
            >
            <span v-if="!hands.hasMouse.value && !hands.isTouched.value"
              >A click gives the mouse to the walk; <kbd>Esc</kbd> leaves</span
            >
            <span v-else>The mouse looks; <kbd>Esc</kbd> gives it back</span>
          </span>
          {{ company }}{{ began }}{{ share < 1 ? ' · drawn smaller to keep the rate' : '' }}
        </p>
        <p v-if="trouble || unseen" role="alert" class="absolute inset-x-6 top-14 text-rust">{{ trouble || unseen }}</p>
        <p
          v-if="isPaused"
          class="absolute top-12 left-1/2 -translate-x-1/2 rounded bg-ink-0/80 px-3 py-1 text-xs text-bone-2"
        >
          Paused at {{ clock(t, 1) }}: look about, <kbd>P</kbd> goes on
        </p>
        <FlashWarning v-if="asked" :flashes="asked" goes-on="Walk in" @agree="goesIn" @leave="leave" />
        <form
          v-if="note !== undefined"
          class="absolute top-1/3 left-1/2 w-96 -translate-x-1/2 rounded-md bg-ink-1/95 p-3"
          @submit.prevent="endNote(true)"
          @pointerdown.stop
        >
          <label class="text-xs text-bone-2"
            >A note here, at {{ clock(t, 1) }}
            <input
              ref="noteField"
              v-model="note"
              class="field mt-1 w-full text-sm text-bone"
              maxlength="2000"
              @keydown.esc.stop.prevent="endNote(false)"
              @keydown.stop
          /></label>
          <p class="mt-1 text-[11px] text-bone-3">Enter puts it down, Escape doesn’t.</p>
        </form>
        <WalkCaptions v-if="moment" :moment="moment" :pose="walk.pose" :aspect="width / Math.max(1, height)" />
        <div
          class="pointer-events-none absolute inset-x-0 bottom-0 flex items-end justify-between bg-linear-to-t from-ink-0/90 px-4 pt-10 pb-3"
        >
          <WalkLedger :lines="ledger" />
          <WalkState v-if="moment" :moment="moment" :events="walk.events.value" class="rounded-md" />
        </div>
      </div>
      <DeskBand v-if="tunes" @pointerdown.stop />
    </div>
    <div class="flex h-[150px] flex-none border-t border-rule bg-ink-1">
      <WalkStrip v-if="moment" :moment="moment" />
      <div class="grid w-[290px] flex-none content-start gap-0.5 border-l border-rule px-4 py-1.5 text-xs">
        <p class="flex justify-between">
          <span role="timer" class="font-mono text-lamp">{{ clock(t, 1) }}</span>
          <span class="flex gap-0.5" role="group" aria-label="How fast it goes on">
            <button
              class="tool px-1.5! py-0! text-xs"
              :aria-pressed="isPaused"
              title="Pause and look about (P)"
              @click="toggle"
            >
              {{ isPaused ? 'Go on' : 'Pause' }}
            </button>
            <button
              v-for="each in PACES"
              :key="each"
              class="tool px-1.5! py-0! text-xs"
              :aria-pressed="pace === each"
              @click="walk.choosePace(each)"
            >
              {{ plain(each) }} ×
            </button>
          </span>
        </p>
        <button
          v-for="{ key: letter, words, does } in commands"
          :key="letter"
          class="flex justify-between hover:text-lamp"
          @click="does"
        >
          {{ words }} <kbd>{{ letter }}</kbd>
        </button>
        <button class="flex justify-between hover:text-lamp" @click="leave">
          Leave, to this moment <kbd>Esc</kbd>
        </button>
      </div>
    </div>
    <div v-if="hands.isTouched.value" class="absolute right-4 bottom-40 flex gap-2">
      <button class="button" @pointerdown.stop="hands.jump">Jump</button>
    </div>
  </div>
</template>

<style scoped>
kbd {
  border: 1px solid var(--color-bone-3);
  border-radius: 4px;
  padding: 0 5px;
  font-family: var(--font-mono);
  font-size: 11px;
  background: var(--color-ink-2);
}
</style>
