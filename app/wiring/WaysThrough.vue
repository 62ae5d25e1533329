<script setup lang="ts">
import { steady } from '~/document/steady'
import type { Zone } from '~~/core/show'
import { useShow } from '~/document/show'
import { count } from '~/words/time'
import { ledThrough, waysFrom } from './way-through'

/** Walks that come by a way through and don't go on from its far end: led through only by a hand. */
const props = defineProps<{ zone: Zone }>()
const doc = useShow()
const offers = steady(() => {
  const show = doc.restingNow
  return waysFrom(show, props.zone).flatMap((way) =>
    show.walks.flatMap((walk) => {
      const points = ledThrough(show, walk, way)
      if (!points) return []
      // Where it goes in, where it comes out and one on from there are new.
      return [{ walk, points, mark: way.mark, left: walk.points.length - (points.length - 3) }]
    }),
  )
})
const lead = ({ walk, points, mark }: (typeof offers.value)[number]) =>
  doc.edit(`Lead ${walk.name} through to ${mark.name}`, (edit) => edit.set(['walks', walk.id, 'points'], points))
</script>

<template>
  <ul v-if="offers.length > 0" class="space-y-1 text-xs text-bone-3" aria-label="Walks that come by">
    <li v-for="offer in offers" :key="`${offer.walk.id}/${offer.mark.id}`">
      {{ offer.walk.name }} comes by and, put at {{ offer.mark.name }}, goes back to its next point.
      <button class="chip mx-1" @click="lead(offer)">Let it go on from there</button>
      <template v-if="offer.left > 0">{{ ' ' }}{{ count(offer.left, 'point') }} of it would be left out.</template>
    </li>
  </ul>
</template>
