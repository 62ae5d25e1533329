import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import { useShow } from '~/document/show'
import { groupThings, isThing, thingIn, type ThingKind, type ThingRef } from '~/document/things'

export type Chosen = { kind: ThingKind | 'walk' | 'cue' | 'atmosphere' | 'group'; id: string }

const isSame = (a: Chosen | undefined, b: Chosen): boolean => a?.kind === b.kind && a.id === b.id

/** What is chosen: the same in score, plan and desk. */
export const useSelection = defineStore('selection', () => {
  const doc = useShow()
  const chosen = ref<Chosen>()
  /** What is chosen besides: things of the place that are moved, doubled and deleted together. */
  const others = ref<ThingRef[]>([])
  /** The point of the chosen walk that is held, and those that are held with it. */
  const point = ref<number>()
  const morePoints = ref<number[]>([])
  const points = computed((): number[] => (point.value === undefined ? [] : [point.value, ...morePoints.value]))
  function choosePoints([first, ...more]: readonly number[]) {
    point.value = first
    morePoints.value = more
  }
  /** Holds one point more, or one less. */
  const togglePoint = (index: number) =>
    choosePoints(
      points.value.includes(index) ? points.value.filter((each) => each !== index) : [...points.value, index],
    )
  /** The step of the chosen cue that is open. */
  const openStep = ref<string>()
  /** Steps of the chosen cue that are held together with the open one. */
  const moreSteps = ref<string[]>([])
  const openOne = (id: string | undefined) => {
    openStep.value = id
    moreSteps.value = []
  }
  /** Holds one step more, or one less. */
  function toggleStep(id: string) {
    const now = steps.value
    const [first, ...more] = now.includes(id) ? now.filter((each) => each !== id) : [...now, id]
    openStep.value = first
    moreSteps.value = more
  }
  /** Cues that are held together with the chosen one. */
  const moreCues = ref<string[]>([])
  const cues = computed(() => {
    const { kind, id } = chosen.value ?? {}
    const ids = kind === 'cue' && id !== undefined ? [id, ...moreCues.value] : []
    return ids.flatMap((each) => doc.show?.cues.find((cue) => cue.id === each) ?? [])
  })
  function chooseCues([first, ...more]: readonly string[]) {
    if (first === undefined) return clear()
    choose('cue', first)
    moreCues.value = more
  }
  /** Holds one cue more, or one less. */
  function toggleCue(id: string) {
    const now = cues.value.map((each) => each.id)
    chooseCues(now.includes(id) ? now.filter((each) => each !== id) : [...now, id])
  }
  function letGoOfParts() {
    choosePoints([])
    openOne(undefined)
  }
  const choose = (kind: Chosen['kind'], id: string) => {
    if (!isSame(chosen.value, { kind, id })) letGoOfParts()
    chosen.value = { kind, id }
    others.value = []
    moreCues.value = []
  }
  /** Chooses several things; the first is the one that the desk reads. */
  function chooseAll([first, ...more]: readonly ThingRef[]) {
    if (!first) return clear()
    choose(first.kind, first.id)
    others.value = more
  }
  /** Chooses one thing more, or one less. */
  function toggle(one: ThingRef) {
    const all = things.value
    chooseAll(all.some((each) => isSame(each, one)) ? all.filter((each) => !isSame(each, one)) : [...all, one])
  }
  const clear = () => {
    chosen.value = undefined
    others.value = []
    letGoOfParts()
  }
  const zone = computed(() =>
    chosen.value?.kind === 'zone' ? doc.show?.zones.find((z) => z.id === chosen.value!.id) : undefined,
  )
  const walk = computed(() =>
    chosen.value?.kind === 'walk' ? doc.show?.walks.find((w) => w.id === chosen.value!.id) : undefined,
  )
  const cue = computed(() =>
    chosen.value?.kind === 'cue' ? doc.show?.cues.find((c) => c.id === chosen.value!.id) : undefined,
  )
  const atmosphere = computed(() =>
    chosen.value?.kind === 'atmosphere'
      ? doc.show?.atmospheres.find((each) => each.id === chosen.value!.id)
      : undefined,
  )
  const group = computed(() =>
    chosen.value?.kind === 'group' ? doc.show?.groups.find((each) => each.id === chosen.value!.id) : undefined,
  )
  /** The steps that are held: the open one, and those held with it. */
  const steps = computed((): string[] => (openStep.value === undefined ? [] : [openStep.value, ...moreSteps.value]))
  const step = computed(() => cue.value?.steps.find(({ id }) => id === openStep.value))
  const isThere = ({ kind, id }: Chosen): boolean =>
    isThing(kind)
      ? doc.show !== undefined && thingIn(doc.show, kind, id) !== undefined
      : !!(walk.value ?? cue.value ?? atmosphere.value ?? group.value)
  /** All things of the place that are chosen, with a group those that are in it. */
  const things = computed((): ThingRef[] => {
    if (group.value) return groupThings(group.value)
    const { kind, id } = chosen.value ?? {}
    return kind !== undefined && isThing(kind) ? [{ kind, id: id! }, ...others.value] : []
  })
  watch([() => doc.show, chosen], () => {
    if (!doc.show || !chosen.value) return
    if (!isThere(chosen.value)) chooseAll(others.value.filter(isThere))
    else if (!others.value.every(isThere)) others.value = others.value.filter(isThere)
  })
  return {
    chosen,
    others,
    things,
    point,
    points,
    choosePoints,
    togglePoint,
    openStep,
    steps,
    openOne,
    toggleStep,
    zone,
    walk,
    cue,
    cues,
    toggleCue,
    atmosphere,
    group,
    step,
    choose,
    chooseAll,
    toggle,
    clear,
  }
})
