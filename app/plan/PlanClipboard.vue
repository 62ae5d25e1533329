<script setup lang="ts">
import type { Spot } from '~~/core/show'
import { usePlanClipboard } from './hand/clipboard'

/** Listens for copying, cutting and pasting; there is nothing to be seen of it. */
const props = defineProps<{ pointer?: Spot }>()
usePlanClipboard(toRef(() => props.pointer))
</script>

<template><span hidden /></template>
