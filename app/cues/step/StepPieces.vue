<script setup lang="ts">
import type { Editor } from '~~/core/show'
import type { Piece, PutIn, StepPart as Part } from './parts'
import StepPart from './StepPart.vue'

/** Words and parts as they are read; a comma or a full stop stays with the part before it. `of`: what it is all part of, as Undo says it. */
const props = defineProps<{ pieces: readonly Piece[]; of: string; putIn: (edit: Editor) => PutIn }>()
/** These may run over several lines themselves. */
const LONG = new Set<Part['as']>(['text', 'locks', 'stops'])
const CLOSE = /^[.,;:]+/
interface Run {
  key: string
  part?: Part
  words: string
  holds: boolean
}
const runs = computed(() =>
  props.pieces.reduce<Run[]>((made, piece, i) => {
    const last = made.at(-1)
    if (typeof piece !== 'string')
      return [
        ...made,
        { key: `${piece.name}/${piece.path.join('.')}`, part: piece, words: '', holds: !LONG.has(piece.as) },
      ]
    const close = last?.part && last.words === '' ? (CLOSE.exec(piece)?.[0] ?? '') : ''
    if (close) last!.words = close
    return [...made, { key: String(i), words: piece.slice(close.length), holds: false }]
  }, []),
)
</script>

<template>
  <p class="text-[14px] leading-[1.95] text-bone-2" data-sentence>
    <template v-for="run in runs" :key="run.key"
      ><span v-if="run.part" :data-field="run.part.path.join('.')" :class="{ 'whitespace-nowrap': run.holds }"
        ><StepPart :part="run.part" :of="of" :put-in="putIn" />{{ run.words }}</span
      ><template v-else>{{ run.words }}</template></template
    >
  </p>
</template>
