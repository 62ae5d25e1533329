<script setup lang="ts">
import type { Gate } from '~~/core/engine'
import type { Cue } from '~~/core/show'
import type { CueReport, CueTally, SeenTally } from '~~/core/study'
import { plain, tick } from '~/words/time'
import FirstHill from './FirstHill.vue'
import { between, inHundred, MISSED, seenWords } from './words'

/** What a cue comes to with many walkers, in a line. */
const props = defineProps<{
  name: string
  isScare: boolean
  tally: CueTally
  /** How many of those who met it and were looked with saw what it touches; none where it touches nothing that can be seen. */
  seen?: SeenTally
  /** How many may miss it or get it again, if that was said. */
  wish?: Cue['wish']
  /** What it came to in the study that this one is compared with. */
  was?: CueReport
  end: number
  width: number
  chosen: boolean
}>()
const emit = defineEmits<{ choose: []; show: [walker: number, t?: number] }>()
const unseen = computed(() => props.seen?.unseen[0])
const HEIGHT = 22
/** A holding gate is drawn so wide for each time it holds, per walk (px). */
const HELD = 22
const WIDEST = 74
const wasShare = (part: 'never' | 'once' | 'more') => `${(props.was?.[part].share ?? 0) * 100}%`
/** Whether it was another than it is, as it is said. */
const isOtherwise = (part: 'never' | 'more') =>
  props.was !== undefined && inHundred(props.was[part]) !== inHundred(props.tally[part])
const share = (part: 'never' | 'once' | 'more') => `${props.tally[part].share * 100}%`
const held = computed(() => props.tally.held.filter(({ gate }) => gate !== 'who' && gate !== 'off'))
const heldInAll = computed(() => held.value.reduce((sum, { perWalk }) => sum + perWalk, 0))
const heldWide = (perWalk: number) => `${Math.max(2, (perWalk / Math.max(heldInAll.value, WIDEST / HELD)) * WIDEST)}px`
const heldWords = computed(() =>
  held.value.map(({ gate, perWalk }) => `${gate} ${plain(perWalk)} times a walk`).join(', '),
)
const MARKS: { [gate in Gate]?: string } = {
  debounce: 'hatched',
  cooldown: 'bg-tide/70',
  chance: 'dotted',
  condition: 'border border-bone-2',
}
/** So many may miss it where nothing is wished. */
const USUAL = 0.1
const missesWish = computed(() => props.tally.never.share > (props.wish?.never ?? USUAL))
const repeatsWish = computed(() => props.wish !== undefined && props.tally.more.share > props.wish.more)
/** Why most of those who miss it do, and the next of them. */
const main = computed(() => props.tally.missed[0])
const next = computed(() => props.tally.missed[1])
</script>

<template>
  <tr
    class="h-6 border-t border-square hover:bg-row"
    :class="chosen ? 'bg-chosen text-lamp' : ''"
    @click="emit('choose')"
  >
    <th scope="row" class="max-w-[216px] truncate pr-2 pl-3.5 text-left font-normal">
      <button class="min-h-6 w-full truncate text-left" :aria-pressed="chosen">
        <svg v-if="isScare" class="float-right ml-1 h-4" viewBox="0 0 8 16" role="img" aria-label="a scare">
          <path d="M4 5V16" stroke="var(--color-lamp)" stroke-width="1.6" />
          <circle cx="4" cy="4" r="2.6" fill="var(--color-lamp)" /></svg
        >{{ name }}
      </button>
    </th>
    <td class="relative border-l border-square p-0" :style="{ width: `${width}px` }">
      <FirstHill :tally="tally" :end="end" :width="width" :height="HEIGHT" :was="was?.first" />
      <span
        v-if="tally.firsts.length > 0"
        class="pointer-events-none absolute top-0 font-mono text-[11px] text-bone-3"
        :style="
          tally.first[4]! > end * 0.85
            ? { right: `${width - (tally.first[0]! / end) * width + 6}px` }
            : { left: `${(tally.first[4]! / end) * width + 6}px` }
        "
        >{{ tick(tally.first[2]!) }}</span
      >
    </td>
    <td class="pl-4 text-right font-mono text-[12px] whitespace-nowrap" :title="between(tally.never)">
      <span v-if="isOtherwise('never')" class="text-[11px] text-bone-2" data-was>{{ inHundred(was!.never) }} →</span>
      <button
        class="min-h-6 min-w-6 text-right hover:underline"
        :class="missesWish ? 'font-bold text-rust' : ''"
        :disabled="tally.walkers.never === undefined"
        :aria-label="`${inHundred(tally.never)} in 100 never meet ${name}: show one`"
        @click.stop="tally.walkers.never !== undefined && emit('show', tally.walkers.never)"
      >
        {{ inHundred(tally.never) }}
      </button>
    </td>
    <td class="px-2">
      <span class="flex h-2.5 w-[92px] overflow-hidden" aria-hidden="true">
        <span
          class="h-full flex-none border border-rust"
          :style="{ width: share('never') }"
          :class="{ hidden: tally.never.count === 0 }"
        /><span class="h-full flex-none bg-weed" :style="{ width: share('once') }" /><span
          class="again h-full flex-none"
          :style="{ width: share('more') }"
        /><!-- prettier-ignore -->
      </span>
      <span v-if="was" class="mt-0.5 flex h-1 w-[92px] opacity-60" aria-hidden="true">
        <span class="h-full flex-none border border-rust" :style="{ width: wasShare('never') }" /><span
          class="h-full flex-none bg-weed"
          :style="{ width: wasShare('once') }"
        /><span class="again h-full flex-none" :style="{ width: wasShare('more') }" />
      </span>
    </td>
    <td class="text-left font-mono text-[12px] whitespace-nowrap" :title="between(tally.more)">
      <span v-if="isOtherwise('more')" class="text-[11px] text-bone-2" data-was>{{ inHundred(was!.more) }} →</span>
      <button
        class="min-h-6 min-w-6 text-left hover:underline"
        :class="repeatsWish ? 'font-bold text-rust' : ''"
        :disabled="tally.walkers.more === undefined"
        :aria-label="`${inHundred(tally.more)} in 100 get ${name} more than once: show one`"
        @click.stop="tally.walkers.more !== undefined && emit('show', tally.walkers.more)"
      >
        {{ inHundred(tally.more) }}
      </button>
    </td>
    <td class="max-w-[150px] truncate pl-4 text-bone-2">
      <button v-if="main" class="min-h-6 hover:underline" @click.stop="emit('show', main.walker)">
        {{ MISSED[main.why] }}</button><template v-if="next">, {{ MISSED[next.why] }}</template
      ><template v-if="tally.missed.length === 0">–</template>
    </td>
    <td class="pl-3 font-mono text-[12px]" :title="seen && seenWords(seen)" data-seen>
      <button
        v-if="seen"
        class="min-h-6 min-w-6 text-left hover:underline"
        :disabled="!unseen"
        :aria-label="`${name}: ${seenWords(seen)}${unseen ? ': show who doesn’t' : ''}`"
        @click.stop="unseen && emit('show', unseen.walker, unseen.t)"
      >
        {{ Math.round((seen.seen / seen.of) * 100) }}
      </button>
      <template v-else>–</template>
    </td>
    <td class="pr-3 pl-3" :title="heldWords">
      <span v-if="held.length > 0" class="flex items-center gap-0.5"
        ><span
          v-for="{ gate, perWalk } in held"
          :key="gate"
          class="h-2.5 flex-none"
          :class="MARKS[gate] ?? 'bg-bone-3'"
          :style="{ width: heldWide(perWalk) }"
        /><span class="pl-1 font-mono text-[11px]">{{ plain(heldInAll, 1) }}</span></span
      ><template v-else>–</template>
    </td>
  </tr>
</template>

<style scoped>
.again {
  background: repeating-linear-gradient(90deg, var(--color-lamp) 0 3px, transparent 3px 4px);
}
.hatched {
  background: repeating-linear-gradient(135deg, var(--color-bone-3) 0 1.5px, transparent 1.5px 4px);
}
.dotted {
  background: radial-gradient(var(--color-rust) 1.1px, transparent 1.3px) 0 0 / 4px 4px;
}
button:disabled {
  cursor: default;
}
</style>
