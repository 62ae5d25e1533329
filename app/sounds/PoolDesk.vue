<script setup lang="ts">
import type { Editor, Range } from '~~/core/show'
import PartChoice from '~/parts/PartChoice.vue'
import PartNumber from '~/parts/PartNumber.vue'
import PartText from '~/parts/PartText.vue'
import { useFields } from '~/document/fields'
import { useShow } from '~/document/show'
import { useSelection } from '~/frame/selection'
import { useView } from '~/frame/view'
import { count, plain } from '~/words/time'
import { usePoolDraws } from './pool-draws'
import PoolMinute from './PoolMinute.vue'
import PoolRegions from './PoolRegions.vue'
import { useSounds } from './sounds'
import type { User } from './sound-uses'
import { needed, itemAt } from '~~/core/base'

/** The pool that the chosen sound is in: how it draws, ten draws of it, and a minute of its scatter. */
const store = useSounds()
const doc = useShow()
const view = useView()
const selection = useSelection()
const pool = computed(() => store.pool)
const own = () => needed(store.pool, 'pool chosen')
const scattered = () => needed(scatter.value, 'scatter of this pool')
const { draws, minute, scatter, again } = usePoolDraws(pool)
const users = computed(() => (pool.value ? (store.users.pools.get(pool.value.id) ?? []) : []))
const { set } = useFields('pools', () => own().id)
const DRAWS = [
  { value: 'shuffle' as const, words: 'each once before any comes again' },
  { value: 'random' as const, words: 'at random by weight' },
  { value: 'sequence' as const, words: 'one after the other' },
]
const end = (field: 'gain' | 'pitch', side: 0 | 1) => (edit: Editor, value: number) => {
  const now = own()[field]
  const next: Range = side === 0 ? [Math.min(value, now[1]), now[1]] : [now[0], Math.max(value, now[0])]
  edit.set(['pools', own().id, field], next)
}
const ofStep =
  (...field: ['where', 'near' | 'far'] | ['most']) =>
  (edit: Editor, value: number) =>
    edit.setFound(['cues', scattered().cue.id, 'steps', scattered().step.id, ...field], value)
const every = (side: 0 | 1) => (edit: Editor, value: number) => {
  const now = scattered().step.every
  const next: Range = side === 0 ? [Math.min(value, now[1]), now[1]] : [now[0], Math.max(value, now[0])]
  edit.set(['cues', scattered().cue.id, 'steps', scattered().step.id, 'every'], next)
}
const around = computed(() => {
  const where = scatter.value?.step.where
  return where?.at === 'around' ? where : undefined
})
const nameOf = (id: string) => store.sounds.find((sound) => sound.id === id)?.name ?? id
const weights = computed(() => pool.value?.sounds.reduce((sum, { weight }) => sum + weight, 0) ?? 0)
const chance = (weight: number) => (weights.value > 0 ? plain((weight / weights.value) * 100, 0) : '–')

/** The draw that is heard now; −1 if none. */
const at = ref(-1)
let turn = 0
async function hearTen() {
  if (at.value >= 0) return stop()
  const mine = ++turn
  for (let i = 0; i < draws.value.length && mine === turn; i++) await hearDraw(i, mine)
  if (mine === turn) at.value = -1
}
async function hearDraw(i: number, mine = ++turn) {
  const draw = draws.value[i]
  const sound = store.sounds.find(({ id }) => id === draw?.sound)
  if (!draw || !sound) return
  at.value = i
  await store.hear(sound, { gain: draw.gain - sound.gain, pitch: draw.pitch })
  if (mine === turn && i === at.value && i === draws.value.length - 1) at.value = -1
}
function stop() {
  turn++
  at.value = -1
  store.hush()
}
watch(() => pool.value?.id, stop)
onBeforeUnmount(stop)
function go({ id }: User) {
  selection.choose('cue', id)
  view.looks = 'desk'
}
const addable = computed(() =>
  store.several.filter(({ id }) => !pool.value?.sounds.some((entry) => entry.sound === id)),
)
const add = () =>
  doc.edit(`Put ${count(addable.value.length, 'sound')} into ${own().name}`, (edit) =>
    addable.value.forEach(({ id }) => edit.add(['pools', own().id, 'sounds'], { sound: id, weight: 1 })),
  )
const takeOut = (index: number) =>
  doc.edit(`Take ${nameOf(itemAt(own().sounds, index).sound)} out of ${own().name}`, (edit) =>
    edit.remove(['pools', own().id, 'sounds', index]),
  )
const remove = () => doc.edit(`Delete ${own().name}`, (edit) => edit.remove(['pools', own().id]))
</script>

<template>
  <section aria-label="Pool" class="min-h-0 overflow-y-auto border-l border-rule px-4 py-3 text-[13px] text-bone-2">
    <div class="mb-2 flex items-start gap-2">
      <div class="min-w-0 flex-1">
        <h2 v-if="pool" class="text-[17px] leading-tight font-semibold text-bone">
          <PartText
            name="Name of the pool"
            :value="pool.name"
            class="!border-transparent hover:!border-lamp"
            @change="set('name', $event, `Rename ${pool.name}`)"
          />
        </h2>
        <h2 v-else class="text-[17px] leading-tight font-semibold text-bone">Pools</h2>
        <p class="text-xs text-bone-3">
          <template v-if="pool">
            pool of {{ pool.sounds.length }} ·
            <template v-if="users.length === 0">used by nothing yet</template>
            <template v-else
              >used by
              <template v-for="(user, i) in users" :key="user.id"
                ><template v-if="i > 0">, </template
                ><button class="part" @click="go(user)">{{ user.name }}</button></template
              ></template
            >
          </template>
          <template v-else>A pool draws one of its sounds each time, a little differently.</template>
        </p>
      </div>
      <PartChoice
        v-if="store.pools.length > 0"
        name="Pool"
        :value="pool?.id ?? ''"
        :options="[
          ...(pool ? [] : [{ value: '', words: 'Choose a pool' }]),
          ...store.pools.map(({ id, name }) => ({ value: id, words: name })),
        ]"
        @choose="store.chosenPool = $event"
      />
      <button v-if="store.several.length > 0" class="chip" @click="store.poolOfChosen()">
        New pool of {{ store.several.length }}
      </button>
    </div>
    <div v-if="pool" class="space-y-2">
      <p>
        One of {{ count(pool.sounds.length, 'sound') }},
        <PartChoice
          name="Draw"
          :value="pool.draw"
          :options="DRAWS"
          @choose="set('draw', $event, `How ${pool.name} draws`)"
        />, never one of the last
        <PartNumber
          name="Avoid"
          :value="pool.avoid"
          :label="`What ${pool.name} avoids`"
          :put="(edit, value) => edit.set(['pools', pool!.id, 'avoid'], Math.round(value))"
          :min="0"
          :max="50"
          :step="1"
        />,
        <PartNumber
          name="Softest"
          :value="pool.gain[0]"
          :label="`Level of ${pool.name}`"
          :put="end('gain', 0)"
          :min="-60"
          :max="40"
          :step="0.5"
        />
        to
        <PartNumber
          name="Loudest"
          :value="pool.gain[1]"
          :label="`Level of ${pool.name}`"
          :put="end('gain', 1)"
          unit="dB"
          :min="-60"
          :max="40"
          :step="0.5"
        />,
        <PartNumber
          name="Lowest"
          :value="pool.pitch[0]"
          :label="`Pitch of ${pool.name}`"
          :put="end('pitch', 0)"
          :min="-2400"
          :max="2400"
          :step="10"
        />
        to
        <PartNumber
          name="Highest"
          :value="pool.pitch[1]"
          :label="`Pitch of ${pool.name}`"
          :put="end('pitch', 1)"
          unit="cents"
          :min="-2400"
          :max="2400"
          :step="10"
        />.
      </p>
      <div class="flex gap-4">
        <div class="min-w-0 flex-1"><PoolRegions :pool="pool" :draws="draws" :at="at" /></div>
        <ul class="w-48 flex-none space-y-0.5 text-[12px]" aria-label="Sounds of the pool">
          <li
            v-for="(entry, i) in pool.sounds"
            :key="entry.sound"
            :data-hears="`sound:${entry.sound}`"
            class="flex items-center gap-1.5"
          >
            <button
              class="min-w-0 flex-1 truncate text-left hover:text-bone"
              :class="store.chosen.includes(entry.sound) ? 'text-lamp' : ''"
              @click="store.choose(entry.sound)"
            >
              {{ nameOf(entry.sound) }}
            </button>
            <PartNumber
              :name="`Weight of ${nameOf(entry.sound)}`"
              :value="entry.weight"
              :label="`Weights of ${pool.name}`"
              :put="(edit, value) => edit.set(['pools', pool!.id, 'sounds', i, 'weight'], value)"
              :min="0"
              :max="100"
              :step="0.5"
            />
            <span class="w-8 text-right text-bone-3">{{ chance(entry.weight) }} %</span>
            <button
              class="text-bone-3 hover:text-bone"
              :aria-label="`Take ${nameOf(entry.sound)} out`"
              @click="takeOut(i)"
            >
              out
            </button>
          </li>
          <li v-if="addable.length > 0">
            <button class="part" @click="add">Put {{ addable.length }} chosen in</button>
          </li>
          <li v-if="users.length === 0"><button class="part" @click="remove">Delete the pool</button></li>
        </ul>
      </div>
      <div class="flex flex-wrap items-center gap-1.5 text-[11.5px]" role="group" aria-label="Ten draws">
        <button class="chip" @click="hearTen">{{ at >= 0 ? 'Stop' : 'Hear ten draws' }}</button>
        <button class="chip" @click="again">Ten others</button>
        <button
          v-for="(draw, i) in draws"
          :key="i"
          class="rounded px-1 py-0.5"
          :class="i === at ? 'bg-ink-3 text-lamp' : 'text-bone-3 hover:text-bone'"
          :title="`${plain(draw.gain, 1)} dB, ${plain(draw.pitch, 0)} cents`"
          data-draw
          @click="hearDraw(i)"
        >
          {{ i + 1 }} {{ nameOf(draw.sound) }}
        </button>
      </div>
      <template v-if="scatter && minute">
        <p class="border-t border-rule pt-2">
          <strong class="text-bone">A minute of {{ scatter.cue.name }}</strong
          >: one every
          <PartNumber
            name="Soonest"
            :value="scatter.step.every[0]"
            :label="`How often in ${scatter.cue.name}`"
            :put="every(0)"
            :min="0.05"
            :max="600"
            :step="0.1"
          />
          to
          <PartNumber
            name="Latest"
            :value="scatter.step.every[1]"
            :label="`How often in ${scatter.cue.name}`"
            :put="every(1)"
            unit="s"
            :min="0.05"
            :max="600"
            :step="0.1"
          />
          <template v-if="around"
            >,
            <PartNumber
              name="Nearest"
              :value="around.near"
              :label="`How near in ${scatter.cue.name}`"
              :put="ofStep('where', 'near')"
              :min="0"
              :max="100"
              :step="0.5"
            />
            to
            <PartNumber
              name="Farthest"
              :value="around.far"
              :label="`How far in ${scatter.cue.name}`"
              :put="ofStep('where', 'far')"
              unit="m"
              :min="0"
              :max="100"
              :step="0.5"
            />
            away</template
          >,
          <PartNumber
            name="At once"
            :value="scatter.step.most"
            :label="`At once in ${scatter.cue.name}`"
            :put="(edit, value) => ofStep('most')(edit, Math.round(value))"
            :min="1"
            :max="32"
            :step="1"
          />
          at most at once.
        </p>
        <PoolMinute :drops="minute.drops" :counted="minute.counted" :most="scatter.step.most" />
      </template>
    </div>
    <p v-else-if="store.pools.length === 0">
      No pools yet. Choose several sounds and make a pool of them: each time one of them is drawn.
    </p>
    <p v-else>The chosen sound is in no pool.</p>
  </section>
</template>
