<script setup lang="ts">
import type { NuxtError } from '#app'
import AppHeader from '~/frame/AppHeader.vue'

/** Where there is nothing, and what no page could be made of. */
const { error } = defineProps<{ error: NuxtError }>()
const isNowhere = computed(() => error.statusCode === 404)
const goBack = () => clearError({ redirect: '/' })
</script>

<template>
  <div class="flex h-full flex-col">
    <AppHeader />
    <main class="mx-auto w-full max-w-4xl px-6 py-8">
      <h1 class="text-[22px] font-semibold">
        {{ isNowhere ? 'Nothing is at this address' : 'This page could not be shown' }}
      </h1>
      <p class="mt-2 text-bone-2">
        {{
          isNowhere
            ? 'It may have been typed wrongly, or belong to another server.'
            : `${error.message}. What was edited is kept.`
        }}
      </p>
      <button class="button primary mt-5" @click="goBack">All shows</button>
    </main>
  </div>
</template>
