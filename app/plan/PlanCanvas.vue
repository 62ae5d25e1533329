<script setup lang="ts">
import type { Show } from '~~/core/show'
import { probe } from '~/document/probe'
import { useShow } from '~/document/show'
import { usePlayhead } from '~/frame/playhead'
import { useShownMoment } from '~/frame/shown-moment'
import { useView } from '~/frame/view'
import { useRun } from '~/run/current-run'
import { lentMoment } from '~/run/lent-moment'
import { count } from '~/words/time'
import { keptPicture } from './canvas/kept-picture'
import type { Rect } from './canvas/names'
import { paintGround } from './canvas/paint-ground'
import { mobileProps, paintLive } from './canvas/paint-live'
import { groundOf } from './canvas/scene'
import { inMetres, type Sight } from './canvas/sight'
import { dotsOf, paintDots } from './canvas/walk-dots'
import { seenThings } from './forms/storeys'
import { needed } from '~~/core/base'
import { pictureOf } from '~/canvas/picture'

/** The place, its zones and the walks on two canvases: one that stays while nobody edits, one for what the playhead moves. */
const props = defineProps<{
  sight: Sight
  /** Where no name is to be: what lies over the plan, and the names of what is chosen (pixels). */
  taken: () => readonly Rect[]
  /** Changes when names are to be laid out anew. */
  stir: string
}>()
const doc = useShow()
const runs = useRun()
const playhead = usePlayhead()
const view = useView()
const shown = useShownMoment()

const kept = ref<HTMLCanvasElement>()
const live = ref<HTMLCanvasElement>()

const NOTHING: ReadonlySet<string> = new Set()
const isSame = (a: ReadonlySet<string> | undefined, b: ReadonlySet<string>): boolean =>
  a?.size === b.size && [...b].every((id) => a.has(id))
/** Both stay the same object while what they hold does, so that nothing is drawn again for them. */
const mobile = computed((before?: ReadonlySet<string>): ReadonlySet<string> => {
  const run = lentMoment.value?.run ?? runs.run
  const now = run ? mobileProps(run) : NOTHING
  return isSame(before, now) ? before! : now
})
/** What is drawn above the others, since it is chosen: zones only, everything else shows where it is. */
const chosenZones = computed((before?: ReadonlySet<string>): ReadonlySet<string> => {
  const now = new Set(view.lit)
  return isSame(before, now) ? before! : now
})

/** The show as it was when something last changed that the ground is drawn from; an edit of something else leaves it alone. */
const drawn = computed((before?: { show?: Show; parts: readonly unknown[] }) => {
  const show = doc.resting
  if (!show) return { parts: [] }
  if (before?.show === show) return before
  // A chosen zone is not part of it: dragging it draws nothing anew.
  const zones = show.zones.filter(({ id }) => !chosenZones.value.has(id))
  const parts = [show.place, view.seen, mobile.value, chosenZones.value, ...zones]
  return before?.parts.length === parts.length && parts.every((part, i) => part === before.parts[i])
    ? before
    : { show, parts }
})
const ground = computed(
  () => drawn.value.show && groundOf(drawn.value.show, view.seen, { chosen: chosenZones.value, mobile: mobile.value }),
)
const below = computed(() => {
  const { show } = drawn.value
  return show && view.storey
    ? groundOf(show, { ...view.seen, storey: view.storey - 1 }, { chosen: NOTHING, mobile: NOTHING })
    : undefined
})

let drawnTimes = 0
/** Where the names of zones were drawn last, in pixels of the band. */
let named: { words: string; rect: Rect }[] = []
probe({ planDrawn: () => drawnTimes, planNames: () => named })
let picture: ReturnType<typeof keptPicture> | undefined
onMounted(() => {
  const to = pictureOf(needed(kept.value, 'kept'))
  picture = keptPicture(needed(kept.value, 'kept'), (sight, ratio) => {
    if (!ground.value) return
    // The picture reaches further than what is seen of it.
    const dx = (props.sight.x - sight.x) * sight.scale
    const dy = (props.sight.z - sight.z) * sight.scale
    const taken = props.taken().map(([x0, y0, x1, y1]): Rect => [x0 + dx, y0 + dy, x1 + dx, y1 + dy])
    const names = paintGround(to, ground.value, below.value, view.meshSection, taken, sight, ratio)
    named = names.map(({ words, rect: [x0, y0, x1, y1] }) => ({ words, rect: [x0 - dx, y0 - dy, x1 - dx, y1 - dy] }))
    drawnTimes++
    if (!runs.ways) return
    inMetres(to, sight, ratio)
    paintDots(to, dotsOf(runs.ways), runs.player, sight)
  })
  picture.look(props.sight)
  void globalThis.document.fonts?.ready.then(() => picture?.draw())
})
onBeforeUnmount(() => picture?.stop())
watch(
  () => props.sight,
  (sight) => picture?.look(sight),
)
watch([ground, below, () => view.meshSection, () => runs.ways, () => runs.player, () => props.stir], () =>
  picture?.draw(),
)

/** Zones that somebody is in at the playhead. */
const occupied = computed((): Path2D[] => {
  if (!ground.value || lentMoment.value) return []
  const inside = new Set<string>()
  for (const lane of runs.score?.lanes ?? [])
    if (lane.presences.some(({ from, to }) => playhead.t >= from && playhead.t < to)) inside.add(lane.zone)
  return inside.size === 0 ? [] : ground.value.zones.filter(({ id }) => inside.has(id)).map(({ path }) => path)
})
const lights = computed(() => {
  return drawn.value.show ? seenThings(drawn.value.show, 'light', view.seen) : (doc.place?.lights ?? [])
})
/** Asked of the place alone: an edit of a rule draws nothing here. */
const movable = computed(() => (doc.place?.props ?? []).filter(({ id }) => mobile.value.has(id)))

let frame = 0
function drawLive(): void {
  cancelAnimationFrame(frame)
  frame = requestAnimationFrame(() => {
    const canvas = live.value
    const { sight } = props
    if (!canvas || sight.width === 0) return
    const ratio = window.devicePixelRatio || 1
    const [width, height] = [Math.round(sight.width * ratio), Math.round(sight.height * ratio)]
    if (canvas.width !== width || canvas.height !== height) {
      canvas.width = width
      canvas.height = height
    }
    const moment = shown.value && { ...shown.value, lights: lights.value, props: movable.value }
    paintLive(pictureOf(canvas), moment, lights.value, occupied.value, sight, ratio)
  })
}
watch([() => props.sight, shown, lights, movable, occupied], drawLive)
onMounted(drawLive)
onBeforeUnmount(() => cancelAnimationFrame(frame))

const says = computed(() =>
  doc.show ? `The place from above: ${count(doc.show.zones.length, 'zone')}. Choose one in the score or here.` : '',
)
</script>

<template>
  <div class="pointer-events-none absolute inset-0 overflow-hidden" role="img" :aria-label="says">
    <canvas ref="kept" class="absolute top-0 left-0 origin-top-left" />
    <canvas ref="live" class="absolute inset-0 size-full" />
  </div>
</template>
