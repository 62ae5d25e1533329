<script setup lang="ts">
import { eachFieldwise } from '~/document/steady'
import { kitRulesOf, type Kit, type Rule, type Zone } from '~~/core/show'
import { makeOwn } from '~/document/making/kit-parts'
import { useSelection } from '~/frame/selection'
import { useShow } from '~/document/show'
import { count } from '~/words/time'
import { useRuleEdits } from './rule-edits'
import KitParts from './KitParts.vue'
import RuleProspects from './RuleProspects.vue'
import RuleSeen from './RuleSeen.vue'
import RuleUnmet from './RuleUnmet.vue'
import RuleSentence from './RuleSentence.vue'
import RuleDials from './RuleDials.vue'
import PartText from '~/parts/PartText.vue'

/** The rules a zone has from its kit: changed for every zone that shares them, or for this one only. */
const props = defineProps<{ zone: Zone; kit: Kit }>()
const doc = useShow()
const selection = useSelection()
const edits = useRuleEdits()
const others = computed(() => doc.now.zones.filter((z) => z.kit === props.kit.id).length - 1)
/** Whose rules are seen and changed. */
const here = defineModel<boolean>('here', { required: true })
const rules = eachFieldwise(() => (here.value ? kitRulesOf(doc.now, props.zone) : props.kit.rules))
const dials = ref<string>()
const CHOSEN = '!border-lamp !text-lamp'
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
function likeKit(rule: Rule) {
  const { [rule.id]: _, ...left } = props.zone.overrides ?? {}
  doc.edit(`Have ${props.zone.name} as in its kit`, (e) =>
    e.set(['zones', props.zone.id, 'overrides'], Object.keys(left).length > 0 ? left : undefined),
  )
}
const makeItsOwn = () => doc.edit(`Give ${props.zone.name} rules of its own`, (e) => makeOwn(e, props.zone.id))
</script>

<template>
  <section class="space-y-2 border-t border-rule pt-2" :aria-label="`Rules of the kit ${kit.name}`">
    <div class="flex items-baseline gap-1.5 text-xs text-bone-3">
      <span class="flex-1"
        >From the kit
        <PartText
          name="Kit name"
          :value="kit.name"
          @change="doc.edit(`Rename the kit ${kit.name}`, (e) => e.set(['kits', kit.id, 'name'], $event))"
        />, which {{ others === 0 ? 'no other zone has' : `${count(others, 'other zone')} share` }}</span
      >
      <button class="chip" :class="here ? '' : CHOSEN" :aria-pressed="!here" @click="here = false">
        {{ others === 0 ? 'In the kit' : `In all ${others + 1} zones` }}
      </button>
      <button class="chip" :class="here ? CHOSEN : ''" :aria-pressed="here" @click="here = true">Only here</button>
    </div>
    <KitParts :zone="zone" :kit="kit" />
    <article v-for="rule in rules" :key="rule.id" :aria-label="`Rule ${rule.name ?? rule.id}`">
      <RuleSentence :zone="zone" :rule="rule" :kit="kit" :here="here" />
      <RuleProspects :zone="zone" :rule="rule" :kit="kit" />
      <RuleUnmet :zone="zone" :rule="rule" :kit="kit" />
      <RuleSeen :zone="zone" :rule="rule" :kit="kit" />
      <p v-if="differs(rule).length > 0" class="text-xs text-tide">
        Different here: {{ differs(rule).join(', ') }}.
        <button class="chip ml-1" @click="likeKit(rule)">As in the kit</button>
      </p>
      <div class="mt-1 flex flex-wrap gap-1.5">
        <button
          class="chip"
          :aria-expanded="dials === rule.id"
          @click="dials = dials === rule.id ? undefined : rule.id"
        >
          {{ dials === rule.id ? 'Dials below' : 'Dials' }}
        </button>
        <template v-if="!here">
          <button class="chip" @click="edits.remove({ zone, kit, rule })">Remove</button>
          <button class="chip" @click="edits.copy({ zone, kit, rule })">Copy it</button>
          <button
            class="chip"
            title="A rule and a cue that take back what this one has done"
            @click="edits.addWayOut({ zone, kit, rule })"
          >
            And on leaving
          </button>
        </template>
        <button class="chip" @click="selection.choose('cue', rule.cue)">Steps of its cue</button>
      </div>
      <RuleDials v-if="dials === rule.id" class="mt-3" :zone="zone" :rule="rule" :kit="kit" :here="here" />
    </article>
    <button class="chip" @click="makeItsOwn">Make these rules its own</button>
  </section>
</template>
