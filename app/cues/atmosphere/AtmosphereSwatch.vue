<script setup lang="ts">
import type { Atmosphere } from '~~/core/show'
import { useShow } from '~/document/show'
import { swatchOf } from './swatch'

/** A preset drawn over the atmosphere that the show begins with. */
const props = defineProps<{ atmosphere: Partial<Atmosphere> }>()
const doc = useShow()
const background = computed(() => {
  const given = Object.fromEntries(Object.entries(props.atmosphere).filter(([, value]) => value !== undefined))
  return swatchOf({ ...doc.now.atmosphere, ...given })
})
</script>

<template><span class="block rounded-[3px] border border-rule" :style="{ background }" aria-hidden="true" /></template>
