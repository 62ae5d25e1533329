import { expose, transfer } from 'comlink'
import {
  beginRun,
  BrokenRun,
  buffersOf,
  firstEvents,
  isPrepared,
  learnFlights,
  prepare,
  RunError,
  timeAway,
  walksOf,
  type Loop,
  type Run,
  type RunUnderWay,
} from '~~/core/engine'
import { flashesOf, luxOver, type Flashes } from '~~/core/light'
import { applyPatch, withoutPieces, type Operation, type Pieces, type Show } from '~~/core/show'
import { firedOtherwise, scoreOf, withGone, type FiredOtherwise, type Lane, type Score } from '~~/core/score'
import { loudnessOf, loudnessShares, type Envelopes, type LoudnessShare } from '~~/core/sound'
import { varied, type Who } from '~~/core/study'
import { createRenderer } from '~/canvas/renderer'
import { loadFonts } from '~/canvas/fonts'
import { differs } from '~/canvas/paint-lane'
import type { Content } from '~/canvas/scene'
import { areSameWays, plainRun, playerOf } from './plain-run'
import { needed } from '~~/core/base'

export interface RunRequest extends Who {
  /** Edits since the last request that are there to stay. */
  done: Operation[][]
  /** What a drag in progress does on top of them. */
  draft?: Operation[]
  /** What the run is without, for a moment. */
  without?: Pieces
}
/**
 * `drawn`: when the score was on its canvas (ms since 1970, as exact as the clock is).
 * `partial`: something was thrown and has not flown, because neither its flight is known here nor the physics is; ask again once one is.
 * `problem`: the run has no end, or was stopped; what there is of it is drawn. Without `drawn` nothing is. `loop`: what it is caught in.
 */
export type RunAnswer =
  { drawn: number; partial: boolean; problem?: string; loop?: Loop } | { problem: string } | { newer: true }
/** What the page gets of a run. `sameWays`: bodies went as in the run before, and the paths have been left out. */
export interface Published {
  run: Run
  sameWays: boolean
  score: Score
  /** What fires otherwise than in the version that it is compared with. */
  otherwise?: FiredOtherwise[]
}
/** A version that is compared: whose run of it, where that is not whoever is followed. */
export interface Version {
  show: Show
  who?: Who
}
/** A run is worked on for so long before other requests come through (ms), so much of it at a time (s). */
const SLICE = 30
const STRETCH = 5
const breathe = () => new Promise<void>((done) => setTimeout(done, 0))

/** Of a run without end so many events are shown: more would only be waited for. */
const MOST_SHOWN = 20_000
function shortened(run: Run): Run {
  const log = firstEvents(run.log, MOST_SHOWN)
  const length = log.t[log.count - 1]!
  return { ...run, log, length, audible: run.audible.filter(({ t }) => t <= length) }
}

/** Light is worked out at so many seconds' distance. */
const LUX_EVERY = 0.25

let show: Show
let drafted: Show
/** What the latest run is of. */
let played: Show
let latest: Run | undefined
/** The run that is being worked out: how far it has come, and whether it is to end. */
let under: { stopped: 'by hand' | 'for newer' | undefined; t: number } = { stopped: undefined, t: 0 }
/** Whether the page has the latest run. */
let isPublished = false
/** The paths that the page has. */
let sent: Run['paths'] | undefined
const envelopes = new Map<string, Envelopes>()

const renderer = createRenderer()
void loadFonts().then(renderer.draw)
const NOTHING: Content = {
  score: { lanes: [], noZone: undefined, signals: [], locks: [] },
  ghost: undefined,
  loudness: undefined,
  lux: undefined,
  luxEvery: LUX_EVERY,
  fades: [],
  cuts: [],
}
let content = NOTHING
/** The score of the show without the drag that is on. */
let settled: Score | undefined
/** An earlier version that the score is compared with, and what became of it when it was run as `key` says; `later`: run in place of the show. */
let earlier: (Version & { later?: Version; key: string; score?: Score }) | undefined
/** The same walks by another luck, outlined in the score; worked out when nobody waits, of the show and the walks that `of` and `key` say. */
let beside: { seed: number; of?: Show; key?: string; score?: Score } | undefined
/** How the latest run was asked for. */
let asked: Who | undefined

/** The score of the earlier version, run as the show is run now; none where that can't be. */
function earlierScore(): Score | undefined {
  if (!earlier || !asked) return undefined
  const key = JSON.stringify(asked)
  if (earlier.key === key) return earlier.score
  earlier.key = key
  earlier.score = scoreBy(earlier.show, walkingIn(earlier.show, earlier.who ?? asked))
  return earlier.score
}
/** Whoever is followed, on those of the walks that a version has. */
const walkingIn = ({ walks }: Show, who: Who): Who => ({
  ...who,
  walks: who.walks.filter((id) => walks.some((walk) => walk.id === id)),
})

/** The score by the other seed; none of a varied walker, whose luck is their number. */
function scoreBeside(): Score | undefined {
  if (!beside || !asked || asked.walker !== undefined) return undefined
  const { walks } = asked
  const key = walks.join()
  if (beside.of === played && beside.key === key) return beside.score
  const { seed } = beside
  beside = { seed, of: played, key }
  beside.score = scoreBy(played, { walks, seed })
  return beside.score
}

/** The score of a show by itself; none where it can't be run. */
function scoreBy(of: Show, { walks, seed, walker, population }: Who): Score | undefined {
  if (walks.length === 0 || !isPrepared(of)) return undefined
  try {
    const followed = walker === undefined ? walksOf(of, walks) : varied(of, { walks, population }, walker)
    const under = beginRun(of, followed, { seed: walker ?? seed })
    under.goOn(Infinity)
    return scoreOf(of, under.end())
  } catch (error) {
    if (!(error instanceof RunError)) throw error
    return undefined
  }
}

function draw(now: Partial<Content>): void {
  content = { ...content, ...now }
  renderer.show(content)
}

/** A score as it is seen during a drag: its lanes stay where they were. */
function inOrder(score: Score, { lanes: before }: Score): Score {
  const places = new Map(before.map((lane, index) => [lane.zone, index]))
  const place = (lane: Lane) => places.get(lane.zone) ?? before.length
  return { ...score, lanes: [...score.lanes].sort((a, b) => place(a) - place(b)) }
}

const fadesOf = (run: Run): Content['fades'] =>
  run.channels.fades[playerOf(run)]!.map((fade) => ({
    from: fade.t,
    to: (fade.cut ?? fade.t + fade.in + fade.stay) + fade.out,
  }))

const cutsOf = (run: Run): Content['cuts'] => run.channels.cameras[playerOf(run)]!.map(timeAway)

const worker = {
  open(document: Show): void {
    show = drafted = played = document
    sent = settled = earlier = undefined
    draw(NOTHING)
  },
  /** The canvas that the score is drawn on from now on. */
  mount: renderer.mount,
  look: renderer.look,
  /** From the next run on the score shows beside each lane how an earlier version was run; none ends it. `later` is run in place of the show. */
  async compare(before: Version | undefined, later: Version | undefined): Promise<void> {
    for (const version of [before, later]) if (version) await prepare(version.show)
    earlier = before && { ...before, later, key: '' }
  },
  /** From now on the score has the run by another seed outlined; none ends it. Drawn by `outline`. */
  setBeside(seed: number | undefined): void {
    beside = seed === undefined ? undefined : { seed }
  },
  /** Outlines the run by the other seed; gives in how many lanes it goes otherwise, undefined if nothing is outlined or it can’t be run. */
  async outline(): Promise<number | undefined> {
    if (earlier) return undefined
    if (beside) await prepare(played)
    const ghost = scoreBeside()
    draw({ ghost })
    if (!ghost) return undefined
    const others = new Map(ghost.lanes.map((lane) => [lane.zone, lane]))
    return content.score.lanes.filter((lane) => differs(needed(others.get(lane.zone), `others`), lane)).length
  },
  /** Nobody walks: there is nothing to be seen. */
  clear(): void {
    latest = undefined
    draw(NOTHING)
  },
  /** Runs the show and draws the score of it; `tell` gives both. */
  async run({ done, draft, without, ...followed }: RunRequest): Promise<RunAnswer> {
    for (const patch of done) show = applyPatch(show, patch)
    drafted = draft ? applyPatch(show, draft) : show
    const later = earlier?.later
    played = later?.show ?? (without ? withoutPieces(drafted, without) : drafted)
    const hasAll = isPrepared(played)
    const who = later ? walkingIn(played, later.who ?? followed) : followed
    const { walks, seed, walker, population } = who
    if (walks.length === 0) return { problem: 'None of these walks was there in that version.' }
    let problem: string | undefined
    let loop: Loop | undefined
    let made: Run
    let stretches: RunUnderWay | undefined
    under = { stopped: undefined, t: 0 }
    const mine = under
    try {
      const followed = walker === undefined ? walksOf(played, walks) : varied(played, { walks, population }, walker)
      const options = { seed: walker ?? seed, knownFlights: !hasAll }
      stretches = beginRun(played, followed, options)
      let since = performance.now()
      for (let until = STRETCH; stretches.goOn(until); until += STRETCH) {
        mine.t = until
        if (performance.now() - since < SLICE) continue
        await breathe()
        if (mine.stopped) break
        since = performance.now()
      }
      if (mine.stopped === 'for newer') return { newer: true }
      made = mine.stopped ? stretches.soFar() : stretches.end()
      if (mine.stopped) problem = 'Stopped here. What is drawn is the run up to this time; any change runs it anew.'
    } catch (error) {
      if (!(error instanceof RunError)) throw error
      if (!(error instanceof BrokenRun)) return { problem: error.message }
      problem = error.message
      loop = error.loop
      made = error.run
    }
    if (problem !== undefined && made.log.count > MOST_SHOWN) {
      made = shortened(made)
      problem += ` The first ${MOST_SHOWN.toLocaleString('en')} events are shown.`
    }
    const partial = stretches?.lacksFlights() ?? false
    latest = made
    asked = followed
    const before = earlierScore()
    const found = withGone(scoreOf(played, made), before)
    const ghost = draft ? settled : (before ?? beside?.score)
    const score = draft && settled ? inOrder(found, settled) : found
    if (!draft) settled = score
    draw({ score, ghost, fades: fadesOf(made), cuts: cutsOf(made) })
    isPublished = false
    return { drawn: performance.timeOrigin + performance.now(), partial, problem, loop }
  },
  /** How far the run under way has come (s of the run). */
  cameTo: (): number => under.t,
  /** Ends the run under way: somebody doesn't want to wait, or a newer one is asked for. */
  stop(why: 'by hand' | 'for newer'): void {
    under.stopped = why
  },
  /** The latest run and its score, once: the log goes over to the page without being copied, and nothing here reads it after this. */
  publish(): Published | undefined {
    if (!latest || isPublished) return undefined
    isPublished = true
    const sameWays = sent !== undefined && areSameWays(sent, latest.paths)
    sent = latest.paths
    const plain = plainRun(played, sameWays ? { ...latest, paths: [] } : latest)
    const { score } = content
    const otherwise = earlier?.score && firedOtherwise(earlier.score, score)
    return transfer({ run: plain, sameWays, score, ...(otherwise && { otherwise }) }, buffersOf(latest.log))
  },
  /** Takes up how things fly in the show, as the server has worked it out. */
  learn(flights: Float64Array): void {
    learnFlights(show, flights)
  },
  /** Loads what the show needs to be run whole. */
  prepare(): Promise<void> {
    return prepare(played)
  },
  addEnvelopes(made: [string, Envelopes][]): void {
    for (const [hash, envelope] of made) envelopes.set(hash, envelope)
  },
  /** Loudness every 0.1 s (LUFS) and light every 0.25 s (lux) of the latest run, for the player that is followed. */
  curves(): { loudness: Float32Array; lux: Float32Array } | undefined {
    if (!latest) return undefined
    const player = playerOf(latest)
    const curves = {
      loudness: loudnessOf(played, latest, player, envelopes),
      lux: luxOver(played, latest, player, LUX_EVERY),
    }
    draw(curves)
    return curves
  },
  /** The most flashes within a second of the latest run, for the player that is followed. */
  flashes(): Flashes | undefined {
    return latest && flashesOf(played, latest, playerOf(latest))
  },
  /** What makes the loudness that the curve has at a time of the latest run, for the player that is followed. */
  sharesAt(t: number): LoudnessShare[] {
    return latest ? loudnessShares(played, latest, playerOf(latest), envelopes, t) : []
  },
}
export type RunWorker = typeof worker
expose(worker)
