<script setup lang="ts">
import type { Loop } from '~~/core/engine'
import { useShow } from '~/document/show'
import { steady } from '~/document/steady'
import { usePlayhead } from '~/frame/playhead'
import { useSelection } from '~/frame/selection'
import { cueName, markName, walkName, zoneName } from '~/words/names'
import { clock } from '~/words/time'
import { linksOf } from './loop-mends'

/** What a run without end goes round in: each of its things can be gone to, and what would end it is at hand. */
const props = defineProps<{ loop: Loop; says: string }>()
const doc = useShow()
const selection = useSelection()
const playhead = usePlayhead()
/** So many rules are shown: who mends one has mended the loop. */
const MOST = 4
const links = steady(() => linksOf(doc.now, props.loop))
const sent = computed(() => props.loop.sent)
</script>

<template>
  <div
    role="alert"
    class="absolute bottom-20 left-3 z-20 max-w-[80%] space-y-1.5 rounded-md border border-rust bg-ink-2 px-3 py-2"
  >
    <p class="text-rust">{{ says }}</p>
    <p v-if="sent" class="text-xs text-bone-3">
      <button class="part" @click="selection.choose('walk', sent.walk)">{{ walkName(doc.now, sent.walk) }}</button>
      is put
      <template v-if="sent.mark">
        at <button class="part" @click="selection.choose('mark', sent.mark)">{{ markName(doc.now, sent.mark) }}</button>
      </template>
      again and again
    </p>
    <p v-for="link in links.slice(0, MOST)" :key="link.zone + link.cue" class="text-xs text-bone-3" data-loop-link>
      <template v-if="link.zone">
        <button class="part" @click="selection.choose('zone', link.zone)">{{ zoneName(doc.now, link.zone) }}</button>
        fires
      </template>
      <button class="part" @click="selection.choose('cue', link.cue)">{{ cueName(doc.now, link.cue) }}</button>
      <button
        v-for="mend in link.mends"
        :key="mend.says"
        class="chip ml-2"
        @click="doc.edit(mend.label, (edit) => mend.edit(edit))"
      >
        {{ mend.says }}
      </button>
    </p>
    <p class="text-xs text-bone-3">
      The score is the run up to there:
      <button class="part" @click="playhead.seek(loop.t)">{{ clock(loop.t, 1) }}</button>
    </p>
  </div>
</template>
