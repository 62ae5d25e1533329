<script setup lang="ts">
import { listOf, listOfPart, type Kit, type KitPart, type PartKind, type Spot, type Zone } from '~~/core/show'
import { alongLine, around, leftAt, makePart, ownable, removePart, spotOf, stamp } from '~/document/making/kit-parts'
import { shiftedBy, type Placement } from '~/document/making/placement'
import { useShow } from '~/document/show'
import { isThing } from '~/document/things'
import { picking } from '~/frame/picking'
import { useSelection } from '~/frame/selection'
import PartChoice from '~/parts/PartChoice.vue'
import PartText from '~/parts/PartText.vue'
import PickButton from '~/parts/PickButton.vue'
import { count } from '~/words/time'

/** What each zone of a kit has of its own, and the kit stamped elsewhere with all of it. */
const props = defineProps<{ zone: Zone; kit: Kit }>()
const doc = useShow()
const selection = useSelection()
const choices = (is: PartKind) =>
  listOf(doc.now, listOfPart(is)).map(({ id, name }) => ({
    value: id,
    words: name,
  }))
const candidates = computed(() => ownable(doc.now, props.kit))
/** What stands here and each copy would share: a lamp, a drawer, the zone at which a board hangs. */
const left = computed(() => leftAt(doc.now, props.kit, props.zone))
const ownAll = () =>
  doc.edit(`Each of ${props.kit.name} has its own`, (edit) => {
    for (const { is, id } of left.value) makePart(edit, props.kit.id, props.zone.id, is, id)
  })
const NONE = ''
const fill = (part: KitPart, id: string) =>
  doc.edit(`${part.name} of ${props.zone.name}`, (edit) => edit.set(['zones', props.zone.id, 'parts', part.id], id))
function pick(part: KitPart) {
  if (isThing(part.is)) picking.value = { says: part.name, kinds: [part.is], take: ({ id }) => fill(part, id) }
}
function own(key: string) {
  const thing = candidates.value.find(({ is, id }) => `${is}/${id}` === key)
  if (!thing) return
  doc.edit(
    `${thing.name} for each of ${props.kit.name}`,
    (edit) => void makePart(edit, props.kit.id, props.zone.id, thing.is, thing.id),
  )
}

/** How many are stamped along a line, or around. */
const many = ref(4)
/** The same zone elsewhere, with all that it has of its own. */
function put(placements: readonly Placement[]): void {
  const label =
    placements.length === 1 ? `Stamp ${props.zone.name}` : `Stamp ${placements.length} of ${props.zone.name}`
  doc.edit(label, (edit) => void stamp(edit, props.zone.id, placements))
}
const from = (): Spot => spotOf(props.zone)
const stampThere = () => (
  (stamping.value = undefined),
  (picking.value = {
    says: `Stamp ${props.zone.name}`,
    kinds: [],
    take: () => {},
    spot([x, z]) {
      const [zx, zz] = from()
      put([shiftedBy(x - zx, z - zz)])
      return true
    },
  })
)
/** One spot more, and it is done. */
const stampBy = (says: string, placements: (spot: Spot) => Placement[]) =>
  (picking.value = {
    says,
    kinds: [],
    take: () => {},
    spot(spot) {
      put(placements(spot))
      return false
    },
  })
/** What is asked for says how many: a number typed meanwhile is asked for anew. */
const stamping = shallowRef<() => unknown>()
watch(many, () => stamps.value && stamping.value?.())
const stampAlong = () => {
  stamping.value = stampAlong
  stampBy(`Where the last of ${count(many.value, 'more zone')} goes`, (end) => alongLine(from(), end, many.value))
}
const stampAround = () => {
  stamping.value = stampAround
  stampBy(`The middle that ${count(many.value, 'more zone')} go around`, (spot) => around(spot, many.value))
}
const stamps = computed(() => picking.value?.spot !== undefined && selection.zone?.id === props.zone.id)
</script>

<template>
  <div class="space-y-1.5 text-xs leading-relaxed text-bone-3">
    <p v-if="kit.parts.length > 0">
      Of its own:
      <template v-for="(part, i) in kit.parts" :key="part.id"
        ><template v-if="i > 0">, </template
        ><PartText
          :name="`Name of the ${part.is}`"
          :value="part.name"
          @change="doc.edit(`Rename ${part.name}`, (e) => e.set(['kits', kit.id, 'parts', part.id, 'name'], $event))"
        />
        is
        <PartChoice
          :name="`Its ${part.name}`"
          :value="zone.parts?.[part.id] ?? ''"
          :options="choices(part.is)"
          @choose="fill(part, $event)"
        /><PickButton v-if="isThing(part.is)" :name="`its ${part.name}`" @click="pick(part)" /><button
          class="ml-0.5 hover:text-bone"
          :aria-label="`Share ${part.name} among all`"
          title="One for all zones again"
          @click="doc.edit(`Share ${part.name}`, (e) => removePart(e, kit.id, zone, part.id))"
        >
          ×
        </button></template
      >.
    </p>
    <p v-if="candidates.length > 0">
      Each zone could have its own
      <PartChoice
        name="Of its own"
        :value="NONE"
        :options="[
          { value: NONE, words: 'thing …' },
          ...candidates.map(({ is, id, name }) => ({ value: `${is}/${id}`, words: name })),
        ]"
        @choose="own"
      />
    </p>
    <p v-if="left.length > 0" class="text-rust" role="note">
      Copies would all share {{ left.map(({ name }) => name).join(', ') }}, which
      {{ left.length === 1 ? 'is' : 'are' }} here.
      <button class="chip ml-1" @click="ownAll">Give each its own</button>
    </p>
    <p class="flex flex-wrap items-center gap-1.5">
      <button class="chip" :class="{ '!border-lamp !text-lamp': stamps }" @click="stampThere">Stamp it</button>
      <button class="chip" @click="stampAlong">Along a line</button>
      <button class="chip" @click="stampAround">Around</button>
      <label
        ><input v-model.number="many" type="number" min="1" max="200" class="field w-14" aria-label="How many" />
        more</label
      >
    </p>
  </div>
</template>
