<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import type { Zone } from '~~/core/show'
import { useShow } from '~/document/show'
import { fetched } from '~/frame/fetched'
import { useMenuPlace } from '~/frame/menu-place'
import { wantedWhole } from './wanted-whole'
import type { Heard } from './heard'
import { makeWhole, WHOLE_THINGS, type WholeThing } from './whole-things'

const SoundAsked = fetched(() => import('./SoundAsked.vue'))

/** A short list of whole things that can happen at a zone; each is made at once, and then edited like anything else. What of it is heard is asked for. */
const props = defineProps<{ zone: Zone; onlyHere?: boolean }>()
const doc = useShow()
const offered = computed(() =>
  WHOLE_THINGS.map((thing) => ({
    thing,
    lacks: thing.lacks?.(doc.now),
    gives: thing.gives?.(doc.now, props.zone),
  })),
)
/** Whether what is made is to be copied: then its rules are shared, and its lamp, door, mark become parts. At a zone of a kit it is, unless it is for this zone alone. */
const wanted = ref(false)
const asKit = computed(() => (props.zone.kit === undefined ? wanted.value : !props.onlyHere))
const asked = shallowRef<WholeThing>()
const asksOf = (thing: WholeThing) => thing.asks && doc.now.sounds.length > 0
/** What was chosen of what is asked, until the last of it is. */
const chosen = ref<Heard[]>([])
const question = computed(() => {
  let next = asked.value?.asks
  for (let i = 0; i < chosen.value.length; i++) next = next?.then
  return next
})
function answer(heard: Heard) {
  chosen.value = [...chosen.value, heard]
  if (question.value) return
  make(asked.value!, chosen.value.reduceRight<Heard>((then, each) => ({ ...each, then }), {})) // prettier-ignore
}
function make(thing: WholeThing, heard: Heard = {}) {
  asked.value = undefined
  chosen.value = []
  doc.edit(`${thing.name}, at ${props.zone.name}`, (edit) =>
    makeWhole(edit, props.zone.id, thing, { asKit: asKit.value, heard }),
  )
}
const take = (thing: WholeThing) => (asksOf(thing) ? (asked.value = thing) : make(thing))
watch(
  wantedWhole,
  (name) => {
    const thing = WHOLE_THINGS.find((each) => each.name === name)
    wantedWhole.value = undefined
    if (thing) take(thing)
  },
  { immediate: true },
)
const { place } = useMenuPlace('bottom-end')
const WAYS = [
  { isKit: false, words: 'Here alone', says: 'its rules are this zone’s own' },
  { isKit: true, words: 'To be copied', says: 'its rules are shared, each copy has its own lamp, door, mark' },
]
</script>

<template>
  <Menu as="div" class="relative">
    <MenuButton ref="opener" class="chip" title="W" data-whole-things>+ whole thing</MenuButton>
    <MenuItems as="template"
      ><div ref="menu" class="menu w-[560px] !max-h-none" :style="place">
        <div v-if="zone.kit === undefined" class="flex items-baseline gap-1.5 px-2.5 py-1 text-xs text-bone-3">
          <MenuItem v-for="way in WAYS" :key="way.words" v-slot="{ active }" as="template"
            ><button
              class="chip"
              :class="[active ? '!bg-ink-3' : '', wanted === way.isKit ? '!border-lamp !text-lamp' : '']"
              :aria-pressed="wanted === way.isKit"
              @click.prevent="wanted = way.isKit"
            >
              {{ way.words }}
            </button></MenuItem
          >
          <span>{{ WAYS[wanted ? 1 : 0]!.says }}</span>
        </div>
        <p v-else class="px-2.5 py-1 text-xs text-bone-3">
          {{ asKit ? 'For all zones of its kit.' : 'For this zone alone.' }}
        </p>
        <div class="grid grid-cols-2">
          <MenuItem
            v-for="{ thing, lacks, gives } in offered"
            :key="thing.name"
            v-slot="{ active }"
            :disabled="!!lacks && !gives"
            as="template"
            ><button
              class="menu-item !whitespace-normal"
              :class="[active ? 'bg-ink-3' : '', lacks && !gives ? '!cursor-default text-bone-3' : '']"
              @click="take(thing)"
            >
              {{ thing.name }}
              <span class="block text-[11px] leading-tight text-bone-3">{{
                gives ? `${gives}, then ${thing.says}` : lacks ? `wants ${lacks} first` : thing.says
              }}</span>
            </button></MenuItem
          >
        </div>
      </div></MenuItems
    >
    <SoundAsked
      v-if="asked && question"
      :key="chosen.length"
      :asked="question"
      :title="`${asked.name}, at ${zone.name}`"
      @choose="answer"
      @leave="((asked = undefined), (chosen = []))"
    />
  </Menu>
</template>
