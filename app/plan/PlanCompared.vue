<script setup lang="ts">
import type { Change, Show } from '~~/core/show'
import { refOf, thingIn, type ThingRef } from '~/document/things'
import { compared } from '~/run/compared'
import { pathOf } from './forms/geometry'
import { outlineOfThing } from './forms/outlines'
import { needed } from '~~/core/base'

/** What an earlier version had otherwise: where things were, in bone dashes; what is gone, in rust; what has come since, in tide; so too where they were later, if that is not now. */
const props = defineProps<{ pixel: number }>()
const LOOKS = {
  added: { colour: 'var(--color-tide)', dash: 0, words: 'new' },
  removed: { colour: 'var(--color-rust)', dash: 4, words: 'gone' },
  changed: { colour: 'var(--color-bone)', dash: 3, words: 'was here' },
  later: { colour: 'var(--color-tide)', dash: 0, words: 'later here' },
} as const
function drawn(show: Show, ref: ThingRef, change: Change, how: keyof typeof LOOKS = change.what) {
  if (!thingIn(show, ref.kind, ref.id)) return []
  const { outline } = outlineOfThing(show, ref, props.pixel)
  const x = Math.min(...outline.map((spot) => spot[0]))
  const z = Math.max(...outline.map((spot) => spot[1]))
  const look = LOOKS[how]
  return [
    { key: `${ref.kind}/${ref.id}/${how}`, path: pathOf(outline), x, z, look, words: `${change.name}, ${look.words}` },
  ]
}
const things = computed(() => {
  const { before, after, isNow, changes } = needed(compared.value, 'compared')
  return changes.flatMap((change) => {
    const { list, id } = change
    const [ref] = list === 'show' ? [] : refOf({ list, id })
    if (!ref) return []
    const was = drawn((change.what === 'added' ? after : before).show, ref, change)
    if (change.what !== 'changed' || was.length === 0) return was
    // What is where it was is not drawn over.
    const [is] = drawn(after.show, ref, change)
    if (is?.path === was[0]!.path) return []
    return isNow ? was : [...was, ...drawn(after.show, ref, change, 'later')]
  })
})
</script>

<template>
  <g class="pointer-events-none" data-compared>
    <template v-for="{ key, path, x, z, look, words } in things" :key="key">
      <path
        :d="path"
        fill="none"
        :stroke="look.colour"
        :stroke-width="1.6 * pixel"
        :stroke-dasharray="look.dash ? `${look.dash * pixel} ${3 * pixel}` : undefined"
      />
      <text :x="x" :y="z + 12 * pixel" :font-size="10 * pixel" :fill="look.colour">{{ words }}</text>
    </template>
  </g>
</template>
