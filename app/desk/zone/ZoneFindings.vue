<script setup lang="ts">
import { length as lengthOf } from '~/words/lengths'
import { steady } from '~/document/steady'
import { solidOf } from '~~/core/space'
import type { Shape, Zone, Point } from '~~/core/show'
import { useShow } from '~/document/show'
import { doorwayAt, fittedTo, hangsAbove, heldWithin, nameOfDoorway, reachingAround } from '~/plan/forms/fitting'
import { isSameShape, solidOfZone } from '~/plan/forms/geometry'
import { tie } from '~/document/making/tying'
import { cueName, propName } from '~/words/names'
import { movesItself } from '~~/core/findings'
import { usePassing } from '~/plan/ways/passing'
import { plain } from '~/words/time'
import FindingPicture from './FindingPicture.vue'
import PartChoice from '~/parts/PartChoice.vue'
import { needed } from '~~/core/base'

/** What is found about a zone where it stands: whether anybody gets past, reaches their feet, is too quick for it, and what it holds. */
const props = defineProps<{ zone: Zone }>()
const doc = useShow()
const store = usePassing()
const TICKS = 20
/** Gaps wider than this are no doorway's: a zone that stands free is not meant to close them (m). */
const WIDEST = 3
/** As near as a doorway must be to be offered (m). */
const OFFERED = 1.5

interface Found {
  key: string
  good: boolean
  says: string
  more: string
  /** What would mend it, in words. */
  mend?: string
}
/** In a large show, what it holds and which doorway is near is asked again when the hand lets go. */
const resting = computed(() => doc.restingNow.zones.find(({ id }) => id === props.zone.id) ?? props.zone)
const door = steady(() => doorwayAt(doc.restingNow, resting.value, OFFERED))
const isFitted = computed(() => door.value && isSameShape(fittedTo(doc.now, door.value), props.zone.shape))
function fit() {
  const { id, name } = props.zone
  const shape = fittedTo(doc.now, door.value!)
  doc.edit(`Fit ${name} to ${nameOfDoorway(door.value!)}`, (e) => e.set(['zones', id, 'shape'], shape))
}

const passing = computed((): Found | undefined => {
  const found = store.passing
  if (found?.zone !== props.zone.id) return undefined
  if (found.nobodyEnters)
    return {
      key: 'passing',
      good: false,
      says: 'Nobody on foot can come into it.',
      more: 'It lies over no floor that can be stood on, or not at its height.',
    }
  const { way, asked } = found
  if (!asked)
    return {
      key: 'passing',
      good: true,
      says: 'Whether anybody gets past it can’t be told.',
      more: 'It has no two sides that one could stand on: a walk through it would show them.',
    }
  if (!way) return { key: 'passing', good: true, says: 'Nobody gets past it.', more: '' }
  const width = lengthOf(way.width)
  // What is noticed of them may come as near as it likes; the rest of the body needs its room on the other side.
  const { radius } = store.passing?.walker ?? doc.now.player
  const needs =
    props.zone.notices === 'body'
      ? `${radius === doc.now.player.radius ? 'A walker’s body' : 'The slimmest of those who walk'} is ${lengthOf(2 * radius, 2)} wide.`
      : `It notices their ${props.zone.notices}, which are a point in the middle of them: ${lengthOf(radius, 2)} is enough to get by.`
  if (way.far)
    return {
      key: 'passing',
      good: true,
      says: 'Nobody gets past its edge.',
      more: `There is another way, ${lengthOf(way.length, 0)} long, through other rooms.`,
    }
  if (way.width > WIDEST)
    return { key: 'passing', good: true, says: 'It stands free.', more: `One can pass it by ${width}.` }
  return {
    key: 'passing',
    good: false,
    says: `There is a way around, ${width} wide.`,
    more: needs,
    mend: 'Widen to close it',
  }
})
const feet = computed((): Found | undefined => {
  const above = hangsAbove(doc.now, props.zone)
  if (above === undefined || props.zone.notices === 'eyes') return undefined
  if (above < 0.05) return { key: 'feet', good: true, says: 'It reaches their feet.', more: '' }
  const misses = props.zone.notices === 'feet' || above > doc.now.player.height
  return {
    key: 'feet',
    good: !misses,
    says: `It hangs ${lengthOf(above, 2)} above the floor`,
    more: misses
      ? 'and misses who walks below.'
      : `and meets the body above that. Who is lower than ${lengthOf(above, 2)} passes under it.`,
    mend: 'Down to the floor',
  }
})
function lower(by: number) {
  const { id, name, shape } = props.zone
  const lowered = ([x, y, z]: Point): Point => [x, y - by, z]
  const now: Shape =
    shape.kind === 'prism'
      ? { ...shape, y: shape.y - by, height: shape.height + by }
      : shape.kind === 'sphere'
        ? { ...shape, at: lowered(shape.at) }
        : shape.kind === 'box'
          ? {
              ...shape,
              at: lowered(shape.at),
              size: [shape.size[0], shape.size[1] + by, shape.size[2]],
            }
          : { ...shape, at: lowered(shape.at), height: shape.height + by }
  doc.edit(`Bring ${name} down to the floor`, (e) => e.set(['zones', id, 'shape'], now))
}
/** How often a game that looks at ticks sees a runner in it, across its narrower way. */
const runner = steady(() => {
  const [x0, , z0, x1, , z1] = solidOf(props.zone.shape).bounds
  const { shape, notices } = props.zone
  const across = shape.kind === 'box' ? Math.min(shape.size[0], shape.size[2]) : Math.min(x1 - x0, z1 - z0)
  const { run, radius } = doc.now.player
  const seconds = (across + (notices === 'body' ? 2 * radius : 0)) / run
  return { across: seconds * run, seconds, looks: Math.floor(seconds * TICKS) }
})
const quick = computed((): Found => {
  const { seconds, looks } = runner.value
  const { run } = doc.now.player
  return {
    key: 'quick',
    good: looks >= 2,
    says: looks >= 2 ? 'Nobody is too quick for it.' : 'A runner can be too quick for it.',
    more: `At ${plain(run, 1)} m/s one is inside for ${plain(seconds, 2)} s: ${looks} looks of a game that looks ${TICKS} times a second.`,
  }
})
const held = steady(() => heldWithin(doc.restingNow, resting.value))
/** Those that it must hold, and of them those that stick out. */
const meant = steady(() => doc.restingNow.zones.filter(({ id }) => resting.value.holds?.includes(id)))
const holding = computed((): Found | undefined => {
  if (meant.value.length === 0) return undefined
  const isHeld = new Set(held.value.map(({ id }) => id))
  const out = meant.value.filter(({ id }) => !isHeld.has(id))
  const names = (zones: readonly Zone[]) => zones.map(({ name }) => name).join(', ')
  if (out.length === 0) return { key: 'holds', good: true, says: `It holds ${names(meant.value)}`, more: 'as it must.' }
  const shape = reachingAround(doc.now, props.zone, meant.value)
  return {
    key: 'holds',
    good: false,
    says: `${names(out)} ${out.length === 1 ? 'sticks' : 'stick'} out of it.`,
    more: 'Somebody can be there without being here.',
    ...(shape && { mend: 'Widen around it' }),
  }
})
/** A zone that is carried away from whoever set it off. */
const itself = computed((): Found | undefined => {
  const rule = movesItself(doc.now, props.zone)
  if (!rule) return undefined
  const prop = propName(doc.now, props.zone.tiedTo!.prop)
  return {
    key: 'itself',
    good: false,
    says: `It goes with ${prop}, which its own ${cueName(doc.now, rule.cue)} moves.`,
    more: 'Whoever stands still may be left by it, lets go of what moved it, and is in it again.',
    mend: 'Let it stay where it is',
  }
})
const stay = () => doc.edit(`Let ${props.zone.name} stay`, (edit) => tie(edit, props.zone, undefined))
const widenAround = (shape: Shape) =>
  doc.edit(`Widen ${props.zone.name}`, (e) => e.set(['zones', props.zone.id, 'shape'], shape))
/** What can be asked of it: that it holds what it holds now, or another that it touches. */
const near = steady(() => {
  const show = doc.restingNow
  const [x0, y0, z0, x1, y1, z1] = solidOfZone(show, resting.value).bounds
  return show.zones.filter((other) => {
    if (other.id === props.zone.id || meant.value.some(({ id }) => id === other.id)) return false
    const [a0, b0, c0, a1, b1, c1] = solidOfZone(show, other).bounds
    return a0 <= x1 && a1 >= x0 && b0 <= y1 && b1 >= y0 && c0 <= z1 && c1 >= z0
  })
})
const mustHold = (ids: string[], label: string) =>
  doc.edit(label, (e) => e.set(['zones', props.zone.id, 'holds'], ids.length > 0 ? ids : undefined))
const offered = steady(() => [
  { value: '', words: 'It must hold …' },
  ...near.value.map(({ id, name }) => ({ value: id, words: name })),
])
/** What the mends do, by what they mend. */
const MENDS: { [key: string]: () => void } = {
  passing: () => void store.close(),
  feet: () => lower(hangsAbove(doc.now, props.zone)!),
  itself: stay,
  holds: () => widenAround(reachingAround(doc.now, props.zone, meant.value)!),
}
const found = steady(() =>
  [passing.value, feet.value, quick.value, holding.value, itself.value].filter((each) => each !== undefined),
)
</script>

<template>
  <section class="space-y-1.5 border-t border-rule pt-2 text-xs" aria-label="What is found about it">
    <p v-if="door && !isFitted">
      <button class="chip" @click="fit">Fit to {{ nameOfDoorway(door) }}</button>
    </p>
    <p v-for="one in found" :key="one.key" class="flex gap-2" :data-found="one.key" :data-good="one.good">
      <span
        class="mt-1 size-2.5 flex-none rounded-full border-[1.5px]"
        :class="one.good ? 'border-weed' : 'border-rust border-t-transparent'"
        aria-hidden="true"
      />
      <span class="text-bone-3"
        ><strong class="font-semibold text-bone">{{ one.says }}</strong> {{ one.more }}
        <button v-if="one.mend" class="chip ml-1" @click="MENDS[one.key]!()">{{ one.mend }}</button></span
      >
      <FindingPicture
        :of="one.key"
        class="ml-auto"
        :zone="zone"
        :gap="one.key === 'passing' && !one.good ? store.passing?.way?.width : undefined"
        :across="runner.across"
        :looks="runner.looks"
      />
    </p>
    <p v-if="held.length > 0 || near.length > 0 || meant.length > 0" class="text-bone-3">
      <template v-if="held.length > 0">
        It holds
        {{
          held
            .slice(0, 4)
            .map((zone) => zone.name)
            .join(', ')
        }}{{ held.length > 4 ? ` and ${held.length - 4} more` : '' }} wholly.
      </template>
      <template v-for="one in meant" :key="one.id">
        Must hold {{ one.name
        }}<button
          class="chip mx-1"
          :aria-label="`It need not hold ${one.name}`"
          @click="
            mustHold(
              needed(zone.holds, 'holds').filter((id) => id !== one.id),
              `${zone.name} need not hold ${one.name}`,
            )
          "
        >
          no longer
        </button>
      </template>
      <PartChoice
        v-if="near.length > 0"
        name="Must hold"
        value=""
        :options="offered"
        @choose="(id) => id && mustHold([...(zone.holds ?? []), id], `${zone.name} must hold another`)"
      />
    </p>
  </section>
</template>
