import { expose, transfer } from 'comlink'
import { buffersOf, isPrepared, prepare, run, RunError, walksOf, type Run } from '../../core/engine'
import { luxOver } from '../../core/light'
import { applyPatch, type Operation, type Show } from '../../core/show'
import { scoreOf, type Score } from '../../core/score'
import { loudnessOf } from '../../core/sound'
import { runOfWalker } from '../../core/study'
import { plainRun, sameWays } from './plain-run'

export interface RunRequest {
  walks: string[]
  seed: number
  /** Edits since the last request that are there to stay. */
  done: Operation[][]
  /** What a drag in progress does on top of them. */
  draft?: Operation[]
  /** One of the study's varied walkers instead of the walks as they are drawn. */
  walker?: number
}
/**
 * `partial`: nothing has flown, because the physics is not here yet; ask again once it is prepared.
 * `sameWays`: bodies went as in the answer before, and the paths have been left out.
 */
export type RunAnswer =
  { run: Run; sameWays: boolean; score: Score; took: number; partial: boolean } | { problem: string }
/** Light is worked out at so many seconds' distance. */
export const LUX_EVERY = 0.25

let show: Show
let drafted: Show
let latest: Run | undefined
/** The paths that the page has. */
let sent: Run['paths'] | undefined
const envelopes = new Map<string, Float32Array>()
let walkedLast: string[] = []

/** So often a show is run to no avail while nothing is asked: then what a run goes through is compiled before a hand drags a dial. */
const PRACTICE = 40
let practised = 0
let practising = false

async function practise(): Promise<void> {
  if (practising) return
  practising = true
  for (; practised < PRACTICE && latest; practised++) {
    try {
      scoreOf(drafted, run(drafted, walksOf(drafted, walkedLast), { seed: practised, withoutFlights: true }))
    } catch (error) {
      // A loop that only this luck runs into is nothing to show.
      if (!(error instanceof RunError)) throw error
    }
    // What is asked meanwhile comes first.
    await new Promise((done) => setTimeout(done, 4))
  }
  practising = false
}

const worker = {
  open(document: Show): void {
    show = drafted = document
    sent = undefined
  },
  run({ walks, seed, done, draft, walker: varied }: RunRequest): RunAnswer {
    for (const patch of done) show = applyPatch(show, patch)
    drafted = draft ? applyPatch(show, draft) : show
    latest = undefined
    const partial = !isPrepared(drafted)
    const before = performance.now()
    try {
      const followed = walksOf(drafted, walks)
      walkedLast = walks
      latest =
        varied === undefined
          ? run(drafted, followed, { seed, withoutFlights: partial })
          : runOfWalker(drafted, walks, varied, partial)
      const score = scoreOf(drafted, latest)
      // The log goes over to the page without being copied; nothing here reads it after this.
      const same = sent !== undefined && sameWays(sent, latest.paths)
      sent = latest.paths
      const told = plainRun(drafted, same ? { ...latest, paths: [] } : latest)
      return transfer(
        { run: told, sameWays: same, score, took: performance.now() - before, partial },
        buffersOf(latest.log),
      )
    } catch (error) {
      if (error instanceof RunError) return { problem: error.message }
      throw error
    }
  },
  /** Loads what the show needs to be run whole. */
  prepare(): Promise<void> {
    return prepare(drafted)
  },
  addEnvelopes(made: [string, Float32Array][]): void {
    for (const [hash, envelope] of made) envelopes.set(hash, envelope)
  },
  /** Loudness every 0.1 s (LUFS) and light every 0.25 s (lux) of the latest run, for one of its players. */
  curves(player: number): { loudness: Float32Array; lux: Float32Array } | undefined {
    if (!latest) return undefined
    const curves = {
      loudness: loudnessOf(drafted, latest, player, envelopes),
      lux: luxOver(drafted, latest, player, LUX_EVERY),
    }
    void practise()
    return curves
  },
}
export type RunWorker = typeof worker
expose(worker)
