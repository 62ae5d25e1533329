<script setup lang="ts">
import { nameOfThing } from '~/document/things'
import { useShow } from '~/document/show'
import { useSelection } from '~/frame/selection'
import { useThingEdits } from '~/plan/thing-edits'
import { count } from '~/words/time'

/** Several things at once: what can be done to all of them. */
const doc = useShow()
const selection = useSelection()
const { duplicate, remove } = useThingEdits()
</script>

<template>
  <div class="space-y-3">
    <h2 class="text-[17px] font-semibold">{{ count(selection.things.length, 'thing') }} chosen</h2>
    <div class="flex flex-wrap gap-1.5">
      <button class="chip" title="Ctrl+D" @click="duplicate()">Duplicate</button>
      <button class="chip" title="Delete" @click="remove()">Delete</button>
    </div>
    <p class="text-bone-2">
      Drag one in the plan and all of them come along. Shift with a click takes one more or less.
    </p>
    <div class="flex flex-wrap gap-1.5">
      <button
        v-for="one in selection.things"
        :key="`${one.kind}/${one.id}`"
        class="chip"
        @click="selection.choose(one.kind, one.id)"
      >
        {{ nameOfThing(doc.show!, one) }}
      </button>
    </div>
  </div>
</template>
