<script setup lang="ts">
import type { Listed } from '~~/core/show'
import { groupOf, groupTogether, isGrouped, putInGroup } from '~/document/groups'
import { useShow } from '~/document/show'
import { steady } from '~/document/steady'
import { useSelection } from '~/frame/selection'
import PartChoice from './PartChoice.vue'

/** Which group a thing is in: it can be gone to, put into another, or be the first of a new one. */
const props = defineProps<{ thing: Listed; name: string }>()
const doc = useShow()
const selection = useSelection()
const NEW = ' new'
const inside = computed(() => {
  const { list, id } = props.thing
  return isGrouped(list) ? groupOf(doc.now.groups, list, id) : undefined
})
const options = steady(() => [
  { value: '', words: 'no group' },
  ...doc.now.groups.map(({ id, name }) => ({ value: id, words: name })),
  { value: NEW, words: 'a new group' },
])
function put(id: string) {
  const { thing, name } = props
  const label = id === '' ? `Take ${name} out of its group` : `Put ${name} into a group`
  doc.edit(label, (edit) => {
    if (id === NEW) groupTogether(edit, [thing], `${name} group`)
    else putInGroup(edit, thing, id || undefined)
  })
}
</script>

<template>
  <p class="text-xs text-bone-3">
    Belongs to <PartChoice name="Group" :value="inside?.id ?? ''" :options="options" @choose="put" />
    <button v-if="inside" class="chip ml-1" @click="selection.choose('group', inside.id)">See it whole</button>
  </p>
</template>
