import { transfer, wrap } from 'comlink'
import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { eventsOf, type Loop, type Run } from '~~/core/engine'
import { usualWalks, type FiredOtherwise, type Score } from '~~/core/score'
import type { Operation, Show } from '~~/core/show'
import type { SetOut, Who } from '~~/core/study'
import type { Sight } from '~/canvas/renderer'
import { compared } from './compared'
import { playerOf } from './plain-run'
import type { RunWorker } from './run.worker'
import { isSamePiece, piecesOf, type Piece } from './without'
import { probe } from '~/document/probe'
import { askServer } from '~/document/keeping/server'
import { useShow } from '~/document/show'
import { fetchEnvelopes } from '~/document/keeping/envelopes'
import { needed } from '~~/core/base'

/**
 * While a hand drags something its worker draws the score; the page hears of the run so often (ms), less often the longer that takes
 * (so many times as long), and when the hand rests for so long.
 */
const FOLLOWS = 150
const SHARE = 40
const RESTS = 80
/** Runs that take longer than this while a hand drags (ms) leave a pause after them, so many times what is over, so that it is not slowed down. */
const HEAVY = 40
const PAUSE = 3
/** A score that is older than the document by so much is dimmed (ms). */
const LATE = 250

/** The current run, kept in step with the show by its worker. */
export const useRun = defineStore('run', () => {
  const doc = useShow()
  const walks = ref<string[]>([])
  const seed = ref(7)
  /** The number of the varied walker that is followed instead of the walks as drawn. */
  const walker = ref<number>()
  /** The population of studies, by its id; anybody where it is none of the show's. */
  const population = useLocalStorage<string | undefined>('esvik:population', undefined)
  const setOut = computed((): SetOut => ({ walks: [...walks.value], population: population.value }))
  /** What the run is without for a moment; only here, and never kept. */
  const without = shallowRef<readonly Piece[]>([])
  /** Takes a piece out of the run, or lets it in again. */
  const toggleWithout = (piece: Piece) => {
    const others = without.value.filter((each) => !isSamePiece(each, piece))
    without.value = others.length < without.value.length ? others : [...others, piece]
  }
  const isWithout = (piece: Piece): boolean => without.value.some((each) => isSamePiece(each, piece))
  /** The seed whose run is outlined in the score beside this one, and in how many lanes it goes otherwise. */
  const beside = ref<number>()
  const otherwise = ref<number>()
  const run = shallowRef<Run>()
  /** The show that it is a run of. */
  const played = shallowRef<Show>()
  /** What happened in it, as the log has it. */
  const events = computed(() => (run.value ? eventsOf(run.value) : []))
  const score = shallowRef<Score>()
  /** What fires otherwise than in the version that it is compared with, if it is. */
  const firedOtherwise = shallowRef<readonly FiredOtherwise[]>()
  const problem = ref('')
  /** What the run goes round in, if it has no end. */
  const loop = shallowRef<Loop>()
  /** How far the run has come that is being worked out, if that takes so long that the score is of an older document (s of the run). */
  const waitsAt = ref<number>()
  const loudness = shallowRef<Float32Array>()
  const lux = shallowRef<Float32Array>()
  /** How many runs have been on the canvas of the score, and since when the last has (ms of the page's clock). */
  const drawn = { version: 0, at: 0 }

  const worker = wrap<RunWorker>(new Worker(new URL('./run.worker.ts', import.meta.url), { type: 'module' }))
  let done: Operation[][] = []
  let draft: Operation[] | undefined
  let wanted = false
  let busy = false
  /** The paths of the latest run; the worker sends them only when they have changed. */
  let paths: Run['paths'] = []
  let opened: Promise<void> | undefined
  let asksNoMore = false
  /** Somebody edits: what is thrown may fly otherwise soon, and the server may be away by then. */
  let edits = false
  let finding: Promise<void> | undefined
  let restTimer: ReturnType<typeof setTimeout> | undefined
  /** When the page may hear of the run again while a hand drags. */
  let hearsFrom = 0

  doc.onChange((change) => {
    if ('reset' in change) return void reopen()
    if ('done' in change) {
      edits = true
      done.push(change.done)
      draft = undefined
    } else draft = change.draft
    request()
  })

  function reopen(): void {
    done = []
    draft = undefined
    asksNoMore = edits = false
    without.value = []
    const { show } = doc
    if (!show) return
    const known = walks.value.filter((id) => show.walks.some((walk) => walk.id === id))
    walks.value = known.length > 0 ? known : usualWalks(show)
    opened = worker.open(show).then(() => void (opened = undefined))
    request()
  }

  /** Says that the score is older than the document once it has been for a moment, how far the new one is, and lets newer ones come first. */
  function watchRun(): () => void {
    const began = performance.now()
    let over = false
    const timer = setInterval(() => {
      if (performance.now() - began < LATE) return
      waitsAt.value ??= 0
      if (wanted) void worker.stop('for newer')
      void worker.cameTo().then((t) => over || (waitsAt.value = t))
    }, LATE / 2)
    return () => {
      over = true
      clearInterval(timer)
      waitsAt.value = undefined
    }
  }
  const stop = () => void worker.stop('by hand')

  function request(): void {
    wanted = true
    // All else can wait while somebody waits for the score.
    clearTimeout(restTimer)
    if (!busy) void compute()
  }

  async function compute(): Promise<void> {
    busy = true
    while (wanted) {
      wanted = false
      // Without a wait the worker begins before the page draws what else an edit has changed.
      if (opened) await opened
      const names = new Set(doc.show?.walks.map((walk) => walk.id))
      // The first walk that there is is followed.
      if (doc.show && names.size > 0 && !walks.value.some((id) => names.has(id))) walks.value = usualWalks(doc.show)
      const chosen = walks.value.filter((id) => names.has(id))
      if (chosen.length === 0) {
        run.value = score.value = undefined
        void worker.clear()
        loop.value = undefined
        problem.value = 'Draw a walk or choose one: a run needs somebody who walks.'
        break
      }
      const edits = done
      done = []
      const dragged = draft !== undefined
      const pieces = without.value.length > 0 && doc.show ? piecesOf(doc.show, without.value) : undefined
      const asked = {
        walks: chosen,
        seed: seed.value,
        done: edits,
        draft,
        without: pieces,
        walker: walker.value,
        population: population.value,
      }
      const unwatch = watchRun()
      const began = performance.now()
      const answer = await worker.run(asked).finally(unwatch)
      const took = performance.now() - began
      if ('newer' in answer) continue
      problem.value = answer.problem ?? ''
      loop.value = 'loop' in answer ? answer.loop : undefined
      if (!('drawn' in answer)) continue
      if (answer.partial)
        finding ??= findFlights()
          .then(request)
          .finally(() => (finding = undefined))
      drawn.version++
      drawn.at = answer.drawn - performance.timeOrigin
      if (!dragged || performance.now() > hearsFrom) await hear()
      if (dragged && took > HEAVY) await new Promise((done) => setTimeout(done, Math.min(PAUSE * (took - HEAVY), LATE)))
      restTimer = setTimeout(() => void rest(), RESTS)
    }
    busy = false
  }

  /**
   * What flies is at first asked of the server, so that opening a show doesn't wait for the physics, which is large;
   * it comes once something is thrown that the server wasn't asked for.
   */
  async function findFlights(): Promise<void> {
    const { id, revision } = doc
    const first = !asksNoMore && walker.value === undefined && doc.unsent === 0
    asksNoMore = true
    if (!first) return worker.prepare()
    const query = { revision, seed: seed.value, walk: walks.value }
    const bytes = await askServer<ArrayBuffer>(`/api/shows/${id}/flights`, {
      query,
      responseType: 'arrayBuffer',
    }).catch(() => undefined)
    // What has been edited meanwhile may fly otherwise.
    if (!bytes || doc.id !== id || doc.revision !== revision || doc.unsent > 0) return worker.prepare()
    await worker.learn(new Float64Array(bytes))
  }

  /** Takes over what the worker has run last. */
  async function hear(): Promise<void> {
    const asked = performance.now()
    const published = await worker.publish()
    if (!published) return
    const now = performance.now()
    hearsFrom = now + Math.max(FOLLOWS, SHARE * (now - asked))
    if (!published.sameWays) paths = published.run.paths
    run.value = { ...published.run, paths }
    played.value = earlier.value?.show ?? doc.show
    firedOtherwise.value = published.otherwise
    takeWays(run.value)
    score.value = published.score
  }
  /** What nobody waits for: it is done when nothing has been asked for a moment. */
  async function rest(): Promise<void> {
    if (busy) return
    await hear()
    await computeCurves()
    await outline()
    void hearHowLoud()
    if (edits) void worker.prepare()
  }

  /** Where the walks go: kept the same object as long as they go the same way, so that nothing is drawn again that has not moved. */
  const ways = shallowRef<{ walks: string[]; paths: Run['paths']; length: number }>()
  let waysKey = ''
  function takeWays({ walks: ids, paths, length }: Run): void {
    const key = JSON.stringify([
      ids,
      Math.round(length),
      paths.map((path) => path.map(({ t, own, moving, route }) => [t, own, moving, route.over, route.origin?.pace])),
      ids.map((id) => doc.show?.walks.find((walk) => walk.id === id)?.points),
    ])
    if (key === waysKey) return
    waysKey = key
    ways.value = { walks: ids, paths, length }
  }

  const player = computed(() => (run.value ? playerOf(run.value) : 0))

  async function computeCurves(): Promise<void> {
    if (busy) return
    const made = await worker.curves()
    if (!made) return
    loudness.value = made.loudness
    lux.value = made.lux
  }

  async function outline(): Promise<void> {
    if (!busy) otherwise.value = await worker.outline()
  }
  watch(beside, async (seed) => {
    await worker.setBeside(seed)
    await outline()
  })
  /** What makes how loud it is at a time of the run. */
  const sharesAt = (t: number) => worker.sharesAt(t)

  /** The most flashes within a second of the run. */
  const flashes = () => worker.flashes()

  const fetched = new Set<string>()
  /** What is known of how loud the sounds are that are heard in the run: fetched as they are first heard. */
  async function hearHowLoud(): Promise<void> {
    const assets = new Map(played.value?.sounds.map(({ id, asset }) => [id, asset]))
    const heard = new Set(run.value?.audible.map(({ sound }) => needed(assets.get(sound), `assets`)))
    const hashes = [...heard].filter((hash) => !fetched.has(hash))
    if (hashes.length === 0) return
    hashes.forEach((hash) => fetched.add(hash))
    const found = await fetchEnvelopes(hashes).catch(() => undefined)
    if (!found) return hashes.forEach((hash) => fetched.delete(hash))
    await worker.addEnvelopes([...found])
    await computeCurves()
  }
  watch([walks, seed, walker, without], request)
  watch(population, () => walker.value !== undefined && request())
  /** Whose run it is. */
  const who = computed((): Who => ({ ...setOut.value, seed: seed.value, ...(walker.value !== undefined && { walker: walker.value }) })) // prettier-ignore
  function follow({ walks: ids, seed: by, walker: number, population: id }: Who): void {
    walks.value = [...ids]
    seed.value = by
    walker.value = number
    population.value = id
  }
  /** The later of two versions that are compared, where that isn't the show as it is now. */
  const earlier = computed(() => (compared.value && !compared.value.isNow ? compared.value.after : undefined))
  watch(
    () => ({ before: compared.value?.before, after: earlier.value }),
    ({ before, after }, was) => {
      if (before === was.before && after === was.after) return
      void worker.compare(before, after).then(request)
    },
  )

  /** Gives the canvas of the score to the worker, which draws on it from now on. */
  const mount = (canvas: HTMLCanvasElement) => {
    const offscreen = canvas.transferControlToOffscreen()
    void worker.mount(transfer(offscreen, [offscreen]))
  }
  const look = (sight: Sight) => void worker.look(sight)

  probe({ drawn: () => drawn })
  return {
    walks,
    seed,
    walker,
    population,
    setOut,
    without,
    toggleWithout,
    isWithout,
    beside,
    otherwise,
    run,
    played,
    events,
    ways,
    score,
    firedOtherwise,
    who,
    follow,
    problem,
    loop,
    waitsAt,
    stop,
    earlier,
    loudness,
    lux,
    sharesAt,
    flashes,
    player,
    mount,
    look,
  }
})
