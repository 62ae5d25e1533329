<script setup lang="ts">
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import { useRun } from '~/run/current-run'
import { useSelection } from '~/frame/selection'
import { useShow } from '~/document/show'
import { inputOf } from '~/frame/event-targets'
import { tracksFile } from '~/frame/tracks-seen'
import { useMenuPlace } from '~/frame/menu-place'

const doc = useShow()
const runs = useRun()
const selection = useSelection()
const walks = computed(() => doc.show?.walks ?? [])
const names = computed(() => runs.walks.flatMap((id) => walks.value.find((walk) => walk.id === id)?.name ?? []))
function toggle(id: string) {
  const chosen = new Set(runs.walks)
  if (chosen.has(id)) chosen.delete(id)
  else chosen.add(id)
  runs.walks = walks.value.map((walk) => walk.id).filter((walk) => chosen.has(walk))
}
function bringIn(event: Event, close: () => void) {
  tracksFile.value = inputOf(event).files?.[0]
  close()
}
const { place } = useMenuPlace()
</script>

<template>
  <Popover class="relative min-w-0">
    <PopoverButton ref="opener" class="chip flex max-w-full gap-1" title="Who walks in this run">
      <span class="truncate">{{ names[0] ?? 'no walk' }}</span>
      <span v-if="names.length > 1" class="flex-none">+ {{ names.length - 1 }}</span>
    </PopoverButton>
    <PopoverPanel v-slot="{ close }"
      ><div ref="menu" class="menu w-72 !p-2" :style="place">
        <div v-for="walk in walks" :key="walk.id" class="flex items-center gap-2 rounded px-2 py-1 hover:bg-ink-3">
          <label class="flex flex-1 items-center gap-2">
            <input
              type="checkbox"
              class="accent-lamp"
              :checked="runs.walks.includes(walk.id)"
              @change="toggle(walk.id)"
            />
            <span>{{ walk.name }}</span><span v-if="walk.body.kind === 'creature'" class="text-xs text-bone-3"
              >creature</span
            >
          </label>
          <button class="text-xs text-bone-3 hover:text-bone" @click="(selection.choose('walk', walk.id), close())">
            edit
          </button>
        </div>
        <label class="mt-1 block cursor-pointer border-t border-rule px-2 pt-2 text-bone-2 hover:text-bone">
          Bring in tracks of players …
          <input type="file" accept=".csv,.tsv,.jsonl,.ndjson" class="sr-only" @change="bringIn($event, close)" />
        </label>
        <p v-if="walks.length === 0" class="px-2 py-1 text-bone-3">
          No walk yet: choose Walk in the plan and click a way.
        </p>
      </div></PopoverPanel
    >
  </Popover>
</template>
