<script setup lang="ts">
import { alike, type Editor } from '~~/core/show'
import type { Piece, PutIn, SentencePart as Part } from './pieces'
import SentencePart from './SentencePart.vue'

/** Words and parts as they are read; a comma or a full stop stays with the part before it. `of`: what it is all part of, as Undo says it. */
const props = defineProps<{ pieces: readonly Piece[]; of: string; putIn: (edit: Editor) => PutIn }>()
/** These may run over several lines themselves. */
const LONG = new Set<Part['as']>(['text', 'locks', 'stops'])
/** As may what is chosen in more letters than this. */
const SHORT = 24
const holds = (part: Part): boolean =>
  !LONG.has(part.as) &&
  !(part.as === 'choice' && part.options.some(({ value, words }) => words.length > SHORT && alike(value, part.value)))
const CLOSE = /^[.,;:]+/
interface Run {
  key: string
  part?: Part
  words: string
  holds: boolean
}
const runs = computed((before?: Run[]): Run[] => {
  // What says the same as before is the same part: it is not drawn again.
  const drawn = new Map(before?.map((run) => [run.key, run.part]))
  const made: Run[] = []
  for (const [i, piece] of props.pieces.entries()) {
    const last = made.at(-1)
    if (typeof piece !== 'string') {
      const key = `${piece.name}/${piece.way}`
      const was = drawn.get(key)
      made.push({ key, part: alike(was, piece) ? was! : piece, words: '', holds: holds(piece) })
      continue
    }
    const close = last?.part && last.words === '' ? (CLOSE.exec(piece)?.[0] ?? '') : ''
    if (close) last!.words = close
    made.push({ key: String(i), words: piece.slice(close.length), holds: false })
  }
  return made
})
</script>

<template>
  <p class="text-[14px] text-bone-2" data-sentence>
    <template v-for="run in runs" :key="run.key"
      ><span v-if="run.part" :data-field="run.part.way" :class="{ 'whitespace-nowrap': run.holds }"
        ><SentencePart :part="run.part" :of="of" :put-in="putIn" />{{ run.words }}</span
      ><template v-else>{{ run.words }}</template></template
    >
  </p>
</template>
