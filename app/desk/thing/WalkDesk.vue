<script setup lang="ts">
import { thousandths, withId } from '~~/core/base'
import { freeId, freeName, type Editor, type Look, type Walk, type WalkPoint } from '~~/core/show'
import { throughWalls } from '~/plan/ways/through-walls'
import ManyNumber from '~/parts/ManyNumber.vue'
import { useWalkPoints } from '~/plan/ways/walk-points'
import { useRun } from '~/run/current-run'
import { goesOn } from '~/frame/going-on'
import { useSelection } from '~/frame/selection'
import { useFields } from '~/document/fields'
import { useShow } from '~/document/show'
import { count } from '~/words/time'
import PartChoice from '~/parts/PartChoice.vue'
import PartNumber from '~/parts/PartNumber.vue'
import PartTags from '~/parts/PartTags.vue'
import PartText from '~/parts/PartText.vue'
import DeskHead from '~/parts/DeskHead.vue'
import { removeWalk } from '~/document/groups'

const props = defineProps<{ walk: Walk }>()
const doc = useShow()
const selection = useSelection()
const runs = useRun()
const points = useWalkPoints()
const { set } = useFields('walks', () => props.walk.id)
/** Several points that are held, in their order. */
const held = computed(() => props.walk.points.filter((_, i) => selection.points.includes(i)))
const putHeld = (edit: Editor, index: number, change: Partial<WalkPoint>) => {
  const at = props.walk.points.indexOf(held.value[index]!)
  const { points } = edit.show.walks.find(({ id }) => id === props.walk.id)!
  edit.set(['walks', props.walk.id, 'points'], points.map((each, i) => (i === at ? { ...each, ...change } : each))) // prettier-ignore
}
const point = computed(() => (selection.point === undefined ? undefined : props.walk.points[selection.point]))
const pointLabel = computed(() => `Change a point of ${props.walk.name}`)
function putPoint(edit: Editor, change: Partial<WalkPoint>) {
  const points = props.walk.points.map((p, i) => (i === selection.point ? { ...p, ...change } : p))
  edit.set(['walks', props.walk.id, 'points'], points)
}
const setPoint = (change: Partial<WalkPoint>) => doc.edit(pointLabel.value, (e) => putPoint(e, change))
/** The same way from its end to its begin: pauses, looks and keys stay where they are; paces go with their stretch. */
function reverse() {
  const { name, points } = props.walk
  set(
    'points',
    points.map((_, i) => {
      const { pace: _pace, ...point } = points[points.length - 1 - i]!
      const pace = points[points.length - 2 - i]?.pace
      return pace === undefined ? point : { ...point, pace }
    }),
    `Reverse ${name}`,
  )
}
function duplicate() {
  const { walks } = doc.now
  const name = freeName(`${props.walk.name}, copy`, walks.map((each) => each.name)) // prettier-ignore
  const copy = { ...props.walk, name, id: freeId(`${props.walk.id}-copy`, walks.map(({ id }) => id)) } // prettier-ignore
  if (doc.edit(`Duplicate ${props.walk.name}`, (e) => e.add(['walks'], copy))) selection.choose('walk', copy.id)
}
/** How fast a walk goes on the whole (m/s): by the length of its stretches. */
function paceOf({ points }: Walk): number {
  const own = doc.now.player.walk
  let length = 0
  let seconds = 0
  for (const [i, point] of points.slice(0, -1).entries()) {
    const stretch = Math.hypot(...points[i + 1]!.at.map((value, axis) => value - point.at[axis]!))
    length += stretch
    seconds += stretch / (point.pace ?? own)
  }
  return seconds > 0 ? length / seconds : own
}
const pace = computed(() => Math.round(paceOf(props.walk) * 100) / 100)
const isEven = computed(() => new Set(props.walk.points.slice(0, -1).map((each) => each.pace)).size < 2)
/** Quicker or slower as a whole: what goes quicker than the rest goes on doing so. */
function putPace(edit: Editor, to: number) {
  const walk = withId(edit.show.walks, props.walk.id)
  const by = to / paceOf(walk)
  const paced = (each: number) => Math.min(20, Math.max(0.05, thousandths(each * by)))
  edit.set(
    ['walks', walk.id, 'points'],
    walk.points.map((each) => ({ ...each, pace: paced(each.pace ?? edit.show.player.walk) })),
  )
}
const through = computed(() => throughWalls(doc.now, props.walk))
/** What its body measures, if it isn't a player's. */
const body = (field: 'radius' | 'height') => props.walk.body[field] ?? doc.now.player[field]
function setKind(kind: Walk['body']['kind']) {
  set('body', { ...props.walk.body, kind }, `Body of ${props.walk.name}`)
}
/** More points than this are more than anybody goes through one by one. */
const MOST = 300
/** Steps through the points by the arrow keys, also where several lie on one another. */
function stepPoint(event: KeyboardEvent) {
  const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0
  if (by === 0) return
  event.preventDefault()
  event.stopPropagation()
  const { length } = props.walk.points
  selection.choosePoints([((selection.point ?? (by > 0 ? -1 : 0)) + by + length) % length])
}
function remove() {
  selection.clear()
  doc.edit(`Delete ${props.walk.name}`, (e) => removeWalk(e, props.walk.id))
}
const looks = computed((): { value: Look; words: string }[] => [
  { value: 'ahead', words: 'ahead' },
  ...doc.now.place.props.map((p) => ({ value: { prop: p.id }, words: `at ${p.name}` })),
  ...doc.now.place.marks.map((m) => ({ value: { mark: m.id }, words: `at ${m.name}` })),
  ...(point.value && typeof point.value.look === 'object' && 'yaw' in point.value.look
    ? [{ value: point.value.look, words: `towards ${point.value.look.yaw}°` }]
    : []),
])
</script>

<template>
  <div class="space-y-3">
    <DeskHead :name="walk.name" @rename="set('name', $event, `Rename ${walk.name}`)"
      >{{ walk.body.kind }} · {{ count(walk.points.length, 'point') }}</DeskHead
    >
    <div class="flex flex-wrap gap-1.5">
      <button class="chip" @click="runs.walks = [walk.id]">Play this walk alone</button>
      <button class="chip" @click="goesOn = walk.id">Go on from its end</button>
      <button
        v-if="walk.went || walk.body.tags.includes('track')"
        class="chip"
        :aria-pressed="walk.went"
        title="As it went, nobody is frozen or moved again; otherwise they are, as the show would have it now"
        @click="set('went', !walk.went, `${walk.name} goes ${walk.went ? 'as the show has it' : 'as it went'}`)"
      >
        {{ walk.went ? 'Goes as it went' : 'The show holds it' }}
      </button>
      <button class="chip" @click="reverse">Reverse</button>
      <button class="chip" @click="duplicate">Duplicate</button>
      <button class="chip" @click="remove">Delete</button>
    </div>
    <p class="text-bone-2">
      Starts after
      <PartNumber
        name="Start"
        :value="walk.start"
        unit="s"
        :min="0"
        :label="`Start of ${walk.name}`"
        :put="(e, v) => e.set(['walks', walk.id, 'start'], v)"
      />
      and goes at
      <PartNumber
        name="Pace throughout"
        :value="pace"
        unit="m/s"
        :min="0.05"
        :max="20"
        :label="`Pace of ${walk.name}`"
        :put="putPace"
      />{{ isEven ? ' throughout' : ' on the whole, quicker and slower in between' }}. Drag its points in the plan; the
      small rings between them add one.
    </p>
    <p class="text-bone-2">
      <PartChoice
        name="Body"
        :value="walk.body.kind"
        :options="[
          { value: 'player' as const, words: 'A player walks here' },
          { value: 'creature' as const, words: 'A creature goes here' },
        ]"
        @choose="setKind"
      />,
      <PartNumber
        name="Radius"
        :value="body('radius')"
        unit="m"
        :min="0.05"
        :step="0.05"
        :label="`Body of ${walk.name}`"
        :put="(e, radius) => e.set(['walks', walk.id, 'body', 'radius'], radius)"
      />
      in radius and
      <PartNumber
        name="Tall"
        :value="body('height')"
        unit="m"
        :min="0.1"
        :label="`Body of ${walk.name}`"
        :put="(e, height) => e.set(['walks', walk.id, 'body', 'height'], height)"
      />
      tall. Tags
      <PartTags :tags="walk.body.tags" @change="set('body', { ...walk.body, tags: $event }, `Tags of ${walk.name}`)" />
    </p>
    <p v-if="through.length > 0" class="text-rust" data-through>
      It goes through a wall after {{ through.length === 1 ? 'point' : 'points' }}
      {{
        through
          .slice(0, 6)
          .map((i) => i + 1)
          .join(', ')
      }}{{ through.length > 6 ? ' …' : '' }}.
    </p>
    <div class="flex flex-wrap gap-1" role="group" aria-label="Points" @keydown="stepPoint">
      <button
        v-for="(each, i) in walk.points.slice(0, MOST)"
        :key="i"
        class="min-h-6 min-w-6 rounded border px-1 font-mono text-[10px]"
        :class="selection.points.includes(i) ? 'border-tide text-tide' : 'border-rule text-bone-3 hover:text-bone'"
        :aria-pressed="selection.points.includes(i)"
        :aria-label="`Point ${i + 1}${each.pause ? `, waits ${each.pause} s` : ''}${each.use ? ', presses the key' : ''}`"
        @click="$event.shiftKey ? selection.togglePoint(i) : selection.choosePoints([i])"
      >
        {{ i + 1 }}{{ each.arrive ? '↘' : each.use ? '•' : '' }}
      </button>
    </div>
    <p v-if="selection.points.length > 1" class="text-bone-2">
      {{ count(selection.points.length, 'point') }} are held: drag one of them and all come along.
      <button v-if="walk.points.length > selection.points.length" class="chip" @click="points.remove()">
        Remove them
      </button>
      <span class="mt-1 block text-[14px] leading-[1.95]" data-many-points
        >Each waits
        <ManyNumber
          name="Pause of all"
          :values="held.map(({ pause }) => pause)"
          unit="s"
          :min="0"
          label="Pause of several points"
          :put="(e, index, pause) => putHeld(e, index, { pause })"
        />
        and goes on at
        <ManyNumber
          name="Pace of all"
          :values="held.map(({ pace }) => pace ?? doc.now.player.walk)"
          unit="m/s"
          :min="0.05"
          :max="20"
          label="Pace of several points"
          :put="(e, index, pace) => putHeld(e, index, { pace })"
        />.</span
      >
    </p>
    <div v-else-if="point" class="border-t border-rule pt-2">
      <h3 class="font-semibold">Point {{ selection.point! + 1 }}</h3>
      <p class="text-[14px] leading-[1.95] text-bone-2">
        Waits
        <PartNumber
          name="Pause"
          :value="point.pause"
          unit="s"
          :min="0"
          :label="pointLabel"
          :put="(e, pause) => putPoint(e, { pause })"
        />, looks <PartChoice name="Look" :value="point.look" :options="looks" @choose="setPoint({ look: $event })" />,
        <PartChoice
          name="Key"
          :value="point.use"
          :options="[
            { value: false, words: 'presses no key' },
            { value: true, words: 'presses the key' },
          ]"
          @choose="setPoint({ use: $event })"
        />
        <template v-if="point.use">
          <PartText name="Which key" :value="point.key" @change="setPoint({ key: $event })" />
          after
          <PartNumber
            name="Key after"
            :value="point.useAfter"
            unit="s"
            :min="0"
            :label="pointLabel"
            :put="(e, useAfter) => putPoint(e, { useAfter })" /></template
        >, and goes on at
        <PartNumber
          name="Pace"
          :value="point.pace ?? doc.now.player.walk"
          unit="m/s"
          :min="0.05"
          :max="20"
          :label="pointLabel"
          :put="(e, pace) => putPoint(e, { pace })"
        />. Height
        <PartNumber
          name="Height"
          :value="point.at[1]"
          unit="m"
          :label="pointLabel"
          :put="(e, y) => putPoint(e, { at: [point!.at[0], y, point!.at[2]] })"
        />.
        <PartChoice
          name="Arriving"
          :value="point.arrive"
          :options="[
            { value: false, words: 'A move does not end here' },
            { value: true, words: 'After being moved, the walk goes on from here' },
          ]"
          @choose="setPoint({ arrive: $event })"
        />.
      </p>
      <button v-if="walk.points.length > 1" class="chip" @click="points.remove()">Remove this point</button>
    </div>
    <p v-else class="text-bone-3">
      Choose a point in the plan to say how long it waits, where it looks and when it presses the key.
    </p>
  </div>
</template>
