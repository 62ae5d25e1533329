<script setup lang="ts">
import { studyReport } from '~~/core/study'
import { useHistory } from '~/history/history'
import { useTakes, type Against } from '~/history/takes'
import PartChoice from '~/parts/PartChoice.vue'
import { useStudy } from './study'

/** Keeps this study, and says which other it is compared with. */
const study = useStudy()
const takes = useTakes()
const history = useHistory()
onMounted(() => void Promise.all([history.load(), takes.load()]))
const lastName = computed(() => history.versions.at(-1)?.name)
const options = computed((): { value: Against | undefined; words: string }[] => [
  { value: undefined, words: 'nothing' },
  {
    value: 'last named',
    words: lastName.value === undefined ? 'how the show began' : `the version “${lastName.value}”`,
  },
  ...takes.takes.flatMap(({ id, name, study }) => (study ? [{ value: { take: id }, words: `the take “${name}”` }] : [])), // prettier-ignore
])
function keep() {
  const { of, outcomes } = study
  if (of) void takes.keep('', { ...of.setOut, seed: 0 }, studyReport(of.show, of.setOut, outcomes))
}
</script>

<template>
  <p class="flex min-h-6 flex-wrap items-center gap-x-2 text-xs text-bone-2">
    <span
      >compared with
      <PartChoice
        name="The study is compared with"
        :value="takes.against"
        :options="options"
        @choose="takes.against = $event"
    /></span>
    <button
      class="chip"
      :disabled="study.isGoing || study.isOld"
      title="As a take, with the show as it is"
      @click="keep"
    >
      Keep this study
    </button>
    <span v-if="takes.problem || history.problem" role="alert" class="text-rust">{{
      takes.problem || history.problem
    }}</span>
  </p>
</template>
