<script setup lang="ts">
import type { Credit, Editor, Sound } from '~~/core/show'
import { useShow } from '~/document/show'
import ManyNumber from '~/parts/ManyNumber.vue'
import MeasuredInput from '~/parts/MeasuredInput.vue'
import PartText from '~/parts/PartText.vue'
import TagsOfAll from '~/parts/TagsOfAll.vue'
import { count } from '~/words/time'
import { CREDIT_FIELDS, creditWith } from './credit'
import { useSounds } from './sounds'

/** Several sounds at once: how loud they are, what they are tagged, whom they are owed to. */
const props = defineProps<{ sounds: readonly Sound[] }>()
const doc = useShow()
const store = useSounds()
const words = computed(() => count(props.sounds.length, 'sound'))
const target = ref(-23)
const DIFFERENT = 'different'
const credits = computed(() =>
  CREDIT_FIELDS.map(({ field, words: before }) => {
    const said = new Set(props.sounds.map(({ credit }) => credit?.[field] ?? ''))
    return { field, before, value: said.size > 1 ? DIFFERENT : ([...said][0] ?? '') }
  }),
)
function credit(field: keyof Credit, text: string) {
  if (text === DIFFERENT) return
  doc.edit(`Credit of ${words.value}`, (edit) => {
    for (const sound of props.sounds) edit.set(['sounds', sound.id, 'credit'], creditWith(sound, field, text))
  })
}
const putGain = (edit: Editor, index: number, gain: number) => {
  const sound = props.sounds[index]
  if (sound) edit.set(['sounds', sound.id, 'gain'], gain)
}
function tag(now: readonly string[][], label: string) {
  doc.edit(`${label} ${words.value}`, (edit) =>
    props.sounds.forEach(({ id }, i) => edit.set(['sounds', id, 'tags'], now[i] ?? [])),
  )
}
</script>

<template>
  <div class="rounded-md bg-ink-2 px-2 py-1 leading-[1.9]" data-many-sounds>
    {{ words }} are chosen, at
    <ManyNumber
      name="Gain of all"
      :values="sounds.map(({ gain }) => gain)"
      unit="dB"
      :min="-60"
      :max="40"
      :label="`Gain of ${words}`"
      :put="putGain"
    />. <button class="part" @click="store.matchLoudness(target)">Match</button> them to
    <MeasuredInput v-model="target" name="Loudness to match" unit="LUFS" />, or
    <button class="part" @click="store.poolOfChosen()">make a pool</button> of them. Tags
    <TagsOfAll :tags="sounds.map((each) => each.tags)" @change="tag" />.{{ ' ' }}
    <template v-for="{ field, before, value } in credits" :key="field"
      >{{ `${before} `
      }}<PartText
        :name="`Credit of all, ${before}`"
        :value="value"
        empty="not said"
        @change="credit(field, $event)"
      />{{ ' ' }}</template
    >
  </div>
</template>
