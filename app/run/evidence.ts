import { proxy, wrap } from 'comlink'
import { defineStore } from 'pinia'
import { ref, shallowRef, watch } from 'vue'
import type { Operation } from '~~/core/show'
import type { Moment, SetOut } from '~~/core/study'
import type { EvidenceWorker } from './evidence.worker'
import { probe } from '~/document/probe'
import { useRun } from './current-run'
import { useShow } from '~/document/show'
import { needed } from '~~/core/base'

/** So many varied walkers stand behind a dial. */
export const WALKERS = 100
/** An edit is counted once there is no other for so long (ms). */
const SOON = 10

/** Whether a drag is of something that a dial shows; what moves a thing of the place is counted when it is let go. */
const isOfRules = (patch: readonly Operation[]): boolean =>
  patch.some(({ op, path }) => op !== 'test' && /\/(rules|overrides|kits|cues|flags|populations)\//.test(path))

const isEqual = (a: readonly Operation[], b: readonly Operation[] | undefined): boolean =>
  b !== undefined && JSON.stringify(a) === JSON.stringify(b)

const asBefore = (before: Moment[] | undefined, now: Moment[]): Moment[] =>
  before?.length === now.length &&
  now.every(({ walker, t, fired, plays }, i) => {
    const was = before[i]!
    return walker === was.walker && t === was.t && fired === was.fired && plays === was.plays
  })
    ? before
    : now

/** What varied walkers meet at the rules whose dials are shown: while one is dragged with what it would be, and again after each edit. */
export const useEvidence = defineStore('evidence', () => {
  const doc = useShow()
  const runs = useRun()
  const moments = shallowRef(new Map<string, Moment[]>())
  const done = ref(0)
  let worker: ReturnType<typeof wrap<EvidenceWorker>> | undefined
  let timer: ReturnType<typeof setTimeout> | undefined
  /** Edits that the worker has not heard of; undefined when it must be given the whole show. */
  let edits: Operation[][] | undefined
  /** What the drag that is on would do. */
  let draft: Operation[] | undefined
  /** The study that goes after the hand, while it does, and the draft it came to last, with the walks. */
  let following: Promise<void> | undefined
  let followed: { draft: Operation[]; setOut: SetOut } | undefined
  /** The draft that was let go of just now, and the one that became an edit as it was, until something else changes. */
  let released: Operation[] | undefined
  let landed: Operation[] | undefined
  /** The rules whose dials are on the desk. */
  const shown = new Set<string>()
  doc.onChange((change) => {
    landed = 'done' in change && isEqual(change.done, released) ? released : undefined
    released = 'draft' in change && !change.draft ? draft : undefined
    draft = 'draft' in change ? change.draft : undefined
    if ('reset' in change) edits = undefined
    else if ('done' in change) edits?.push(change.done)
    if (draft && !following && shown.size > 0 && isOfRules(draft))
      following = followHand().finally(() => (following = undefined))
  })

  /** How often a study has come to its end, after an edit and for a drag. */
  const ended = { settled: 0, followed: 0 }
  probe({ settled: () => ended.settled, followed: () => ended.followed })

  /** What the walkers meet at the rules that are shown, as the show is or with a draft; false if a newer question came meanwhile. */
  async function ask(progress: (n: number) => void, tried?: Operation[]): Promise<boolean> {
    const since = edits ?? []
    edits = []
    const found = await needed(worker, 'worker').study(
      since,
      runs.setOut,
      WALKERS,
      proxy(progress),
      new Set(shown),
      tried,
    )
    // What somebody meets as before stays the same object, and is not drawn again.
    if (found) moments.value = new Map(found.map(([rule, met]) => [rule, asBefore(moments.value.get(rule), met)]))
    return found !== undefined
  }

  async function study(): Promise<void> {
    const { show, dragging } = doc
    if (!show || dragging || runs.walks.length === 0 || shown.size === 0) return
    worker ??= wrap<EvidenceWorker>(new Worker(new URL('./evidence.worker.ts', import.meta.url), { type: 'module' }))
    if (!edits) {
      edits = []
      await worker.open(show)
    }
    await following
    const isKnown = landed !== undefined && followed?.draft === landed && followed.setOut === runs.setOut
    if (!isKnown) done.value = 0
    if (isKnown || (await ask((n) => void (done.value = n)))) ended.settled++
  }

  /** Goes after the hand, one study at a time, each with where the hand is then. */
  async function followHand(): Promise<void> {
    for (let tried; draft && draft !== tried && worker && edits;) {
      tried = draft
      const { setOut } = runs
      if (!(await ask(() => {}, tried))) continue
      followed = { draft: tried, setOut }
      ended.followed++
    }
  }

  function soon(): void {
    clearTimeout(timer)
    timer = setTimeout(() => void study(), SOON)
  }
  watch([() => doc.show, () => runs.setOut, () => doc.dragging], soon)

  /** Counts for a rule too, from when its dials are shown until what is given back is called. */
  function show(rule: string): () => void {
    shown.add(rule)
    landed = undefined
    soon()
    return () => shown.delete(rule)
  }
  return { moments, done, show }
})
