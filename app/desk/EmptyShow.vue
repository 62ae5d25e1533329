<script setup lang="ts">
import type { Show } from '~~/core/show'
import { askServer, whyFailed } from '~/document/keeping/server'
import { useShow } from '~/document/show'

/** What a show that holds nothing can begin with: a hall and a walk through it, and the sounds that are here. */
const doc = useShow()
const isBare = computed(() => {
  const { place, zones, walks } = doc.now
  return [place.floors, place.walls, place.props, place.lights, zones, walks].every((all) => all.length === 0)
})
const hasSounds = computed(() => doc.now.sounds.length > 0)
const waits = ref(false)
async function take(label: string, what: (hall: Show) => void): Promise<void> {
  waits.value = true
  try {
    what(await askServer<Show>('/api/hall'))
  } catch (error) {
    doc.problem = `${label} can’t be had now: ${whyFailed(error)}`
  } finally {
    waits.value = false
  }
}
const putHall = () =>
  take('The hall', ({ place, walks }) =>
    doc.edit('Put a hall there', (edit) => {
      for (const floor of place.floors) edit.add(['place', 'floors'], floor)
      for (const wall of place.walls) edit.add(['place', 'walls'], wall)
      for (const prop of place.props) edit.add(['place', 'props'], prop)
      for (const light of place.lights) edit.add(['place', 'lights'], light)
      const marks = new Set(doc.now.place.marks.map(({ id }) => id))
      for (const mark of place.marks) if (!marks.has(mark.id)) edit.add(['place', 'marks'], mark)
      for (const walk of walks) edit.add(['walks'], walk)
    }),
  )
const takeSounds = () =>
  take('The sounds', ({ sounds }) =>
    doc.edit('Take the sounds that are here', (edit) => sounds.forEach((sound) => edit.add(['sounds'], sound))),
  )
</script>

<template>
  <div v-if="isBare || !hasSounds" class="space-y-1.5 rounded-[9px] border border-rule px-3 py-2 text-bone-2">
    <p v-if="isBare">Nothing is here yet. Draw walls and a walk in the plan, bring in a place, or begin in a hall.</p>
    <p class="flex flex-wrap gap-1.5">
      <button v-if="isBare" class="chip" :disabled="waits" @click="putHall">Put a hall here</button>
      <button v-if="!hasSounds" class="chip" :disabled="waits" @click="takeSounds">
        Take the sounds that are here
      </button>
    </p>
  </div>
</template>
