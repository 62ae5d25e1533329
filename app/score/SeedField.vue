<script setup lang="ts">
/** A seed as it is typed: a whole number from nought, or none where that may be; anything else is put back. */
const props = defineProps<{ name: string; value: number | undefined; none?: boolean }>()
const emit = defineEmits<{ take: [seed: number | undefined] }>()
const text = ref('')
const said = (seed: number | undefined) => (seed === undefined ? '' : String(seed))
watch(
  () => props.value,
  (seed) => (text.value = said(seed)),
  { immediate: true },
)
function take() {
  const seed = Number(text.value)
  if (text.value.trim() === '' && props.none) emit('take', undefined)
  else if (text.value.trim() !== '' && Number.isInteger(seed) && seed >= 0) emit('take', seed)
  else text.value = said(props.value)
}
</script>

<template>
  <label class="flex items-center justify-between text-bone-2"
    >{{ name }}
    <input
      v-model="text"
      class="field w-24 font-mono"
      :placeholder="none ? 'none' : ''"
      inputmode="numeric"
      @keydown.enter="take"
      @blur="take"
  /></label>
</template>
