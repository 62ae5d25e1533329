<script setup lang="ts">
/** A seed as it is typed: a whole number from nought; anything else is put back. */
const props = defineProps<{ name: string; value: number }>()
const emit = defineEmits<{ take: [seed: number] }>()
const text = ref('')
watch(
  () => props.value,
  (seed) => (text.value = String(seed)),
  { immediate: true },
)
function take() {
  const seed = Number(text.value)
  if (text.value.trim() !== '' && Number.isInteger(seed) && seed >= 0) emit('take', seed)
  else text.value = String(props.value)
}
</script>

<template>
  <label class="flex items-center justify-between text-bone-2"
    >{{ name }}
    <input v-model="text" class="field w-24 font-mono" inputmode="numeric" @keydown.enter="take" @blur="take"
  /></label>
</template>
