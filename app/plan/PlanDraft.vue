<script setup lang="ts">
import { outlineOf, solidOf } from '~~/core/space'
import type { Shape } from '~~/core/show'
import { pathOf } from './geometry'

defineProps<{ shape: Shape; pixel: number }>()
</script>

<template>
  <path
    :d="pathOf(outlineOf(solidOf(shape)))"
    fill="url(#survey)"
    stroke="var(--color-lamp)"
    :stroke-width="1.8 * pixel"
    class="pointer-events-none"
  />
</template>
