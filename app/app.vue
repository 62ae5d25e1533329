<script setup lang="ts">
import TroubleNote from '~/frame/TroubleNote.vue'
import { useTrouble } from '~/frame/trouble'

useTrouble()
</script>

<template>
  <NuxtPage />
  <TroubleNote />
</template>
