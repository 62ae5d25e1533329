import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { usePlayhead } from './playhead'
import { useRun } from '~/run/current-run'
import { hiddenBy, type Seen } from './seen'
import { useSelection, type Chosen } from './selection'
import { rulesAt } from '~~/core/show'
import { useShow } from '~/document/show'
import { keptFor } from '~/document/steady'

export type ViewName = 'desk' | 'cues' | 'sounds' | 'tables' | 'study'

interface Kept {
  from: number
  to: number
  t: number
  chosen?: Chosen
  walks: string[]
  seed: number
  plan?: { x: number; z: number; scale: number }
}

/** What part of the run and of the place is seen, and how the window is divided. Kept for each show in this browser. */
export const useView = defineStore('view', () => {
  const doc = useShow()
  const runs = useRun()
  const playhead = usePlayhead()
  const selection = useSelection()
  /** How the score lies: lanes closer together, those of beds at the top. */
  const narrow = useLocalStorage('esvik:narrow', false)
  const bedsFirst = useLocalStorage('esvik:beds-first', false)
  /** Which view is looked at. */
  const looks = ref<ViewName>('desk')
  const from = ref(0)
  const to = ref(0)
  const plan = ref<{ x: number; z: number; scale: number }>()
  /** The storey that the plan shows, from below; all of them if none is said. */
  const storey = ref<number>()
  /** Groups whose things the plan doesn't show; only here. */
  const hidden = ref(new Set<string>())
  const seen = keptFor(
    () => [storey.value, doc.show?.groups, hidden.value, ...hidden.value],
    (): Seen => ({ storey: storey.value, hidden: hiddenBy(doc.show?.groups ?? [], hidden.value) }),
  )
  /** Whether the section is seen below the plan, and along which line the place is cut. */
  const section = ref(false)
  /** Whether the place is seen through the player's eyes instead, and whether that is engraved rather than lit. */
  const eyes = ref(false)
  const engraved = useLocalStorage('esvik:engraved', true)
  /** Whether all zones are seen there as volumes. */
  const volumes = ref(false)
  /** Whether floors and walls are seen there besides a mesh. */
  const drawn = ref(false)
  /** Whether the plan shows how loud it is wherever one stays. */
  const ambience = ref(false)
  const cut = ref<{ x: number; z: number; yaw: number }>()
  /** Zones that stand out: chosen, or firing the cue that is open. */
  const lit = computed((): string[] => {
    const { show } = doc
    const { kind, id } = selection.chosen ?? {}
    if (!show || kind === undefined) return []
    if (kind === 'cue')
      return show.zones.filter((z) => rulesAt(show, z).some((rule) => rule.cue === id)).map((z) => z.id)
    return selection.things.filter((thing) => thing.kind === 'zone').map((thing) => thing.id)
  })
  /** The section of the mesh at its height: x, z of both ends of each piece. */
  const meshSection = shallowRef<Float32Array>()
  /** The share of the height that the score has; 0 or 1 when one band has it all. */
  const split = useLocalStorage('esvik:split', 0.5)
  const tall = ref<'score' | 'below'>()
  const muted = ref(new Set<string>())
  const solo = ref<string>()
  const whole = computed(() => Math.max(1, runs.run?.length ?? 1))
  const SMALLEST = 0.2

  function show(a: number, b: number): void {
    const width = Math.min(whole.value * 1.02, Math.max(SMALLEST, b - a))
    const start = Math.min(Math.max(-whole.value * 0.02, a), whole.value * 1.02 - width)
    from.value = start
    to.value = start + width
  }
  const fit = () => show(-whole.value * 0.008, whole.value * 1.012)
  function zoom(factor: number, around: number): void {
    show(around - (around - from.value) * factor, around + (to.value - around) * factor)
  }
  const pan = (by: number) => show(from.value + by, to.value + by)

  const key = () => `esvik:view:${doc.id}`
  /** Which show's view has been found again: before that nothing of it is written over. */
  let restored = ''
  function restore(): void {
    restored = doc.id
    const text = localStorage.getItem(key())
    if (!text) return
    const kept = JSON.parse(text) as Kept
    runs.walks = kept.walks
    runs.seed = kept.seed
    playhead.t = kept.t
    from.value = kept.from
    to.value = kept.to
    plan.value = kept.plan
    selection.chosen = kept.chosen
  }
  watch([from, to, () => playhead.t, () => selection.chosen, () => runs.walks, () => runs.seed, plan], () => {
    if (!doc.show || playhead.playing || restored !== doc.id) return
    const kept: Kept = {
      from: from.value,
      to: to.value,
      t: playhead.t,
      chosen: selection.chosen,
      walks: runs.walks,
      seed: runs.seed,
      plan: plan.value,
    }
    localStorage.setItem(key(), JSON.stringify(kept))
  })
  let before = Infinity
  watch(
    () => runs.run,
    (run) => {
      if (!run) return
      // What showed the whole run goes on doing so; nothing is shown past the end of a shorter one.
      const seen = to.value - from.value
      if (seen <= 0 || seen > run.length * 1.02 || seen >= before * 1.019) fit()
      else if (to.value > run.length * 1.02) pan(run.length * 1.012 - to.value)
      before = run.length
    },
  )
  return {
    narrow,
    bedsFirst,
    looks,
    from,
    to,
    plan,
    storey,
    hidden,
    seen,
    section,
    eyes,
    engraved,
    volumes,
    drawn,
    ambience,
    cut,
    meshSection,
    lit,
    split,
    tall,
    muted,
    solo,
    show,
    fit,
    zoom,
    pan,
    restore,
  }
})
