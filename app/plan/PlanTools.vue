<script setup lang="ts">
import PlanToolMenu from './PlanToolMenu.vue'
import { TOOLS, type Tool } from './hand/tools'

const tool = defineModel<Tool>({ required: true })
/** The tool stays in the hand for the next thing. */
const stays = defineModel<boolean>('stays', { required: true })
const ambience = defineModel<boolean>('ambience', { required: true })
defineEmits<{ fit: []; bring: [] }>()
function take(one: Tool, keeps: boolean) {
  tool.value = one
  stays.value = keeps && one !== 'choose'
}
const KEEPS = 'With Shift or a double click it stays in hand for the next one, too'
const shown = computed(() =>
  TOOLS.map(({ name, entries }) => {
    const on = entries.find((entry) => entry.tool === tool.value)
    const keeps = !!on && stays.value
    return { name, entries, on, keeps, words: on && entries.length > 1 ? `${name}: ${on.name.toLowerCase()}` : name }
  }),
)
</script>

<template>
  <div role="toolbar" aria-label="Plan tools" class="flex gap-1 rounded-[9px] border border-rule bg-ink-1 p-1 text-xs">
    <template v-for="group in shown" :key="group.name">
      <button
        v-if="group.entries.length === 1"
        class="tool"
        :aria-pressed="!!group.on"
        :title="group.on || group.name === 'Choose' ? undefined : KEEPS"
        @click="take(group.entries[0]!.tool, $event.shiftKey)"
        @dblclick="take(group.entries[0]!.tool, true)"
      >
        {{ group.name }}<span v-if="group.keeps" class="text-bone-3" data-stays> …</span>
      </button>
      <PlanToolMenu
        v-else
        :words="group.words"
        :on="!!group.on"
        :keeps="group.keeps"
        :title="group.on ? undefined : KEEPS"
        :entries="group.entries"
        @choose="take"
      />
    </template>
    <button class="tool" title="A level that was made elsewhere, as glTF" @click="$emit('bring')">Bring in</button>
    <span class="mx-0.5 w-px bg-rule" />
    <button
      class="tool"
      :aria-pressed="ambience"
      title="How loud it is wherever one stays"
      @click="ambience = !ambience"
    >
      Heard
    </button>
    <button class="tool" title="Show the whole place" @click="$emit('fit')">Whole place</button>
  </div>
</template>
