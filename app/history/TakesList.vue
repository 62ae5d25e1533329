<script setup lang="ts">
import type { Take } from '~~/server/shows/messages'
import { useView } from '~/frame/view'
import { useHistory } from './history'
import { useTakes } from './takes'

/** What was kept: a run is put beside what is there now, a study beside the one that is walked now. */
const store = useHistory()
const takes = useTakes()
const view = useView()
function look(take: Take) {
  if (!take.study) return void store.look({ revision: take.revision, take: take.id })
  takes.against = { take: take.id }
  view.looks = 'study'
}
</script>

<template>
  <section v-if="takes.takes.length > 0" aria-label="Takes">
    <h3 class="mb-1 font-semibold text-bone-2">Takes</h3>
    <ul>
      <li v-for="take in takes.takes" :key="take.id" class="flex">
        <button
          class="flex min-h-6 min-w-0 flex-1 items-baseline gap-2 rounded-md px-2 py-1 text-left hover:bg-ink-2"
          @click="look(take)"
        >
          <span class="flex-none text-lamp">{{ take.name }}</span>
          <span class="min-w-0 flex-1 truncate text-xs text-bone-3">{{
            take.study ? 'a study' : takes.wordsOf(take.who) === take.name ? '' : takes.wordsOf(take.who)
          }}</span>
          <span class="text-xs text-bone-3">revision {{ take.revision }}</span>
        </button>
        <button
          class="part min-w-6"
          :aria-label="`Forget the take ${take.name}`"
          title="This take is forgotten"
          @click="takes.forget(take)"
        >
          ×
        </button>
      </li>
    </ul>
  </section>
</template>
