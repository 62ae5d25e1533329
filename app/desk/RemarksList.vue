<script setup lang="ts">
import type { Remark } from '~~/core/show'
import { useShow } from '~/document/show'
import { goToRemark, openRemark } from '~/frame/remarks'
import { walkName } from '~/words/names'
import { clock, count } from '~/words/time'

/** The notes that were put down in the place, to be gone through one after another. */
const doc = useShow()
const remarks = computed(() => [...(doc.show?.remarks ?? [])].sort((a, b) => (a.seconds ?? 0) - (b.seconds ?? 0)))
const left = computed(() => remarks.value.filter(({ done }) => !done))
const list = ref<HTMLElement>()
watch(
  openRemark,
  async (id) => {
    await nextTick()
    if (id !== undefined) list.value?.querySelector('[data-open]')?.scrollIntoView({ block: 'nearest' })
  },
  { immediate: true },
)
/** The next one that isn't dealt with, after the one that is open. */
function next() {
  const at = left.value.findIndex(({ id }) => id === openRemark.value)
  const to = left.value[(at + 1) % left.value.length]
  if (to) goToRemark(to)
}
function settle({ id, done }: Remark) {
  doc.edit(done ? 'Open a note again' : 'Deal with a note', (edit) => edit.set(['remarks', id, 'done'], !done))
}
const say = (remark: Remark, text: string) =>
  text.trim() && text !== remark.text && doc.edit('Write a note anew', (edit) => edit.set(['remarks', remark.id, 'text'], text)) // prettier-ignore
const remove = ({ id }: Remark) => doc.edit('Delete a note', (edit) => edit.remove(['remarks', id]))
</script>

<template>
  <section v-if="remarks.length > 0 && doc.show" ref="list" aria-label="Notes">
    <h3 class="mb-1 flex items-baseline gap-3 font-semibold">
      {{ count(left.length, 'note') }} to deal with
      <button v-if="left.length > 0" class="chip" @click="next">Next</button>
    </h3>
    <ul class="space-y-1">
      <li
        v-for="remark in remarks"
        :key="remark.id"
        class="flex items-center gap-2 rounded-md px-1.5 py-1"
        :class="openRemark === remark.id ? 'bg-ink-3' : ''"
        :data-open="openRemark === remark.id ? '' : undefined"
      >
        <input
          type="checkbox"
          class="accent-weed"
          :checked="remark.done"
          :aria-label="`Dealt with: ${remark.text}`"
          @change="settle(remark)"
        />
        <button v-if="remark.seconds !== undefined" class="part font-mono text-xs" @click="goToRemark(remark)">
          {{ clock(remark.seconds, 1) }}
        </button>
        <button v-else class="part text-xs" @click="goToRemark(remark)">go there</button>
        <input
          class="min-w-0 flex-1 bg-transparent"
          :class="remark.done ? 'text-bone-3 line-through' : ''"
          :value="remark.text"
          maxlength="2000"
          aria-label="What the note says"
          :title="remark.walk ? `On ${walkName(doc.show, remark.walk)}` : undefined"
          @change="say(remark, ($event.target as HTMLInputElement).value)"
        />
        <button class="text-bone-3 hover:text-rust" :aria-label="`Delete: ${remark.text}`" @click="remove(remark)">
          ×
        </button>
      </li>
    </ul>
  </section>
</template>
