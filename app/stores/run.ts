import { wrap } from 'comlink'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { eventsOf, type Run } from '../../core/engine'
import type { Lane, Score } from '../../core/score'
import type { Operation } from '../../core/show'
import type { RunWorker } from '../workers/run.worker'
import { useShow } from './show'

/** The current run, kept in step with the show by its worker. */
export const useRun = defineStore('run', () => {
  const document = useShow()
  const walks = ref<string[]>([])
  const seed = ref(7)
  /** The number of the varied walker that is followed instead of the walks as drawn. */
  const walker = ref<number>()
  const run = shallowRef<Run>()
  /** What happened in it, as the log has it. */
  const events = computed(() => (run.value ? eventsOf(run.value) : []))
  const score = shallowRef<Score>()
  /** The score as it was before the drag that is on. */
  const ghost = shallowRef<Score>()
  const problem = ref('')
  const took = ref(0)
  const loudness = shallowRef<Float32Array>()
  const lux = shallowRef<Float32Array>()
  /** Counts the runs that were drawn, so that others can wait for the next. */
  const version = ref(0)

  /** Which run the score shows, and since when (ms of the page's clock). */
  const drawn = { version: 0, at: 0 }

  const worker = wrap<RunWorker>(new Worker(new URL('../workers/run.worker.ts', import.meta.url), { type: 'module' }))
  let done: Operation[][] = []
  let draft: Operation[] | undefined
  let wanted = false
  let busy = false
  /** The paths of the latest run; the worker sends them only when they have changed. */
  let paths: Run['paths'] = []
  let opened: Promise<void> | undefined
  let curvesTimer: ReturnType<typeof setTimeout> | undefined
  let order: string[] = []

  document.onChange((change) => {
    if ('reset' in change) return void reopen()
    if ('done' in change) {
      done.push(change.done)
      draft = undefined
    } else draft = change.draft
    request()
  })

  function reopen(): void {
    done = []
    draft = undefined
    const { show } = document
    if (!show) return
    const known = walks.value.filter((id) => show.walks.some((walk) => walk.id === id))
    walks.value = known.length > 0 ? known : usualWalks()
    opened = worker.open(show).then(() => void (opened = undefined))
    request()
  }

  /** The walk that is played if none was chosen: the longest player's, and every creature with it. */
  function usualWalks(): string[] {
    const all = document.show!.walks
    const players = all.filter((walk) => walk.body.kind === 'player')
    const longest = players.reduce<(typeof all)[number] | undefined>(
      (best, walk) => (!best || walk.points.length > best.points.length ? walk : best),
      undefined,
    )
    return [
      ...(longest ? [longest.id] : []),
      ...all.filter((walk) => walk.body.kind === 'creature').map((walk) => walk.id),
    ]
  }

  function request(): void {
    wanted = true
    if (!busy) void compute()
  }

  async function compute(): Promise<void> {
    busy = true
    while (wanted) {
      wanted = false
      // Without a wait the worker begins before the page draws what else an edit has changed.
      if (opened) await opened
      const names = new Set(document.show?.walks.map((walk) => walk.id))
      const chosen = walks.value.filter((id) => names.has(id))
      if (chosen.length === 0) {
        run.value = score.value = undefined
        problem.value = 'Draw a walk or choose one: a run needs somebody who walks.'
        break
      }
      const edits = done
      done = []
      const dragged = draft !== undefined
      const answer = await worker.run({ walks: chosen, seed: seed.value, done: edits, draft, walker: walker.value })
      if ('problem' in answer) {
        problem.value = answer.problem
        continue
      }
      problem.value = ''
      if (answer.partial) void worker.prepare().then(request)
      if (dragged) ghost.value ??= score.value
      else ghost.value = undefined
      if (!answer.sameWays) paths = answer.run.paths
      run.value = { ...answer.run, paths }
      takeWays(run.value)
      score.value = dragged ? inOrder(answer.score) : answer.score
      if (!dragged) order = answer.score.lanes.map((lane) => lane.zone)
      took.value = answer.took
      version.value++
      clearTimeout(curvesTimer)
      curvesTimer = setTimeout(() => void computeCurves(), 40)
    }
    busy = false
  }

  /** Where the walks go: kept the same object as long as they go the same way, so that nothing is drawn again that has not moved. */
  const ways = shallowRef<{ walks: string[]; paths: Run['paths']; length: number }>()
  let waysKey = ''
  function takeWays({ walks: ids, paths, length }: Run): void {
    const key = JSON.stringify([
      ids,
      Math.round(length),
      paths.map((path) => path.map(({ t, own, moving, route }) => [t, own, moving, route.end])),
      ids.map((id) => document.show?.walks.find((walk) => walk.id === id)?.points),
    ])
    if (key === waysKey) return
    waysKey = key
    ways.value = { walks: ids, paths, length }
  }

  /** Lanes stay where they are while something is dragged. */
  function inOrder(score: Score): Score {
    const place = (lane: Lane) => (order.includes(lane.zone) ? order.indexOf(lane.zone) : order.length)
    return { ...score, lanes: [...score.lanes].sort((a, b) => place(a) - place(b)) }
  }

  const player = computed(() => {
    const isPlayer = (id: string) => document.show?.walks.find((walk) => walk.id === id)?.body.kind === 'player'
    return Math.max(0, run.value?.walks.findIndex(isPlayer) ?? 0)
  })

  async function computeCurves(): Promise<void> {
    if (busy) return
    const made = await worker.curves(player.value)
    if (!made) return
    loudness.value = made.loudness
    lux.value = made.lux
  }

  const fetched = new Set<string>()
  watch(
    () => document.show?.sounds,
    async (sounds) => {
      const hashes = [...new Set(sounds?.map((sound) => sound.asset))].filter((hash) => !fetched.has(hash))
      if (hashes.length === 0) return
      hashes.forEach((hash) => fetched.add(hash))
      const found = await $fetch<Record<string, string>>('/api/envelopes', { method: 'POST', body: { hashes } })
      const made = Object.entries(found).map(([hash, base64]): [string, Float32Array] => [
        hash,
        new Float32Array(Uint8Array.from(atob(base64), (c) => c.charCodeAt(0)).buffer),
      ])
      await worker.addEnvelopes(made)
      await computeCurves()
    },
    { immediate: true },
  )
  watch([walks, seed, walker], request)

  return { walks, seed, walker, run, events, ways, score, ghost, problem, took, loudness, lux, version, drawn, player }
})
