<script setup lang="ts">
import type { Editor, Hold, Lock, Spot } from '~~/core/show'
import { useShow } from '~/document/show'
import { freshMark, standingAt } from '~/document/making/fresh'
import { picking } from '~/frame/picking'
import PickButton from '~/parts/PickButton.vue'
import PartChoice from '~/parts/PartChoice.vue'
import PartColour from '~/parts/PartColour.vue'
import PartEase from '~/parts/PartEase.vue'
import PartNumber from '~/parts/PartNumber.vue'
import PartText from '~/parts/PartText.vue'
import type { Part, PutIn, SentencePart, Way } from './pieces'
import PartStops from './PartStops.vue'

/** One part of a sentence. `of`: what it is a part of, as Undo says it after the part: ' of …', ' in …'. */
const props = defineProps<{ part: SentencePart; of: string; putIn: (edit: Editor) => PutIn }>()
const doc = useShow()
const label = computed(() => (props.part.does ?? props.part.name) + props.of)
/** What a part puts is of the kind that stands there: each says what it is. */
const putHere = (edit: Editor, value: unknown, way = props.part.way) => props.putIn(edit)(way, value as never)
const put = (value: unknown) => doc.edit(label.value, (edit) => putHere(edit, value))
const timesOf = (part: Part<'number'>) => part.times ?? 1
function putNumber(edit: Editor, value: number) {
  const { part } = props
  if (part.as !== 'number') return putHere(edit, value)
  putHere(edit, part.digits === 0 ? Math.round(value) : value / timesOf(part))
}

function putChosen(edit: Editor, value: unknown) {
  const { part } = props
  if (part.as === 'choice' && part.choose) part.choose(props.putIn(edit), value, edit)
  else putHere(edit, value)
}
function choose(value: unknown) {
  const elsewhere = props.part.as === 'choice' ? props.part.elsewhere : undefined
  if (elsewhere?.value === value && elsewhere) elsewhere.go()
  else doc.edit(label.value, (edit) => putChosen(edit, value))
}
function write(text: string) {
  const { part } = props
  doc.edit(label.value, (edit) => {
    putHere(edit, text || undefined)
    if (part.as === 'text') part.alsoChange?.(edit, text)
  })
}
function pick() {
  const { part } = props
  if (part.as !== 'choice' || !part.picks) return
  const { kinds, value } = part.picks
  picking.value = {
    says: part.name,
    kinds,
    take: ({ kind, id }) => choose(value(kind, id)),
    ...(kinds.includes('mark') && { ground }),
  }
  /** Where nothing stands a mark is put. */
  function ground(spot: Spot) {
    const mark = freshMark(doc.now, 'standing', standingAt(doc.now, spot), 0)
    doc.edit(label.value, (edit) => {
      edit.add(['place', 'marks'], mark)
      putChosen(edit, value('mark', mark.id))
    })
  }
}
/** One end of a range: the other gives way. */
const putEnd = (end: 0 | 1) => (edit: Editor, value: number) => {
  const { part } = props
  if (part.as !== 'range') return
  const other = part.value[1 - end]!
  putHere(edit, end === 0 ? [value, Math.max(value, other)] : [Math.min(value, other), value])
}
const HOLDS: { value: Hold | 'seconds'; words: string }[] = [
  { value: 'release', words: 'until released' },
  { value: 'cue', words: 'as long as the cue' },
  { value: 'keep', words: 'for good' },
  { value: 'seconds', words: 'for' },
]
function hold(chosen: unknown) {
  const { part } = props
  if (part.as !== 'hold') return
  const value = chosen === 'seconds' ? (part.lengths[0]?.value ?? 2) : (chosen as typeof part.value)
  doc.edit(label.value, (edit) => part.choose(props.putIn(edit), value, edit))
}
const LOCKS: [Lock, string][] = [
  ['walk', 'walking'],
  ['jump', 'jumping'],
  ['look', 'looking'],
  ['use', 'using'],
]
function toggle(lock: Lock) {
  const { part } = props
  if (part.as !== 'locks') return
  const now = part.value.includes(lock) ? part.value.filter((each) => each !== lock) : [...part.value, lock]
  if (now.length > 0 || !part.some) put(now)
}
</script>

<template>
  <template v-if="part.as === 'number'">
    <PartNumber
      v-if="part.value !== undefined"
      :name="part.name"
      :value="part.value * timesOf(part)"
      :unit="part.unit"
      :digits="part.digits"
      :min="part.min"
      :max="part.max"
      :step="part.step"
      :label="label"
      :put="putNumber"
    /><button
      v-if="part.absent && part.value !== undefined"
      class="ml-0.5 text-xs text-bone-3 hover:text-bone"
      :aria-label="`${part.name}: ${part.absent.words}`"
      :title="part.absent.words"
      @click="put(undefined)"
    >
      ×</button
    ><button
      v-else-if="part.absent"
      class="part !text-bone-3"
      data-absent
      :aria-label="`${part.absent.words}, ${part.name}`"
      @click="put(part.absent.start)"
    >
      {{ part.absent.words }}
    </button>
  </template>
  <template v-else-if="part.as === 'range'"
    ><PartNumber
      :name="`${part.name} from`"
      :value="part.value[0]"
      :min="part.min"
      :step="part.step"
      :label="label"
      :put="putEnd(0)" />
    to
    <PartNumber
      :name="`${part.name} to`"
      :value="part.value[1]"
      :unit="part.unit"
      :min="part.min"
      :step="part.step"
      :label="label"
      :put="putEnd(1)"
  /></template>
  <template v-else-if="part.as === 'point'"
    ><template v-for="(axis, i) in part.axes" :key="axis"
      ><PartNumber
        :name="`${part.name} ${axis}`"
        :value="part.value[i]!"
        :unit="part.unit"
        :label="label"
        :put="(edit, value) => putHere(edit, value, `${part.way}.${i}` as Way)"
      />
      {{ part.ways[i] }}{{ i < part.axes.length - 1 ? ', ' : '' }}</template
    ></template
  >
  <template v-else-if="part.as === 'choice'"
    ><PartChoice
      :name="part.name"
      :value="part.value"
      :options="part.options"
      :cue="part.cue"
      @choose="choose" /><PickButton v-if="part.picks" :name="part.name" @click="pick"
  /></template>
  <PartText
    v-else-if="part.as === 'text'"
    :name="part.name"
    :value="part.value"
    :empty="part.empty"
    :long="part.long"
    :offers="part.offers"
    @change="write($event)"
  />
  <PartColour
    v-else-if="part.as === 'colour'"
    :name="part.name"
    :value="part.value"
    :absent="part.absent"
    :of-light="part.ofLight"
    @choose="put"
  />
  <PartEase v-else-if="part.as === 'ease'" :name="part.name" :value="part.value" @choose="put" />
  <template v-else-if="part.as === 'hold'"
    ><PartChoice
      :name="part.name"
      :value="typeof part.value === 'number' ? 'seconds' : part.value"
      :options="[...HOLDS, ...part.lengths, ...part.cues] as { value: unknown; words: string }[]"
      @choose="hold" /><template v-if="typeof part.value === 'number'"
      >{{ ' '
      }}<PartNumber name="Seconds" :value="part.value" unit="s" :min="0" :label="label" :put="putNumber" /></template
  ></template>
  <span v-else-if="part.as === 'locks'">
    <label v-for="[lock, words] in LOCKS" :key="lock" class="mr-2 whitespace-nowrap"
      ><input type="checkbox" class="accent-mauve" :checked="part.value.includes(lock)" @change="toggle(lock)" />
      {{ words }}</label
    ></span
  >
  <button
    v-else-if="part.as === 'more'"
    class="part !text-bone-3"
    @click="doc.edit(label, (edit) => part.as === 'more' && part.put(putIn(edit)))"
  >
    {{ part.name }}
  </button>
  <PartStops v-else-if="part.as === 'stops'" :stops="part.value" :marks="part.options" :label="label" :put-in="putIn" />
</template>
