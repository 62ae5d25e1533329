<script setup lang="ts">
import type { FieldFor, Player } from '~~/core/show'
import { useShow } from '~/document/show'
import PartNumber from '~/parts/PartNumber.vue'

/** What players measure and how fast they go: everything that asks who gets where asks this. */
const doc = useShow()
const MEASURES: {
  field: FieldFor<Player, number>
  before: string
  name: string
  unit: string
  min: number
  max: number
}[] = [
  { field: 'height', before: 'A player is', name: 'Height', unit: 'm', min: 0.1, max: 10 },
  { field: 'radius', before: 'tall, reaches', name: 'Radius', unit: 'm', min: 0, max: 5 },
  { field: 'eye', before: 'to each side, and sees from', name: 'Eyes', unit: 'm', min: 0, max: 10 },
  { field: 'walk', before: 'up. They walk at', name: 'Walks at', unit: 'm/s', min: 0.05, max: 20 },
  { field: 'run', before: 'and run at', name: 'Runs at', unit: 'm/s', min: 0.05, max: 20 },
  { field: 'step', before: ', step up', name: 'Steps up', unit: 'm', min: 0, max: 2 },
  { field: 'jump', before: 'and jump', name: 'Jumps', unit: 'm', min: 0, max: 5 },
]
</script>

<template>
  <p class="mt-1 leading-[1.95] text-bone-2" data-player>
    <template v-for="{ field, before, name, unit, min, max } in MEASURES" :key="field"
      >{{ `${before} `
      }}<PartNumber
        :name="name"
        :value="doc.now.player[field]"
        :unit="unit"
        :min="min"
        :max="max"
        :step="0.05"
        :label="`${name} of players`"
        :put="(e, value) => e.set(['player', field], value)"
      />{{ ' ' }}</template
    >high.
  </p>
</template>
