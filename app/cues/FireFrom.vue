<script setup lang="ts">
import type { Cue, Editor, Moment } from '~~/core/show'
import { freshRule } from '~/document/making/fresh'
import { useShow } from '~/document/show'
import { picking } from '~/frame/picking'
import { useSelection } from '~/frame/selection'
import { useView } from '~/frame/view'
import PartChoice from '~/parts/PartChoice.vue'
import { zoneName } from '~/words/names'
import { firersOf } from './edits/firers'

/** What is to fire a cue that nothing fires yet: a zone drawn now, one that is there, a key there, the end of another cue. */
const props = defineProps<{ cue: Cue }>()
const doc = useShow()
const selection = useSelection()
const view = useView()

type From = { zone: string; key?: true } | { end: string } | 'drawn'
const options = computed((): { value: From | undefined; words: string }[] => [
  { value: undefined, words: 'Fire it from …' },
  { value: 'drawn', words: 'a zone, drawn now' },
  ...doc.now.zones.flatMap(({ id, name }): { value: From; words: string }[] => [
    { value: { zone: id }, words: `entering ${name}` },
    { value: { zone: id, key: true }, words: `the key E in ${name}` },
  ]),
  ...doc.cues
    .filter(({ id }) => id !== props.cue.id)
    .map(({ id, name }) => ({ value: { end: id }, words: `the end of ${name}` })),
])

function fireIn(id: string, on: Moment): void {
  const { cue } = props
  const made = doc.edit(`Fire ${cue.name} from ${zoneName(doc.now, id)}`, (edit) => addRule(edit, id, on))
  if (made) selection.choose('zone', id)
}
function addRule(edit: Editor, id: string, on: Moment): void {
  const zone = edit.show.zones.find((each) => each.id === id)
  if (zone) edit.add(['zones', id, 'rules'], { ...freshRule(edit.show, zone, props.cue.id), on })
}
function choose(from: From | undefined): void {
  if (from === undefined) return
  if (from === 'drawn') {
    const { name } = props.cue
    view.looks = 'desk'
    picking.value = {
      says: `The zone that fires ${name}`,
      kinds: ['zone'],
      draws: 'zone box',
      take: ({ id }) => fireIn(id, { at: 'enter' }),
    }
  } else if ('zone' in from) fireIn(from.zone, from.key ? { at: 'use', key: 'E' } : { at: 'enter' })
  else fireAfter(from.end)
}
/** After another cue: a rule where that one is fired, or one without a zone. */
function fireAfter(cue: string): void {
  const on: Moment = { at: 'end', cue, why: 'any', inside: false }
  const zone = firersOf(doc.now, cue).find((firer) => firer.zone)?.zone
  if (zone) return fireIn(zone.id, on)
  doc.edit(`Fire ${props.cue.name} after another`, (edit) => {
    const rule = { ...freshRule(edit.show, { id: 'show' }, props.cue.id), on }
    edit.add(['rules'], rule)
  })
}
</script>

<template>
  <PartChoice name="Fire it from" :value="undefined" :options="options" @choose="choose" />
</template>
