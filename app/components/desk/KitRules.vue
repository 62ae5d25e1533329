<script setup lang="ts">
import { freeId, type Kit, type Rule, type Zone } from '~~/core/show'
import { useSelection } from '~/stores/selection'
import { useShow } from '~/stores/show'
import { count } from '~/format/time'
import { ruleWords } from '~/format/words'

/** The rules a zone has from its kit, which other zones share: read here, changed by making them the zone's own. */
const props = defineProps<{ zone: Zone; kit: Kit }>()
const document = useShow()
const selection = useSelection()
const others = computed(() => document.show!.zones.filter((z) => z.kit === props.kit.id).length - 1)
const here = (rule: Rule): Rule => ({ ...rule, ...props.zone.overrides?.[rule.id] })
/** What a zone can have otherwise than its kit, where the field's own name doesn't say it. */
const WORDS: { [field in keyof Rule]?: string } = {
  on: 'the moment',
  onLeave: 'what leaving does',
  when: 'the condition',
  per: 'whose memory',
  busy: 'what it does while it plays',
  enabled: 'whether it is on',
}
const differs = (rule: Rule) =>
  Object.keys(props.zone.overrides?.[rule.id] ?? {}).map((field) => WORDS[field as keyof Rule] ?? field)

function makeOwn() {
  const show = document.show!
  const taken = [...show.zones.flatMap((z) => z.rules), ...show.kits.flatMap((k) => k.rules), ...show.rules].map(
    (rule) => rule.id,
  )
  document.edit(`Give ${props.zone.name} rules of its own`, (e) => {
    for (const rule of props.kit.rules) {
      const id = freeId(`${props.zone.id}-${rule.id}`, taken)
      taken.push(id)
      e.add(['zones', props.zone.id, 'rules'], { ...here(rule), id })
    }
    e.set(['zones', props.zone.id, 'overrides'], undefined)
    e.set(['zones', props.zone.id, 'kit'], undefined)
  })
}
</script>

<template>
  <section class="space-y-2 border-t border-rule pt-2" :aria-label="`Rules of the kit ${kit.name}`">
    <p class="text-xs text-bone-3">
      From the kit “{{ kit.name }}”, which
      {{ others === 0 ? 'no other zone has' : `${count(others, 'other zone')} share` }}
    </p>
    <p v-for="rule in kit.rules" :key="rule.id" class="text-[14px] text-bone-2">
      {{ ruleWords(document.show!, here(rule)) }}
      <span v-if="differs(rule).length > 0" class="text-xs text-tide"
        >Different here: {{ differs(rule).join(', ') }}.</span
      >
      <button class="chip ml-1" @click="selection.choose('cue', here(rule).cue)">Steps of its cue</button>
    </p>
    <button class="chip" @click="makeOwn">Make these rules its own</button>
  </section>
</template>
