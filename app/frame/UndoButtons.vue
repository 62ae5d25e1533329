<script setup lang="ts">
import { useShow } from '~/document/show'

const doc = useShow()
</script>

<template>
  <div class="flex gap-1.5">
    <button
      v-if="doc.undoLabel"
      class="button max-w-64 truncate"
      :title="`Undo: ${doc.undoLabel} (Ctrl+Z)`"
      @click="doc.undo()"
    >
      Undo {{ doc.undoLabel }}
    </button>
    <button
      v-if="doc.redoLabel"
      class="button max-w-40 truncate"
      :title="`Redo: ${doc.redoLabel} (Ctrl+Shift+Z)`"
      @click="doc.redo()"
    >
      Redo
    </button>
  </div>
</template>
