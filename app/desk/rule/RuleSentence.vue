<script setup lang="ts">
import { type Editor, type Moment, type PartKind, type Rule, type Target } from '~~/core/show'
import { placeOfRule, putIn, type RuleHere } from '~/document/making/rule-here'
import { freshMoment } from '~/document/making/fresh'
import { signalsOf } from '~/document/flags-and-signals'
import { useShow } from '~/document/show'
import { MOMENTS } from '~/words/sentences'
import RuleConditions from './RuleConditions.vue'
import { useRuleEdits } from './rule-edits'
import PartChoice from '~/parts/PartChoice.vue'
import PartEnd from '~/parts/PartEnd.vue'
import PartNumber from '~/parts/PartNumber.vue'
import PartText from '~/parts/PartText.vue'

/** A rule read as a sentence, each part of which can be changed in place. */
const props = defineProps<RuleHere>()
const doc = useShow()
const edits = useRuleEdits()
const labelOf = (what: string) => `${what} in ${placeOfRule(props)}`
const put = (edit: Editor, field: keyof Rule, value: unknown) => putIn(props, edit, field, value)
const set = (field: keyof Rule, value: unknown, label: string) => doc.edit(labelOf(label), (e) => put(e, field, value))

const WHO = [
  { value: ['player'], words: 'a player' },
  { value: ['creature'], words: 'a creature' },
  { value: ['player', 'creature'], words: 'a player or a creature' },
  { value: ['prop'], words: 'a prop' },
]
/** What of the rule the parts below are made of: they stay as they are while another part of it is changed. */
const kinds = computed(() => props.rule.who.kinds)
const on = computed(() => props.rule.on)
const who = computed(() => [...kinds.value].sort((a, b) => WHO[2]!.value.indexOf(a) - WHO[2]!.value.indexOf(b)))
const whoOptions = computed(() =>
  WHO.some((o) => JSON.stringify(o.value) === JSON.stringify(who.value))
    ? WHO
    : [...WHO, { value: who.value, words: who.value.map((kind) => `a ${kind}`).join(' or ') }],
)

/** The parts of a kind that the kit of the rule has: for all its zones they stand for each one's own. */
const partsOf = (is: PartKind) =>
  props.here
    ? []
    : (props.kit?.parts ?? []).filter((part) => part.is === is).map(({ id, name }) => ({ id: `part:${id}`, name }))
const targets = computed((): { value: Target; words: string }[] => [
  ...partsOf('prop').map(({ id, name }) => ({ value: { prop: id }, words: `its ${name}` })),
  ...partsOf('mark').map(({ id, name }) => ({ value: { mark: id }, words: `its ${name}` })),
  ...doc.place!.props.map((p) => ({ value: { prop: p.id }, words: p.name })),
  ...doc.place!.marks.map((m) => ({ value: { mark: m.id }, words: m.name })),
])
const moments = (['enter', 'leave', 'dwell', 'use', 'look', 'signal', 'clock'] as const).map((value) => ({
  value,
  words: value === 'signal' ? 'sets off the signal' : MOMENTS[value],
}))
const clockMoments = moments.map((moment) => (moment.value === 'clock' ? { ...moment, words: 'At the time' } : moment))
const setMoment = (kind: Moment['at']) => set('on', freshMoment(kind, targets.value[0]?.value), 'Change the moment')
function putOn(edit: Editor, field: string, value: unknown) {
  const { [field]: _, ...others } = props.rule.on as Moment & Record<string, unknown>
  put(edit, 'on', value === undefined ? others : { ...others, [field]: value })
}
const setOn = (field: string, value: unknown) => doc.edit(labelOf('Change the moment'), (e) => putOn(e, field, value))
/** Flags that it may ask: of a kit's rule its parts first. */
const flags = computed(() => [
  ...partsOf('flag').map(({ id, name }) => ({
    id,
    name: `its ${name}`,
    start: doc.flags.find((flag) => flag.id === props.zone.parts?.[id.slice('part:'.length)])?.start ?? false,
  })),
  ...doc.flags,
])
const facings = computed(() => [
  { value: null, words: 'facing anywhere' },
  ...partsOf('prop').map(({ id, name }) => ({ value: { prop: id } as object | null, words: `facing its ${name}` })),
  ...partsOf('mark').map(({ id, name }) => ({ value: { mark: id } as object | null, words: `facing its ${name}` })),
  ...doc.place!.props.map((p) => ({ value: { prop: p.id } as object | null, words: `facing ${p.name}` })),
  ...doc.place!.marks.map((m) => ({ value: { mark: m.id } as object | null, words: `facing ${m.name}` })),
])
const facing = computed(() => {
  if (on.value.at !== 'use' || !on.value.facing) return null
  const { facing } = on.value
  return 'prop' in facing ? { prop: facing.prop } : { mark: facing.mark }
})

const limits = [
  { value: 'any', words: 'any number of times' },
  { value: 'some', words: 'at most' },
]
const pers = [
  { value: 'player' as const, words: 'per player' },
  { value: 'run' as const, words: 'per run' },
]
const cues = computed(() => [
  ...doc.cues.map((cue) => ({ value: cue.id, words: cue.name })),
  { value: '', words: '+ new cue' },
])
const setCue = (id: string) => (id ? set('cue', id, 'Fire another cue') : edits.fireNewCue(props))
const delays = [
  { value: 'none', words: 'at once' },
  { value: 'some', words: 'after' },
]
const busys = [
  { value: 'skip' as const, words: 'skipping if it still plays' },
  { value: 'restart' as const, words: 'starting anew if it still plays' },
  { value: 'overlap' as const, words: 'also over one that still plays' },
  { value: 'queue' as const, words: 'waiting if it still plays' },
]
const leaves = computed(() => {
  const when = on.value.at === 'leave' ? 'On coming back' : 'On leaving'
  return [
    { value: 'release' as const, words: `${when}, what it holds is released` },
    { value: 'stop' as const, words: `${when}, it stops` },
    { value: 'nothing' as const, words: `${when}, it goes on` },
  ]
})
</script>

<template>
  <p class="text-[14px] leading-[1.75] text-bone-2" data-sentence :class="{ 'is-off': !rule.enabled }">
    <template v-if="rule.on.at === 'clock'">
      <PartChoice name="Moment" :value="rule.on.at" :options="clockMoments" @choose="setMoment" />{{ ' ' }}
      <PartNumber
        name="Time"
        :value="rule.on.seconds"
        unit="s"
        :min="0"
        :label="labelOf('Change the moment')"
        :put="(e, v) => putOn(e, 'seconds', v)"
      />
    </template>
    <template v-else>
      When{{ ' '
      }}<PartChoice
        name="Who"
        :value="who"
        :options="whoOptions"
        @choose="(kinds) => set('who', { ...rule.who, kinds }, 'Change who')"
      />
      <template v-if="rule.who.tags.length > 0">{{ ` tagged ${rule.who.tags.join(', ')}` }}</template>
      {{ ' ' }}<PartChoice name="Moment" :value="rule.on.at" :options="moments" @choose="setMoment" />
      <template v-if="rule.on.at === 'dwell'"
        >{{ ' '
        }}<PartNumber
          name="Stay"
          :value="rule.on.seconds"
          unit="s"
          :min="0"
          :label="labelOf('Change the moment')"
          :put="(e, v) => putOn(e, 'seconds', v)"
      /></template>
      <template v-if="rule.on.at === 'look'">
        {{ ' '
        }}<PartChoice name="Target" :value="rule.on.target" :options="targets" @choose="setOn('target', $event)" />{{
          ' within '
        }}
        <PartNumber
          name="Angle"
          :value="rule.on.within"
          unit="°"
          :min="0"
          :max="180"
          :step="5"
          :label="labelOf('Change the moment')"
          :put="(e, v) => putOn(e, 'within', v)"
        />{{ ' for ' }}
        <PartNumber
          name="Look for"
          :value="rule.on.seconds"
          unit="s"
          :min="0"
          :label="labelOf('Change the moment')"
          :put="(e, v) => putOn(e, 'seconds', v)"
        />
      </template>
      <template v-if="rule.on.at === 'signal'"
        >{{ ' '
        }}<PartText
          name="Signal"
          :value="rule.on.name"
          :offers="signalsOf(doc.show!).map(({ name }) => name)"
          @change="setOn('name', $event)"
      /></template>
      <template v-if="rule.on.at === 'use'">
        {{ ' '
        }}<PartChoice
          name="Facing"
          :value="facing"
          :options="facings"
          @choose="(target) => setOn('facing', target ? { ...target, within: 60 } : undefined)"
        />
        <template v-if="rule.on.facing"
          >{{ ' within '
          }}<PartNumber
            name="Angle"
            :value="rule.on.facing.within"
            unit="°"
            :min="0"
            :max="180"
            :step="5"
            :label="labelOf('Change the moment')"
            :put="(e, within) => putOn(e, 'facing', { ...(rule.on as { facing: object }).facing, within })"
        /></template>
      </template>
    </template>
    <template v-if="doc.flags.length > 0 || rule.when.length > 0">
      <PartEnd /><RuleConditions
        :conditions="rule.when"
        :flags="flags"
        :label="labelOf('Change the condition')"
        :put="(e, when) => put(e, 'when', when)"
      />
    </template>
    <PartEnd /><PartChoice
      name="Limit"
      :value="rule.limit ? 'some' : 'any'"
      :options="limits"
      @choose="(v) => set('limit', v === 'some' ? { times: 1 } : undefined, 'Change the limit')"
    />
    <template v-if="rule.limit">
      {{ ' '
      }}<PartNumber
        name="Times"
        :value="rule.limit.times"
        :unit="rule.limit.times === 1 ? 'time' : 'times'"
        :min="1"
        :step="1"
        :digits="0"
        :label="labelOf('Change the limit')"
        :put="(e, times) => put(e, 'limit', { times: Math.round(times) })"
      />
      {{ ' ' }}<PartChoice name="Counted" :value="rule.per" :options="pers" @choose="set('per', $event, 'Count')" />
    </template>
    <PartEnd /><PartNumber
      name="Chance"
      :value="Math.round(rule.chance * 1000) / 100"
      unit="times in 10"
      :min="0"
      :max="10"
      :step="0.5"
      :label="labelOf('Change the chance')"
      :put="(e, times) => put(e, 'chance', times / 10)"
    />
    {{ ' → fire '
    }}<span class="whitespace-nowrap"
      ><PartChoice name="Cue" cue :value="rule.cue" :options="cues" @choose="setCue" />,</span
    >{{ ' '
    }}<PartChoice
      name="Delay"
      :value="rule.delay > 0 ? 'some' : 'none'"
      :options="delays"
      @choose="(v) => set('delay', v === 'some' ? 1 : 0, 'Change the delay')"
    />
    <template v-if="rule.delay > 0"
      >{{ ' '
      }}<PartNumber
        name="After"
        :value="rule.delay"
        unit="s"
        :min="0"
        :label="labelOf('Change the delay')"
        :put="(e, seconds) => put(e, 'delay', seconds)"
    /></template>
    <PartEnd /><PartChoice
      name="While it plays"
      :value="rule.busy"
      :options="busys"
      @choose="set('busy', $event, 'Change what a busy cue does')"
    />
    <PartEnd stop /><PartChoice
      name="Leaving"
      :value="rule.onLeave"
      :options="leaves"
      @choose="set('onLeave', $event, 'Change what leaving does')"
    /><PartEnd stop />
  </p>
</template>
