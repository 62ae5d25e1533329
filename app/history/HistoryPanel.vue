<script setup lang="ts">
import { keepFocus } from '~/frame/keep-focus'
import { isLookingBack } from '~/frame/looking-back'
import { useShow } from '~/document/show'
import HistoryCompared from './HistoryCompared.vue'
import { useHistory } from './history'
import { useTakes } from './takes'
import TakesList from './TakesList.vue'
import { useRun } from '~/run/current-run'

/** What was done to the show and when, versions by name, and a way to put any of them beside what is there now. */
const store = useHistory()
const takes = useTakes()
const runs = useRun()
const doc = useShow()
const name = ref('')
const panel = ref<HTMLElement>()
keepFocus(panel, () => [store.changes, store.before])
onMounted(() => void Promise.all([store.load(), takes.load()]))

const day = (iso: string) =>
  new Date(iso).toLocaleDateString('en-GB', { weekday: 'long', day: 'numeric', month: 'long' })
const hour = (iso: string) => new Date(iso).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })
/** Edits by the day on which they were made, each with the name of the version it led to. */
const days = computed(() => {
  const names = new Map(store.versions.map((version) => [version.revision, version.name]))
  const all = new Map<string, { revision: number; label: string; at: string; name?: string }[]>()
  for (const edit of store.edits) {
    if (edit.revision < store.from) continue
    const key = day(edit.at)
    const row = { ...edit, name: names.get(edit.revision) }
    all.set(key, [...(all.get(key) ?? []), row])
  }
  return [...all]
})
const field = ref<HTMLInputElement>()
async function keep() {
  // Without a name yet the next that is typed is it.
  if (!name.value.trim()) return field.value?.focus()
  await store.name(doc.revision, name.value.trim())
  if (!store.problem) name.value = ''
}
async function keepRun() {
  await takes.keep(name.value, runs.who)
  if (!takes.problem) name.value = ''
}
const problem = computed(() => store.problem || takes.problem || doc.problem)
const lastName = computed(() => store.versions.at(-1)?.name)
</script>

<template>
  <aside
    ref="panel"
    tabindex="-1"
    role="region"
    aria-label="History"
    class="w-[404px] flex-none overflow-y-auto border-l border-rule bg-ink-1 px-4 py-3"
    @keydown.esc.stop="store.before === undefined ? (isLookingBack = false) : store.leave()"
  >
    <div class="mb-2 flex items-baseline gap-2">
      <h2 class="flex-1 text-[17px] font-semibold">History</h2>
      <button class="chip" @click="isLookingBack = false">Back to the desk</button>
    </div>
    <p v-if="problem" role="alert" class="mb-3 rounded-md border border-rust px-3 py-2 text-rust">
      {{ problem }}
    </p>
    <HistoryCompared v-if="store.before !== undefined" />
    <div v-else class="space-y-3">
      <form class="flex gap-2" @submit.prevent="keep">
        <input
          ref="field"
          v-model="name"
          class="field min-w-0 flex-1"
          placeholder="A name for how it is now"
          aria-label="A name for how it is now"
          maxlength="200"
        />
        <button class="button" title="The show as it is now gets this name">Name it</button>
        <button
          type="button"
          class="button"
          title="A take: whose run the score shows, of the show as it is now"
          @click="keepRun"
        >
          Keep the run
        </button>
      </form>
      <button class="chip" title="The score shows both" @click="store.lookAtLastNamed()">
        Before and after: since {{ lastName === undefined ? 'it began' : `“${lastName}”` }}
      </button>
      <TakesList />
      <section v-if="store.versions.length > 0">
        <h3 class="mb-1 font-semibold text-bone-2">Versions by name</h3>
        <ul>
          <li v-for="version in [...store.versions].reverse()" :key="version.revision">
            <button class="history-row" @click="store.look({ revision: version.revision })">
              <span class="flex-1 truncate text-lamp">{{ version.name }}</span>
              <span class="text-xs text-bone-3">{{ day(version.at) }}, {{ hour(version.at) }}</span>
            </button>
          </li>
        </ul>
      </section>
      <section v-for="[date, rows] in days" :key="date">
        <h3 class="mb-1 font-semibold text-bone-2">{{ date }}</h3>
        <ol>
          <li v-for="row in rows" :key="row.revision">
            <button class="history-row" @click="store.look({ revision: row.revision })">
              <span class="w-10 flex-none font-mono text-[11px] text-bone-3">{{ hour(row.at) }}</span>
              <span class="min-w-0 flex-1 truncate">{{ row.label }}</span>
              <span v-if="row.name" class="max-w-28 truncate text-xs text-lamp">{{ row.name }}</span>
            </button>
          </li>
        </ol>
      </section>
      <button v-if="!store.isWhole" class="chip" @click="store.more()">Earlier ones</button>
      <button v-else class="history-row" @click="store.look({ revision: store.from })">
        <span class="flex-1 text-bone-2">{{ store.from === 1 ? 'As it began' : 'The first that is known' }}</span>
      </button>
    </div>
  </aside>
</template>

<style scoped>
@reference '~/assets/esvik.css';
.history-row {
  @apply flex w-full items-baseline gap-2 rounded-md px-2 py-1 text-left hover:bg-ink-2;
}
</style>
