<script setup lang="ts">
import type { Proposal } from '~~/core/study'
import { count, plain } from '~/words/time'
import type { useStudy } from './study'
import { saysOf, useSweptRules } from './swept'

/** Numbers that keep both wishes, the one that changes least first, with what each costs; one is set by a press. */
const props = defineProps<{ searched: NonNullable<ReturnType<typeof useStudy>['searched']> }>()
const emit = defineEmits<{ set: [proposal: Proposal] }>()
const { nameOf, fresh } = useSweptRules()
const words = computed(() => {
  const { tried, of, proposals } = props.searched
  if (tried < of) return `${tried} of ${count(of, 'number')} tried …`
  if (proposals.length === 0) return `None of ${count(of, 'number')} keeps both by itself: wish for less, or try two.`
  return proposals[0]!.change === 0 ? 'It keeps both as it is.' : 'Each of these keeps both by itself:'
})
const rows = computed(() =>
  props.searched.proposals
    .filter(({ change }) => change > 0)
    .map((proposal) => {
      const number = fresh(proposal.rule, proposal.field)
      const { never, more, value } = proposal.found
      return {
        proposal,
        name: nameOf(number),
        to: saysOf(number, value),
        was: proposal.now === undefined ? 'not set' : saysOf(number, proposal.now),
        never: plain(never.share * 100, 0),
        more: plain(more.share * 100, 0),
      }
    }),
)
</script>

<template>
  <div class="min-h-0 flex-1 overflow-y-auto" data-searched>
    <p class="mt-1 text-xs text-bone-2" role="status">{{ words }}</p>
    <table v-if="rows.length > 0 && searched.proposals[0]!.change > 0" class="mt-1 w-full text-left">
      <tbody>
        <tr v-for="{ proposal, name, was, to, never, more } in rows" :key="name" class="h-7 border-t border-square">
          <th scope="row" class="font-normal">{{ name }}</th>
          <td class="font-mono text-xs text-bone-2">{{ was }} →</td>
          <td class="text-xs">
            <span class="text-rust">{{ never }}</span> in 100 miss it, <span class="text-weed">{{ more }}</span> get it
            again
          </td>
          <td class="text-right">
            <button class="chip" :aria-label="`Set ${name} to ${to}`" @click="emit('set', proposal)">
              Set {{ to }}
            </button>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>
