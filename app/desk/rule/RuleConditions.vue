<script setup lang="ts">
import type { Condition, Editor, Flag } from '~~/core/show'
import { useShow } from '~/document/show'
import PartChoice from '~/parts/PartChoice.vue'
import PartNumber from '~/parts/PartNumber.vue'

/** What flags have to say for a rule to fire, all of it: as many conditions as one likes. */
const props = defineProps<{
  conditions: readonly Condition[]
  flags: readonly Pick<Flag, 'id' | 'name' | 'start'>[]
  label: string
  put: (edit: Editor, conditions: Condition[]) => void
}>()
const doc = useShow()
const COMPARED: { value: Condition['is']; words: string }[] = [
  { value: '=', words: 'exactly' },
  { value: '!=', words: 'anything but' },
  { value: '>=', words: 'at least' },
  { value: '<=', words: 'at most' },
  { value: '>', words: 'more than' },
  { value: '<', words: 'less than' },
]
/** What is chosen of a flag: of one that counts it is the flag alone, how it is compared and with what are parts of their own. */
interface Choice {
  flag: string
  says?: boolean
}
const says = ({ is, value }: Condition): boolean => (is === '!=') !== (value === true)
const choiceOf = (condition: Condition): Choice | null =>
  typeof condition.value === 'number' ? { flag: condition.flag } : { flag: condition.flag, says: says(condition) }
const nameOf = (index: number) => (index === 0 ? 'Condition' : `Condition ${index + 1}`)
const options = computed((): { value: Choice | null; words: string }[] => [
  { value: null, words: 'whatever the flags' },
  ...props.flags.flatMap(({ id, name, start }) =>
    typeof start === 'number'
      ? [{ value: { flag: id }, words: `if ${name} is` }]
      : [true, false].map((yes) => ({ value: { flag: id, says: yes }, words: `if ${name} is ${yes ? 'yes' : 'no'}` })),
  ),
])
const madeOf = ({ flag, says }: Choice): Condition =>
  says === undefined ? { flag, is: '>=', value: 1 } : { flag, is: '=', value: says }
const replaced = (index: number, ...by: Condition[]): Condition[] => [
  ...props.conditions.slice(0, index),
  ...by,
  ...props.conditions.slice(index + 1),
]
const choose = (index: number, choice: Choice | null) =>
  doc.edit(props.label, (edit) => props.put(edit, replaced(index, ...(choice ? [madeOf(choice)] : []))))
const change = (index: number, part: Partial<Condition>) => (edit: Editor) =>
  props.put(edit, replaced(index, { ...props.conditions[index]!, ...part }))
/** One more: of a flag that isn't asked yet, if there is one. */
function more() {
  const free = props.flags.find(({ id }) => !props.conditions.some(({ flag }) => flag === id)) ?? props.flags[0]!
  const fresh = madeOf(typeof free.start === 'number' ? { flag: free.id } : { flag: free.id, says: true })
  doc.edit(props.label, (edit) => props.put(edit, [...props.conditions, fresh]))
}
</script>

<template>
  <PartChoice
    v-if="conditions.length === 0"
    name="Condition"
    :value="null"
    :options="options"
    @choose="choose(0, $event)"
  />
  <template v-for="(condition, i) in conditions" :key="i">
    {{ i > 0 ? ' and ' : ''
    }}<PartChoice :name="nameOf(i)" :value="choiceOf(condition)" :options="options" @choose="choose(i, $event)" />
    <template v-if="typeof condition.value === 'number'"
      >{{ ' '
      }}<PartChoice
        :name="`${nameOf(i)}, compared`"
        :value="condition.is"
        :options="COMPARED"
        @choose="doc.edit(label, change(i, { is: $event }))" />{{ ' '
      }}<PartNumber
        :name="i === 0 ? 'Flag value' : `Flag value ${i + 1}`"
        :value="condition.value"
        :step="1"
        :label="label"
        :put="(edit, value) => change(i, { value })(edit)"
    /></template>
  </template>
  <button v-if="conditions.length > 0 && flags.length > 0" class="part !text-bone-3" @click="more">and…</button>
</template>
