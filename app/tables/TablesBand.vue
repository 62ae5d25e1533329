<script setup lang="ts">
import { useClipboard } from '@vueuse/core'
import type { Editor } from '~~/core/show'
import { steady } from '~/document/steady'
import { useShow } from '~/document/show'
import { elementOf } from '~/frame/event-targets'
import { useSelection } from '~/frame/selection'
import { count } from '~/words/time'
import { fill, putCell, type Filled } from './fill'
import { ROOMS } from './rooms'
import { SCARES } from './scares'
import { blockOf, sheetText } from './sheet'
import type { Column, Row, Table } from './table'
import TableCell from './TableCell.vue'

/** Rooms with their beds and all scares as tables: filled cell by cell, or with what was copied in a spreadsheet. */
const doc = useShow()
const selection = useSelection()
const band = ref<HTMLElement>()
const TABLES = [ROOMS, SCARES]
const table = shallowRef<Table>(ROOMS)
const wanted = ref('')
/** More rows than this are drawn only when the filter asks for them. */
const MOST = 250
const rows = computed(() => table.value.rows(doc.now))
const found = computed(() => {
  const words = wanted.value.trim().toLowerCase()
  if (!words) return rows.value
  const { columns } = table.value
  return rows.value.filter((row) => columns.some((column) => column.read(row, doc.now).toLowerCase().includes(words)))
})
const shown = computed(() => found.value.slice(0, MOST))
const lists = steady(() => {
  const show = doc.now
  return table.value.columns.map((column) => column.choices?.(show))
})
const places = steady(() => [...new Set([...doc.now.zones, ...doc.now.place.floors].map(({ name }) => name))])
function put(row: Row, column: Column, text: string): string | undefined {
  let problem: string | undefined
  const work = (edit: Editor) =>
    text === '' && column.read(row, edit.show) !== ''
      ? void (problem = column.put?.(edit, row, text))
      : putCell(edit, row, column, text, (said) => (problem = said))
  // What is wrong is told before anything is changed.
  const done = doc.edit(`${column.name} of ${row.zone.name}`, work)
  return problem ?? (done ? undefined : (doc.problem ?? undefined))
}

const said = shallowRef<Filled>()
function fillFrom(block: string[][], from: { row: number; column: number }) {
  let filled: Filled = { changed: 0, made: 0, problems: [] }
  // Downwards through what is shown: what the filter has left out stays as it is.
  const within = { ...table.value, rows: inOrder }
  doc.edit(
    `Fill ${table.value.name.toLowerCase()} from a spreadsheet`,
    (edit) => (filled = fill(edit, within, block, from)),
  )
  said.value = filled
}
/** Those that are shown first, in their order. */
function inOrder(show: typeof doc.now): Row[] {
  const all = table.value.rows(show)
  if (!wanted.value.trim()) return all
  const keys = new Map(shown.value.map(({ key }, i) => [key, i]))
  return all.sort((a, b) => (keys.get(a.key) ?? Infinity) - (keys.get(b.key) ?? Infinity) || 0)
}
function paste(event: ClipboardEvent) {
  const block = blockOf(event.clipboardData?.getData('text/plain') ?? '')
  if (!block) return
  event.preventDefault()
  event.stopPropagation()
  const { row = 0, column = 0 } = elementOf(event).closest<HTMLElement>('[data-cell]')?.dataset ?? {}
  fillFrom(block, { row: Number(row), column: Number(column) })
}
const clipboard = useClipboard({ legacy: true })
const copied = ref(false)
async function copy() {
  const { columns } = table.value
  const head = columns.map(({ name, unit }) => (unit ? `${name} (${unit})` : name))
  await clipboard.copy(
    sheetText([head, ...found.value.map((row) => columns.map((column) => column.read(row, doc.now)))]),
  )
  copied.value = clipboard.copied.value
}
watch([table, wanted], () => {
  copied.value = false
  said.value = undefined
})

/** A line more: a zone, or a floor that gets one, and what is heard there. */
const place = ref('')
const heard = ref('')
function add() {
  const { columns } = table.value
  fillFrom([columns.slice(0, 2).map(({ name }) => name), [place.value, heard.value]], { row: 0, column: 0 })
  if (said.value?.problems.length) return
  place.value = heard.value = ''
}
const go = (row: number, column: number) =>
  band.value?.querySelector<HTMLElement>(`[data-row="${row}"][data-column="${column}"] input`)?.focus()
</script>

<template>
  <section ref="band" class="flex min-h-0 flex-col bg-ink-0" aria-label="Tables" @paste="paste">
    <div
      class="flex flex-none flex-wrap items-center gap-2 border-b border-rule bg-ink-1 px-3 py-1.5 text-xs text-bone-3"
    >
      <button
        v-for="each in TABLES"
        :key="each.name"
        class="chip"
        :class="{ '!text-lamp': each === table }"
        :aria-pressed="each === table"
        :title="each.says"
        @click="table = each"
      >
        {{ each.name }}
      </button>
      <input v-model="wanted" type="search" aria-label="Find a row" placeholder="Find a row" class="field w-36 !py-1" />
      <span>{{ count(found.length, 'row') }}{{ found.length > MOST ? `, the first ${MOST} shown` : '' }}</span>
      <form class="flex items-center gap-1.5" @submit.prevent="add">
        <input
          v-model="place"
          list="table-places"
          class="field w-36 !py-1"
          placeholder="Zone or floor"
          aria-label="Zone or floor of one more"
        />
        <input
          v-model="heard"
          list="table-1"
          class="field w-36 !py-1"
          :placeholder="table.columns[1]!.name"
          :aria-label="`${table.columns[1]!.name} of one more`"
        />
        <button class="chip" :disabled="!place.trim() || !heard.trim()">Add</button>
      </form>
      <button
        class="chip ml-auto"
        title="As a spreadsheet takes it; what is changed there is pasted back here"
        @click="copy"
      >
        {{ copied ? 'Copied' : 'Copy the table' }}
      </button>
    </div>
    <div
      v-if="said"
      role="status"
      class="flex flex-none items-start gap-3 border-b border-rule px-3 py-1.5 text-xs text-bone-2"
    >
      <p class="min-w-0 flex-1">
        {{ count(said.changed, 'row') }} changed, {{ said.made }} made.
        <span v-if="said.problems.length > 0" class="text-rust">
          {{ said.problems.slice(0, 6).join(' · ')
          }}{{ said.problems.length > 6 ? ` · and ${said.problems.length - 6} more` : '' }}
        </span>
      </p>
      <button class="part" @click="said = undefined">Good</button>
    </div>
    <datalist id="table-places"><option v-for="name in places" :key="name" :value="name" /></datalist>
    <template v-for="(list, i) in lists" :key="i"
      ><datalist v-if="list" :id="`table-${i}`"><option v-for="name in list" :key="name" :value="name" /></datalist
    ></template>
    <div class="min-h-0 flex-1 overflow-auto">
      <table class="w-full border-collapse text-[13px]">
        <thead class="sticky top-0 z-10 bg-ink-1 text-left text-xs text-bone-3">
          <tr>
            <th
              v-for="column in table.columns"
              :key="column.name"
              class="border-b border-rule px-1.5 py-1 font-normal whitespace-nowrap"
              :class="{ 'text-right': column.unit !== undefined }"
            >
              {{ column.name }}<template v-if="column.unit"> ({{ column.unit }})</template>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="(row, i) in shown"
            :key="row.key"
            class="border-b border-row"
            :class="row.zone.id === selection.zone?.id ? 'bg-ink-2' : ''"
            @focusin="selection.zone?.id === row.zone.id || selection.choose('zone', row.zone.id)"
          >
            <td
              v-for="(column, j) in table.columns"
              :key="column.name"
              data-cell
              :data-row="i"
              :data-column="j"
              class="py-0"
              :class="column.put ? (column.unit === undefined ? 'min-w-40' : 'w-24') : 'max-w-96'"
            >
              <TableCell
                v-if="column.put"
                :row="row"
                :column="column"
                :value="column.read(row, doc.now)"
                :list="lists[j] ? `table-${j}` : undefined"
                :put="(text) => put(row, column, text)"
                @go="go(i + $event, j)"
              />
              <p v-else class="truncate px-1.5 text-xs text-bone-3" :title="column.read(row, doc.now)">
                {{ column.read(row, doc.now) }}
              </p>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="rows.length === 0" class="p-3 text-bone-3">
        {{ table === ROOMS ? 'No zone with a bed yet.' : 'No scare yet.' }} Add one above, or paste rows from a
        spreadsheet:
        {{
          table.columns
            .filter(({ put }) => put)
            .map(({ name }) => name.toLowerCase())
            .join(', ')
        }}.
      </p>
      <p v-else class="p-3 text-xs text-bone-3">
        Ctrl+V puts rows that were copied in a spreadsheet here: by zone where its name is among them, else from the
        cell that is chosen on downwards.
      </p>
    </div>
  </section>
</template>
