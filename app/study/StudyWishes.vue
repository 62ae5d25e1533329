<script setup lang="ts">
import PartNumber from '~/parts/PartNumber.vue'
import { useShow } from '~/document/show'

/** How long one is to be left in peace, how loud it may get, how often it may flash. */
const doc = useShow()
const quiet = computed(() => doc.show?.wishes.quiet)
const ceiling = computed(() => doc.show?.wishes.ceiling)
const flashes = computed(() => doc.now.wishes.flashes)
/** How loud it may be where that is first said (LUFS). */
const LOUD = -16
const wishCeiling = (value: number | undefined) =>
  doc.edit(value === undefined ? 'Wish for no ceiling' : 'Wish for a ceiling', (edit) =>
    edit.set(['wishes', 'ceiling'], value),
  )
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
  <p class="flex min-h-6 flex-wrap items-center gap-x-1.5">
    <template v-if="ceiling !== undefined">
      at most
      <PartNumber
        name="The loudest it may get"
        :value="ceiling"
        label="Wish for a ceiling"
        :put="(edit, value) => edit.set(['wishes', 'ceiling'], value)"
        unit="LUFS"
        :min="-70"
        :max="0"
        :step="1"
      />
      <button
        class="part min-w-6"
        title="No ceiling is wished for"
        aria-label="Wish for no ceiling"
        @click="wishCeiling(undefined)"
      >
        ×
      </button>
    </template>
    <button v-else class="part" @click="wishCeiling(LOUD)">Wish for a ceiling</button>
    <PartNumber
      name="The most flashes in a second"
      :value="flashes"
      label="Wish for fewer flashes"
      :put="(edit, value) => edit.set(['wishes', 'flashes'], value)"
      unit="flashes/s"
      :min="0"
      :step="1"
    />
  </p>
</template>
