<script setup lang="ts">
import { fetched } from '~/frame/fetched'
import { usePassing } from '~/plan/ways/passing'
import { useSelection } from '~/frame/selection'
import { nameOfThing, thingsOf, type ThingKind } from '~/document/things'
import { useShow } from '~/document/show'
import { namesIn } from '~~/core/base'
import PartChoice from '~/parts/PartChoice.vue'
import { LENGTH_WORDS, LENGTHS, ownLength } from '~/words/lengths'
import { count } from '~/words/time'

/** Fetched when somebody wants to see it. */
const listOpened = ref(false)
const playerOpened = ref(false)
const atmosphereOpened = ref(false)
const PlayerMeasures = fetched(() => import('./PlayerMeasures.vue'))
const ShowAtmosphere = fetched(() => import('./ShowAtmosphere.vue'))
const RemarksList = fetched(() => import('./RemarksList.vue'))
const EmptyShow = fetched(() => import('./EmptyShow.vue'))
const FlagsAndSignals = fetched(() => import('./FlagsAndSignals.vue'))
const doc = useShow()
const selection = useSelection()
const passing = usePassing()
const PLACE: [ThingKind, string][] = [
  ['floor', 'floor'],
  ['prop', 'prop'],
  ['light', 'light'],
  ['mark', 'mark'],
]
/** What stands in the place, to be chosen by name; walls mostly have none. */
const things = computed(() =>
  PLACE.map(([kind, word]) => ({
    kind,
    word,
    all: thingsOf(doc.now, kind).map(({ id }) => ({ id, name: nameOfThing(doc.now, { kind, id }) })),
  })).filter(({ all }) => all.length > 0),
)
const UNITS = namesIn(LENGTHS).map((unit) => ({ value: unit, words: LENGTH_WORDS[unit] }))
const isEmpty = computed(() => doc.now.place.floors.length === 0 || doc.now.sounds.length === 0)
const KEYS = [
  ['Space', 'play, pause'],
  ['← →', 'from event to event; with Shift by a second'],
  ['I', 'walk in from here, by hand; with Shift from a spot of the plan'],
  ['L', 'go round in what is marked; N: lanes closer together'],
  ['+ −', 'zoom in time; Page up and down move; 0 whole walk, Z what is marked'],
  ['double click', 'on a mark: zoom to that firing; on the clock: whole walk'],
  ['Ctrl+K', 'find anything; W, with a zone, a whole thing'],
  ['S P D', 'to the score, the plan, the desk'],
  ['Ctrl+C', 'X, V: copy, cut, paste what is chosen, also between shows'],
  ['Ctrl+Z', 'undo; with Shift redo'],
  ['Ctrl+D', 'duplicate what is chosen; with G make a group of it'],
  ['Alt+← →', 'with ↑ ↓: move what is chosen by 0.1 m, with Shift by 1 m'],
  ['Shift', 'in plan and score: click takes one more, a drag takes several; of a chosen walk its points'],
  ['← ↑ Space', 'in the plan: move the cross, Space clicks or draws there; with Shift finer'],
  ['+ − 0', 'in the plan: look closer around the cross, step back, see all'],
  ['F', 'the score, then the plan, at full height'],
] as const
</script>

<template>
  <div v-if="doc.show" class="space-y-3">
    <h2 class="text-[17px] font-semibold">{{ doc.show.title }}</h2>
    <p v-if="doc.show.note" class="text-bone-2">{{ doc.show.note }}</p>
    <p class="text-bone-2">Choose a zone, in the score or in the plan, to read what it fires and when.</p>
    <RemarksList v-if="doc.show.remarks.length > 0" />
    <EmptyShow v-if="isEmpty" />
    <div>
      <h3 class="mb-1 font-semibold">{{ count(doc.show.cues.length, 'cue') }}</h3>
      <div class="flex flex-wrap gap-1.5">
        <button v-for="cue in doc.show.cues" :key="cue.id" class="chip" @click="selection.choose('cue', cue.id)">
          {{ cue.name }}
        </button>
      </div>
    </div>
    <div v-if="doc.show.groups.length > 0">
      <h3 class="mb-1 font-semibold">{{ count(doc.show.groups.length, 'group') }}</h3>
      <div class="flex flex-wrap gap-1.5">
        <button v-for="one in doc.show.groups" :key="one.id" class="chip" @click="selection.choose('group', one.id)">
          {{ one.name }}
        </button>
      </div>
    </div>
    <p>
      <button class="chip" :aria-pressed="passing.looks" @click="passing.looks = !passing.looks">
        {{ passing.looks ? 'Don’t show where no walk leads' : 'Show where no walk leads' }}
      </button>
      <span v-if="passing.unreached?.length === 0" class="ml-2 text-xs text-bone-3">Walks lead everywhere.</span>
    </p>
    <details v-for="{ kind, word, all } in things" :key="kind">
      <summary class="cursor-pointer font-semibold">{{ count(all.length, word) }}</summary>
      <div class="mt-1 flex flex-wrap gap-1.5">
        <button v-for="{ id, name } in all" :key="id" class="chip" @click="selection.choose(kind, id)">
          {{ name }}
        </button>
      </div>
    </details>
    <details @toggle="atmosphereOpened = true">
      <summary class="cursor-pointer font-semibold">How it begins: light and air</summary>
      <ShowAtmosphere v-if="atmosphereOpened" />
    </details>
    <details @toggle="playerOpened = true">
      <summary class="cursor-pointer font-semibold">Who walks: a player’s measures</summary>
      <PlayerMeasures v-if="playerOpened" />
    </details>
    <details @toggle="listOpened = true">
      <summary class="cursor-pointer font-semibold">Flags and signals</summary>
      <FlagsAndSignals v-if="listOpened" />
    </details>
    <p class="text-xs text-bone-3">
      Lengths are shown in
      <PartChoice name="Unit of length" :value="ownLength" :options="UNITS" @choose="ownLength = $event" />, and typed
      in whatever unit you write behind them.
    </p>
    <dl class="grid grid-cols-[auto_1fr] gap-x-3 gap-y-1 text-xs text-bone-3">
      <template v-for="[key, what] in KEYS" :key="key"
        ><dt class="font-mono text-[11px] text-bone-2">{{ key }}</dt>
        <dd>{{ what }}</dd></template
      >
    </dl>
  </div>
</template>
