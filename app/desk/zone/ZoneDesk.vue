<script setup lang="ts">
import { lengths } from '~/words/lengths'
import { eachFieldwise, steady } from '~/document/steady'
import { fetched } from '~/frame/fetched'
import type { Rule, Zone } from '~~/core/show'
import { useRun } from '~/run/current-run'
import { useSelection } from '~/frame/selection'
import { shareWithParts, takeKit as takesKit } from '~/document/making/kit-parts'
import { useFields } from '~/document/fields'
import { useShow } from '~/document/show'
import { useView } from '~/frame/view'
import { count, ordinal } from '~/words/time'
import { unmetWords } from '~/words/sentences'
import WithoutButton from '~/frame/WithoutButton.vue'
import InGroup from '~/parts/InGroup.vue'
import PartChoice from '~/parts/PartChoice.vue'
import KitRules from '../rule/KitRules.vue'
import NewRule from './NewRule.vue'
import PutHere from './PutHere.vue'
import RuleProspects from '../rule/RuleProspects.vue'
import RuleSentence from '../rule/RuleSentence.vue'
import RuleDials from '../rule/RuleDials.vue'
import RuleSeen from '../rule/RuleSeen.vue'
import RuleUnmet from '../rule/RuleUnmet.vue'
import { copiedRule, useRuleEdits } from '../rule/rule-edits'
import ZoneShape from './ZoneShape.vue'
import DeskHead from '~/parts/DeskHead.vue'
import PartTags from '~/parts/PartTags.vue'
import PartText from '~/parts/PartText.vue'
import { useThingEdits } from '~/plan/hand/thing-edits'
import WaysThrough from '~/wiring/WaysThrough.vue'
import WholeThings from '~/wiring/WholeThings.vue'

const ZoneFindings = fetched(() => import('./ZoneFindings.vue'))

const props = defineProps<{ zone: Zone }>()
const doc = useShow()
const edits = useRuleEdits()
const runs = useRun()
const view = useView()
const selection = useSelection()
const { duplicate, remove } = useThingEdits()

const size = computed(() => {
  const { shape } = props.zone
  const m = (...values: number[]) => lengths(values, 1)
  switch (shape.kind) {
    case 'box':
      return `box ${m(...shape.size)}`
    case 'cylinder':
      return `cylinder ${m(shape.radius * 2, shape.height)}`
    case 'sphere':
      return `sphere ${m(shape.radius * 2)}`
    case 'prism':
      return `prism of ${shape.outline.length} corners`
  }
})
const lane = computed(() => runs.score?.lanes.find((l) => l.zone === props.zone.id))
const met = computed(() =>
  lane.value?.met ? `met ${ordinal(lane.value.met)}` : lane.value ? unmetWords(lane.value) : '',
)
const facts = computed(() =>
  [size.value, met.value, count(props.zone.rules.length + (kit.value?.rules.length ?? 0), 'rule')]
    .filter(Boolean)
    .join(' · '),
)
const kit = computed(() => doc.now.kits.find((each) => each.id === props.zone.kit))
/** Rules that several zones share. */
const kits = steady(() => [
  { value: null as string | null, words: 'no kit' },
  ...doc.now.kits.map(({ id, name }) => ({ value: id as string | null, words: `the kit ${name}` })),
])
function takeKit(id: string | null) {
  doc.edit(`Change the kit of ${props.zone.name}`, (e) => takesKit(e, props.zone.id, id ?? undefined))
}
function share() {
  const { id, name, rules } = props.zone
  doc.edit(
    `Share the rules of ${name}`,
    (e) => void shareWithParts(e, id, rules.map((rule) => rule.id), name, true),
  ) // prettier-ignore
}
/** Whether what is made at a zone of a kit is for this zone alone. */
const onlyHere = ref(false)
const open = ref<string>()
watch(() => props.zone.id, () => (onlyHere.value = false)) // prettier-ignore
const rules = eachFieldwise(() => props.zone.rules)
const shown = computed(() => (rules.value.find(({ id }) => id === open.value) ?? rules.value[0])?.id)

const addRule = (cue?: string) =>
  show(edits.add({ zone: props.zone, kit: onlyHere.value ? undefined : kit.value }, cue))
/** What the copied rule fires, where it can be pasted: it is another zone's, and its cue is of this show. */
const pastes = computed(() => {
  const rule = copiedRule.value
  const isHere = props.zone.rules.some(({ id }) => id === rule?.id)
  return rule && !isHere ? doc.cues.find(({ id }) => id === rule.cue)?.name : undefined
})
const pasteRule = () => show(edits.paste({ zone: props.zone, kit: onlyHere.value ? undefined : kit.value }))
function show(made: Rule | undefined) {
  if (!made) return
  open.value = made.id
  // Its sentence and its dials are what one wants to see next.
  void nextTick(() => document.querySelector(`[data-rule="${made.id}"]`)?.scrollIntoView({ block: 'start' }))
}
const { set } = useFields('zones', () => props.zone.id)
function toggleMute() {
  if (view.muted.has(props.zone.id)) view.muted.delete(props.zone.id)
  else view.muted.add(props.zone.id)
}
</script>

<template>
  <div class="space-y-3">
    <div>
      <div class="flex items-start gap-2">
        <DeskHead :name="zone.name" @rename="set('name', $event, `Rename ${zone.name}`)" />
        <div class="flex gap-1.5">
          <WholeThings :zone="zone" :only-here="onlyHere" />
          <button v-if="pastes" class="chip" :title="`It fires ${pastes}`" @click="pasteRule">Paste rule</button>
          <NewRule :zone="zone" @make="addRule" />
        </div>
      </div>
      <p class="text-xs text-bone-3">{{ facts }}</p>
    </div>
    <PutHere :zone="zone" />
    <WaysThrough :zone="zone" />
    <KitRules v-if="kit" v-model:here="onlyHere" :zone="zone" :kit="kit" />
    <p v-if="rules.length === 0 && !kit" class="text-bone-2">
      It notices who passes and fires nothing yet. <button class="part" @click="addRule()">Add a rule</button> to say
      what happens here.
    </p>
    <template v-for="rule in rules" :key="rule.id">
      <article class="border-t border-rule pt-1.5" :data-rule="rule.id" :aria-label="`Rule ${rule.name ?? rule.id}`">
        <RuleSentence :zone="zone" :rule="rule" />
        <RuleProspects :zone="zone" :rule="rule" />
        <RuleDials v-if="shown === rule.id" class="mt-1" :zone="zone" :rule="rule" />
        <RuleUnmet :zone="zone" :rule="rule" />
        <RuleSeen :zone="zone" :rule="rule" />
        <div class="mt-1 flex flex-wrap gap-1.5">
          <button v-if="rules.length > 1" class="chip" :aria-expanded="shown === rule.id" @click="open = rule.id">
            {{ shown === rule.id ? 'Dials above' : 'Dials' }}
          </button>
          <button
            class="chip"
            @click="
              doc.edit(`Switch a rule of ${zone.name} ${rule.enabled ? 'off' : 'on'}`, (e) =>
                e.set(['zones', zone.id, 'rules', rule.id, 'enabled'], !rule.enabled),
              )
            "
          >
            {{ rule.enabled ? 'Switch off' : 'Switch on' }}
          </button>
          <button class="chip" @click="edits.remove({ zone, rule })">Remove</button>
          <button
            class="chip"
            title="Once more here; at another zone it can be pasted"
            @click="show(edits.copy({ zone, rule }))"
          >
            Copy it
          </button>
          <button
            class="chip"
            title="A rule and a cue that take back what this one has done"
            @click="show(edits.addWayOut({ zone, rule }))"
          >
            And on leaving
          </button>
          <button class="chip" @click="selection.choose('cue', rule.cue)">Steps of its cue</button>
        </div>
        <h3 class="mt-1.5 text-xs text-bone-3">
          Called
          <PartText
            name="Name of the rule"
            :value="rule.name ?? ''"
            empty="a rule without a name"
            @change="
              doc.edit(`Name a rule of ${zone.name}`, (e) =>
                e.set(['zones', zone.id, 'rules', rule.id, 'name'], $event || undefined),
              )
            "
          />
        </h3>
      </article>
    </template>
    <div class="flex flex-wrap gap-1.5">
      <button
        class="chip"
        :aria-pressed="zone.enabled"
        @click="set('enabled', !zone.enabled, `Switch ${zone.name} ${zone.enabled ? 'off' : 'on'}`)"
      >
        {{ zone.enabled ? 'On' : 'Off' }}
      </button>
      <button
        class="chip"
        :class="{ '!border-rust !text-rust': view.muted.has(zone.id) }"
        :aria-pressed="view.muted.has(zone.id)"
        @click="toggleMute"
      >
        {{ view.muted.has(zone.id) ? 'Muted' : 'Mute' }}
      </button>
      <button
        class="chip"
        :class="{ '!border-lamp !text-lamp': view.solo === zone.id }"
        :aria-pressed="view.solo === zone.id"
        @click="view.solo = view.solo === zone.id ? undefined : zone.id"
      >
        {{ view.solo === zone.id ? 'Alone' : 'Hear alone' }}
      </button>
      <WithoutButton :piece="{ kind: 'zone', id: zone.id }" />
      <button class="chip" title="Ctrl+D" @click="duplicate()">Duplicate</button>
      <button class="chip" title="Delete" @click="remove()">Delete</button>
    </div>
    <p v-if="kits.length > 1 || rules.length > 0" class="text-xs text-bone-3">
      Shares rules by <PartChoice name="Kit" :value="zone.kit ?? null" :options="kits" @choose="takeKit" />
      <button v-if="!kit && rules.length > 0" class="chip ml-2" @click="share">Share its rules</button>
    </p>
    <div class="border-t border-rule pt-2"><ZoneShape :zone="zone" /></div>
    <ZoneFindings :zone="zone" />
    <InGroup :thing="{ list: 'zones', id: zone.id }" :name="zone.name" />
    <div class="text-xs text-bone-3">
      Tags <PartTags :tags="zone.tags" @change="set('tags', $event, `Tags of ${zone.name}`)" />
    </div>
    <div class="text-xs text-bone-3">
      Note
      <PartText
        name="Note"
        :value="zone.note ?? ''"
        empty="none"
        long
        @change="set('note', $event || undefined, `Note on ${zone.name}`)"
      />
    </div>
  </div>
</template>
