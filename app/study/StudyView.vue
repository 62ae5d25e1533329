<script setup lang="ts">
import { useElementSize, watchDebounced, watchThrottled } from '@vueuse/core'
import { BANDS, cueTally, quietOver, quietsOf, quantilesOf, seenTally, type CueTally, type Outcome, type QuietOver, type Quiet, type SeenTally } from '~~/core/study' // prettier-ignore
import type { Cue } from '~~/core/show'
import { useShow } from '~/document/show'
import { usePlayhead } from '~/frame/playhead'
import { useView } from '~/frame/view'
import { useRun } from '~/run/current-run'
import { useAgainst } from './against'
import CueRow from './CueRow.vue'
import QuietLengths from './QuietLengths.vue'
import QuietPicture from './QuietPicture.vue'
import { FEWEST, useStudy } from './study'
import StudySentence from './StudySentence.vue'
import StudySweep from './StudySweep.vue'
import StudyWishes from './StudyWishes.vue'
import WhereStood from './WhereStood.vue'
import { seenWords, sentencesOf } from './words'

/** How many different walkers meet the show: how long it is quiet, and what each cue comes to. */
const doc = useShow()
const runs = useRun()
const view = useView()
const playhead = usePlayhead()
const study = useStudy()

/** An edit is studied once there is no other for so long (ms). */
const RESTS = 500
/** What is found is added up again so often (ms), and the quiet at every so many seconds of the run. */
const ADDS = 250
const EVERY = 2

onMounted(() => {
  if (study.of === undefined || study.isOld) void study.begin()
})
watchDebounced(
  () => study.isOld && !doc.dragging,
  (isOld) => isOld && void study.begin(),
  { debounce: RESTS },
)

const against = useAgainst()
/** What each cue came to in the study that this one is compared with. */
const earlier = computed(() => new Map(against.value?.cues.map((each) => [each.cue, each])))

interface Row {
  id: string
  /** Its place in the show. */
  index: number
  name: string
  isScare: boolean
  wish?: Cue['wish']
  tally: CueTally
}
interface Summary {
  walkers: number
  end: number
  quiet: QuietOver
  quiets: Quiet[]
  rows: Row[]
  outcomes: readonly Outcome[]
}
function summaryOf(outcomes: readonly Outcome[]): Summary | undefined {
  const { of } = study
  if (!of || outcomes.length < Math.min(FEWEST, study.walkers)) return undefined
  const lengths = Float64Array.from(outcomes, ({ length }) => length).sort()
  const rows = of.show.cues.map(({ id, name, scare, wish }, i) => ({
    id,
    index: i,
    name,
    isScare: scare,
    wish,
    tally: cueTally(outcomes, i),
  }))
  const when = ({ tally }: Row) => (Number.isNaN(tally.first[2]) ? Infinity : tally.first[2]!)
  return {
    walkers: outcomes.length,
    end: quantilesOf(lengths, [BANDS[4]])[0]!,
    quiet: quietOver(outcomes, EVERY),
    quiets: quietsOf(outcomes),
    rows: rows.sort((a, b) => when(a) - when(b)),
    outcomes,
  }
}
const summary = shallowRef(summaryOf(study.outcomes))
watchThrottled(
  () => study.outcomes,
  (outcomes) => (summary.value = outcomes.length > 0 ? (summaryOf(outcomes) ?? summary.value) : summary.value),
  { throttle: ADDS, trailing: true },
)
const chosen = computed(() => {
  const { rows = [] } = summary.value ?? {}
  return rows.find(({ id }) => id === study.cue) ?? rows.find(({ isScare }) => isScare) ?? rows[0]
})
/** A walker who meets it, rather once than again. */
const meets = computed(() => chosen.value?.tally.walkers.once ?? chosen.value?.tally.walkers.more)
/** What was seen of each cue, by its place in the show. */
const seen = shallowRef(new Map<number, SeenTally>())
watchThrottled(
  () => study.seen,
  ({ found }) => {
    const cues = new Set(found.map(({ cue }) => cue))
    seen.value = new Map([...cues].map((cue) => [cue, seenTally(found, cue)]))
  },
  { throttle: ADDS, trailing: true, immediate: true },
)
const wished = computed(() => doc.show?.wishes.quiet)

const middle = ref<HTMLElement>()
const { width } = useElementSize(middle)

/** A walker is followed in the score, from where it shows. */
function show(walker: number, t?: number) {
  if (!study.of) return
  const isFollowed = runs.walker === walker && !study.isOld
  if (study.isOld) {
    const { walks, population } = study.of.setOut
    runs.walks = [...walks]
    runs.population = population
  }
  runs.walker = walker
  view.looks = 'desk'
  const outcome = study.outcomes.find((each) => each.walker === walker)
  const first = chosen.value && outcome?.first[chosen.value.index]
  const seek = () => playhead.seek(t ?? (first !== undefined && first >= 0 ? first : 0))
  if (isFollowed) return seek()
  // The run is another from now on: the playhead goes there once it is.
  const stop = watch(
    () => runs.run,
    () => {
      stop()
      seek()
    },
  )
}
function showFor(row: Row, walker: number, t?: number) {
  study.cue = row.id
  show(walker, t)
}
</script>

<template>
  <main class="flex min-h-0 flex-1 flex-col text-[13px]" aria-label="Study">
    <StudySentence />
    <p v-if="study.trouble" role="alert" class="px-3.5 py-1 text-rust">{{ study.trouble }}</p>
    <p v-if="runs.walks.length === 0" class="p-8 text-bone-2">
      A study needs somebody who walks: draw a walk in the plan first.
    </p>
    <p v-else-if="!summary" class="p-8 text-bone-3">The first walkers are on their way …</p>
    <template v-else>
      <div class="flex h-[150px] flex-none border-b border-rule">
        <div class="w-[232px] flex-none space-y-1 border-r border-rule px-3.5 py-2 text-xs text-bone-2">
          <h2 class="font-semibold text-bone">Quiet since the last scare</h2>
          <p>
            Half the walkers lie in the dark band, 8 in 10 in the light one; hatched where 1 in 10 or more waits too
            long.
          </p>
          <StudyWishes />
        </div>
        <div ref="middle" class="min-w-0 flex-1 border-r border-rule">
          <QuietPicture :quiet="summary.quiet" :end="summary.end" :wished="wished" />
        </div>
        <QuietLengths
          class="w-[500px] flex-none"
          :quiets="summary.quiets"
          :wished="wished"
          :was="against?.quiets"
          @show="show"
        />
      </div>
      <div class="min-h-0 flex-1 overflow-y-auto">
        <table class="w-full table-fixed border-collapse">
          <colgroup>
            <col class="w-[232px]" />
            <col />
            <col :class="against ? 'w-[80px]' : 'w-[52px]'" />
            <col class="w-[108px]" />
            <col :class="against ? 'w-[68px]' : 'w-[40px]'" />
            <col class="w-[150px]" />
            <col class="w-[50px]" />
            <col class="w-[130px]" />
          </colgroup>
          <thead class="sticky top-0 z-[1] bg-ink-0 text-xs text-bone-3">
            <tr class="h-[24px]">
              <th scope="col" class="pl-3.5 text-left font-normal">Cue, in the order first met</th>
              <th scope="col" class="pl-2 text-left font-normal">when it fires first: 8 in 10 on the line</th>
              <th scope="col" colspan="3" class="pl-4 text-left font-normal">of 100: never, once, more</th>
              <th scope="col" class="pl-4 text-left font-normal">never: why</th>
              <th
                scope="col"
                class="pl-3 text-left font-normal"
                :title="`Of 100 of those who meet it, by the first ${study.seen.walkers.size} walkers`"
              >
                seen
              </th>
              <th scope="col" class="pl-3 text-left font-normal">held, per walk</th>
            </tr>
          </thead>
          <tbody>
            <CueRow
              v-for="row in summary.rows"
              :key="row.id"
              :name="row.name"
              :is-scare="row.isScare"
              :tally="row.tally"
              :seen="seen.get(row.index)"
              :wish="row.wish"
              :was="earlier.get(row.id)"
              :end="summary.end"
              :width="width"
              :chosen="row.id === chosen?.id"
              @choose="study.cue = row.id"
              @show="(walker, t) => showFor(row, walker, t)"
            />
          </tbody>
        </table>
      </div>
      <section
        v-if="chosen"
        class="flex h-[216px] flex-none border-t has-data-map:h-[274px] border-rule"
        :aria-label="chosen.name"
      >
        <div class="flex w-[400px] flex-none flex-col border-r border-rule px-3.5 py-2.5">
          <h2 class="text-[17px] font-semibold text-lamp">{{ chosen.name }}</h2>
          <p class="mb-1.5 text-xs text-bone-3">of {{ summary.walkers.toLocaleString('en') }} walks</p>
          <div class="min-h-0 flex-1 space-y-1 overflow-y-auto" data-sentences>
            <p v-for="sentence in sentencesOf(chosen.tally)" :key="sentence.bold">
              <b class="font-semibold">{{ sentence.bold }}</b>{{ sentence.rest }}
            </p>
            <p v-if="seen.get(chosen.index)">{{ seenWords(seen.get(chosen.index)!) }}.</p>
          </div>
          <div class="flex flex-wrap gap-2">
            <button v-if="meets !== undefined" class="button" @click="show(meets)">Show a walk that meets it</button>
            <button
              v-if="chosen.tally.walkers.more !== undefined"
              class="button"
              @click="show(chosen.tally.walkers.more)"
            >
              … that gets it again
            </button>
            <button
              v-if="chosen.tally.walkers.never !== undefined"
              class="button"
              @click="show(chosen.tally.walkers.never)"
            >
              … that misses it
            </button>
          </div>
        </div>
        <WhereStood
          v-if="study.of"
          class="w-[240px] flex-none border-r border-rule"
          :floors="study.of.show.place.floors"
          :outcomes="summary.outcomes"
          :cue="chosen.index"
          @show="show"
        />
        <StudySweep class="min-w-0 flex-1 px-3.5 py-2.5" :cue="chosen.id" />
      </section>
    </template>
  </main>
</template>
