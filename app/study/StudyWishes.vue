<script setup lang="ts">
import PartNumber from '~/parts/PartNumber.vue'
import { useShow } from '~/document/show'

/** How long one is to be left in peace, at least and at the most. */
const doc = useShow()
const quiet = computed(() => doc.show?.wishes.quiet)
/** What is wished for at first (s). */
const FIRST: [number, number] = [20, 75]
const wish = (value: [number, number] | undefined) =>
  doc.edit(value ? 'Wish for quiet' : 'Wish for no quiet', (edit) => edit.set(['wishes', 'quiet'], value))
</script>

<template>
  <p v-if="quiet" class="flex min-h-6 flex-wrap items-center gap-x-2.5">
    wished for:
    <PartNumber
      name="The shortest quiet"
      :value="quiet[0]"
      label="Wish for quiet"
      :put="(edit, value) => edit.set(['wishes', 'quiet'], [Math.min(value, quiet![1]), quiet![1]])"
      :min="0"
      :step="1"
    />
    to
    <PartNumber
      name="The longest quiet"
      :value="quiet[1]"
      label="Wish for quiet"
      :put="(edit, value) => edit.set(['wishes', 'quiet'], [quiet![0], Math.max(value, quiet![0])])"
      unit="s"
      :min="0"
      :step="1"
    />
    <button class="part min-w-6" title="No quiet is wished for" aria-label="Wish for no quiet" @click="wish(undefined)">
      ×
    </button>
  </p>
  <button v-else class="part" @click="wish(FIRST)">Wish for a quiet</button>
</template>
