<script setup lang="ts">
import type { Cue, Editor, Hold, Lock, Step } from '~~/core/show'
import { fieldsOf, type StepField } from './step-fields'
import { useShow } from '~/document/show'
import PartChoice from './PartChoice.vue'
import PartNumber from './PartNumber.vue'
import PartText from './PartText.vue'

/** The numbers and words of a step, edited in place. */
const props = defineProps<{ cue: Cue; step: Step }>()
const doc = useShow()
const fields = computed(() => fieldsOf(props.step))
const at = (path: string[]) => [
  'cues',
  props.cue.id,
  'steps',
  props.step.id,
  ...path.map((key) => (/^\d+$/.test(key) ? Number(key) : key)),
]
const read = (path: string[]): unknown =>
  path.reduce<unknown>((value, key) => (value as Record<string, unknown> | undefined)?.[key], props.step)

const label = computed(() => `Change a step of ${props.cue.name}`)
type Put = Pick<StepField, 'path'> & { within?: object }
/** A field that lies in an object which is not there yet is set with that. */
function putIn(edit: Editor, { path, ...field }: Put, value: unknown) {
  const [first, second] = path
  if (second !== undefined && read([first!]) === undefined) edit.set(at([first!]), { ...field.within, [second]: value })
  else edit.set(at(path), value)
}
const put = (field: Put, value: unknown) => doc.edit(label.value, (e) => putIn(e, field, value))
const range = (path: string[]) => read(path) as [number, number]
const vector = (path: string[]): number[] => (read(path) as number[] | undefined) ?? [0, 0, 0]
/** What a drift goes in is what its target is in. */
function unitOf(field: Extract<StepField, { as: 'number' }>): string {
  if (props.step.kind !== 'drift') return field.unit
  const unit = 'light' in props.step.target ? 'cd' : 'dB'
  return field.unit === '' ? unit : `${unit} ${field.unit}`
}
const holds: { value: Hold | 'seconds'; words: string }[] = [
  { value: 'release', words: 'until released' },
  { value: 'cue', words: 'as long as the cue' },
  { value: 'keep', words: 'for good' },
  { value: 'seconds', words: 'for' },
]
const LOCKS: [Lock, string][] = [
  ['walk', 'walking'],
  ['jump', 'jumping'],
  ['look', 'looking'],
  ['use', 'using'],
]
function toggleLock(lock: Lock) {
  const now = new Set(read(['locks']) as Lock[])
  if (now.has(lock)) now.delete(lock)
  else now.add(lock)
  if (now.size > 0) put({ path: ['locks'] }, [...now])
}
const shown = (field: StepField) =>
  field.as !== 'number' || read(field.path) !== undefined || field.standard !== undefined || field.path.length === 1
</script>

<template>
  <div class="flex flex-wrap gap-x-4 gap-y-1 text-xs text-bone-3">
    <span
      >At
      <PartNumber
        name="At"
        :value="step.at"
        unit="s"
        :min="0"
        :label="label"
        :put="(e, v) => putIn(e, { path: ['at'] }, v)"
    /></span>
    <span
      >±
      <PartNumber
        name="Jitter"
        :value="step.jitter"
        unit="s"
        :min="0"
        :label="label"
        :put="(e, v) => putIn(e, { path: ['jitter'] }, v)"
    /></span>
    <template v-for="field in fields" :key="field.name">
      <span v-if="shown(field)">
        {{ field.name }}
        <template v-if="field.as === 'number'">
          <PartNumber
            v-if="read(field.path) !== undefined || field.standard !== undefined"
            :name="field.name"
            :value="(read(field.path) as number) ?? field.standard"
            :unit="unitOf(field)"
            :min="field.min"
            :step="field.step"
            :label="label"
            :put="(e, v) => putIn(e, field, v)"
          />
          <button v-else class="part !text-bone-3" @click="put(field, field.min && field.min > 0 ? 1 : 0)">
            {{ field.absent ?? 'as it is' }}
          </button>
        </template>
        <template v-else-if="field.as === 'range'">
          <PartNumber
            :name="`${field.name} from`"
            :value="range(field.path)[0]"
            :min="field.min"
            :step="field.step"
            :label="label"
            :put="(e, v) => putIn(e, field, [Math.min(v, range(field.path)[1]), range(field.path)[1]])"
          />
          to
          <PartNumber
            :name="`${field.name} to`"
            :value="range(field.path)[1]"
            :unit="field.unit"
            :min="field.min"
            :step="field.step"
            :label="label"
            :put="(e, v) => putIn(e, field, [range(field.path)[0], Math.max(v, range(field.path)[0])])"
          />
        </template>
        <template v-else-if="field.as === 'point'">
          <template v-for="(axis, i) in ['X', 'Y', 'Z']" :key="axis"
            ><PartNumber
              :name="`${field.name} ${axis}`"
              :value="vector(field.path)[i]!"
              :unit="field.unit"
              :label="label"
              :put="(e, v) => putIn(e, field, vector(field.path).with(i, v))"
            />{{ ' ' }}</template
          >
        </template>
        <PartChoice
          v-else-if="field.as === 'choice'"
          :name="field.name"
          :value="read(field.path)"
          :options="field.options(doc.show!)"
          @choose="put(field, $event)"
        />
        <PartText
          v-else-if="field.as === 'text'"
          :name="field.name"
          :value="(read(field.path) as string) ?? ''"
          empty="none"
          @change="put(field, $event || undefined)"
        />
        <input
          v-else-if="field.as === 'colour'"
          type="color"
          class="h-5 w-8 align-middle"
          :aria-label="field.name"
          :value="(read(field.path) as string) ?? '#888888'"
          :class="{ 'opacity-40': read(field.path) === undefined }"
          @change="put(field, ($event.target as HTMLInputElement).value)"
        />
        <template v-else-if="field.as === 'hold'">
          <PartChoice
            :name="field.name"
            :value="typeof read(field.path) === 'number' ? 'seconds' : read(field.path)"
            :options="holds"
            @choose="put(field, $event === 'seconds' ? 2 : $event)"
          />
          <template v-if="typeof read(field.path) === 'number'"
            >{{ ' '
            }}<PartNumber
              name="Seconds"
              :value="read(field.path) as number"
              unit="s"
              :min="0"
              :label="label"
              :put="(e, v) => putIn(e, field, v)"
          /></template>
        </template>
        <label v-for="[lock, words] in field.as === 'locks' ? LOCKS : []" :key="lock" class="ml-2"
          ><input
            type="checkbox"
            class="accent-mauve"
            :checked="(read(['locks']) as string[]).includes(lock)"
            @change="toggleLock(lock)"
          />
          {{ words }}</label
        >
      </span>
    </template>
  </div>
</template>
