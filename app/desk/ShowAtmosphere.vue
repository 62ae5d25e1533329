<script setup lang="ts">
import { keysOfWay, type Editor } from '~~/core/show'
import AtmosphereSwatch from '~/cues/atmosphere/AtmosphereSwatch.vue'
import { atmospherePieces } from '~/cues/kinds/light-steps'
import { useShow } from '~/document/show'
import SentencePieces from '~/sentence/SentencePieces.vue'

/** How the show is before any cue has done anything: what most begin with is to make it darker. */
const doc = useShow()
const pieces = computed(() => atmospherePieces(doc.now, doc.now.atmosphere))
/** What a show can't be without, where it is taken away: as the format has it. */
const PLAIN: { [field: string]: string | number } = { ambient: '#8899aa', level: 1, shadow: '#223344', exposure: 1 }
function put(edit: Editor, way: string, value: unknown): void {
  const keys = keysOfWay(way)
  edit.setFound(['atmosphere', ...keys], value ?? (keys.length === 1 ? PLAIN[String(keys[0])] : undefined))
}
</script>

<template>
  <div class="mt-1 space-y-2" data-atmosphere>
    <AtmosphereSwatch :atmosphere="doc.now.atmosphere" class="h-14 w-full" />
    <SentencePieces
      :pieces="pieces"
      of=" of the show"
      class="leading-[1.95]"
      :put-in="(edit) => (way, value) => put(edit, way, value)"
    />
  </div>
</template>
