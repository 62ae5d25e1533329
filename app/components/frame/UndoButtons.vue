<script setup lang="ts">
import { useShow } from '~/stores/show'

const document = useShow()
</script>

<template>
  <div class="flex gap-1.5">
    <button
      v-if="document.undoLabel"
      class="button max-w-64 truncate"
      :title="`Undo: ${document.undoLabel} (Ctrl+Z)`"
      @click="document.undo()"
    >
      Undo {{ document.undoLabel }}
    </button>
    <button
      v-if="document.redoLabel"
      class="button max-w-40 truncate"
      :title="`Redo: ${document.redoLabel} (Ctrl+Shift+Z)`"
      @click="document.redo()"
    >
      Redo
    </button>
  </div>
</template>
