import { memoFor } from '../base'
import { GATES, KIND, run, walksOf, type Run } from '../engine'
import type { Population, Rule, Show, Walk } from '../show'
import { populationOf, walksOfWalker } from './population'
import { vary } from './vary'

/** One moment of a rule by one walker of the study. */
export interface Moment {
  walker: number
  t: number
  /** How long the cue would play if it fired then (s); undefined if it was held and none has played yet. */
  plays: number
  fired: boolean
}
/** The moments of every rule, by its name in the log, walker by walker in order of time. */
export type Evidence = Map<string, Moment[]>

const NOT_MEANT = GATES.indexOf('who')
const OFF = GATES.indexOf('off')

const variedFor = memoFor<Walk, Map<number, Walk>>()

/** The first of a study's walkers come back after each edit, and what is known of them is kept. Those of a large study come once. */
const COME_BACK = 500
export const comesOnce = (walker: number): boolean => walker > COME_BACK

/** A varied walker of a walk: the same object as long as walk, place, player and population are, so that its crossings need not be worked out again. */
function variedWalk(show: Show, walk: Walk, population: Population, walker: number): Walk {
  if (comesOnce(walker)) return vary(show, walk, population, seedOf(walker))
  const { floors, walls, props } = show.place
  const walks = variedFor(walk, [floors, walls, props, show.player, population], () => new Map())
  let varied = walks.get(walker)
  if (!varied) walks.set(walker, (varied = vary(show, walk, population, seedOf(walker))))
  return varied
}

const seedOf = (walker: number): number => walker * 7919 + 1

/** Who sets out in a study: of which population of the show, by its id, on the walks that are followed where it says no others. */
export interface SetOut {
  walks: readonly string[]
  population?: string
}
/** Whose run it is: walks as they are drawn, by a seed, or one of a study's walkers by the number. */
export interface Who extends SetOut {
  seed: number
  walker?: number
}
/** The varied walks that a walker of a study, by its number, follows. @throws RunError for a walk the show doesn't have */
export function varied(show: Show, { walks, population: id }: SetOut, walker: number): Walk[] {
  const population = populationOf(show, id)
  return walksOf(show, walksOfWalker(population, walks, walker)).map((walk) =>
    variedWalk(show, walk, population, walker),
  )
}

/** The run of one of the study's walkers, by its number. */
export const runOfWalker = (show: Show, setOut: SetOut, walker: number, withoutFlights = false): Run =>
  run(show, varied(show, setOut, walker), { seed: walker, withoutFlights })

/** Runs one varied walker of those who set out and adds its moments. `walker` is its number and its seed. */
export function observe(show: Show, setOut: SetOut, walker: number, into: Evidence): void {
  const result = run(show, varied(show, setOut, walker), {
    seed: walker,
    tally: true,
    once: comesOnce(walker),
  })
  const byPlaying = new Map<number, Moment>()
  const add = (rule: string, moment: Moment) => {
    const known = into.get(rule)
    if (known) known.push(moment)
    else into.set(rule, [moment])
  }
  const { count, t, kind, what, playing, value, legend } = result.log
  for (let i = 0; i < count; i++) {
    if (kind[i] === KIND.fire) {
      const moment = { walker, t: t[i], plays: result.length - t[i], fired: true }
      byPlaying.set(playing[i], moment)
      add(legend.rules[what[i]].rule, moment)
    } else if (kind[i] === KIND.held && value[i] !== NOT_MEANT && value[i] !== OFF)
      add(legend.rules[what[i]].rule, { walker, t: t[i], plays: 0, fired: false })
    else if (kind[i] === KIND.end) byPlaying.get(playing[i])!.plays = t[i] - byPlaying.get(playing[i])!.t
  }
}

/** A dot behind a dial: a gap that the setting lets through or stops. */
export interface Dot {
  gap: number
  t: number
  walker: number
  held: boolean
}

/** Gaps between a rule's successive moments by the same walker, and which of them a debounce stops. */
export function debounceDots(moments: readonly Moment[], debounce: number): Dot[] {
  const dots: Dot[] = []
  moments.forEach((moment, index) => {
    const before = moments[index - 1]
    if (!before || before.walker !== moment.walker) return
    const gap = moment.t - before.t
    dots.push({ gap, t: moment.t, walker: moment.walker, held: gap < debounce - 1e-9 })
  })
  return dots
}

/** Gaps from the last firing (or the end of its cue) to the next moment, with a debounce and a cooldown tried on the moments seen. */
export function cooldownDots(
  moments: readonly Moment[],
  rule: Pick<Rule, 'debounce' | 'limit'>,
  cooldown: { seconds: number; from: 'fire' | 'end' },
): Dot[] {
  const typical = median(moments.filter((m) => m.fired).map((m) => m.plays))
  const dots: Dot[] = []
  let walker = -1
  let last = -Infinity
  let rests = -Infinity
  for (const moment of moments) {
    if (moment.walker !== walker) {
      walker = moment.walker
      last = rests = -Infinity
    }
    const tooSoon = moment.t - last < rule.debounce - 1e-9
    last = moment.t
    if (tooSoon) continue
    const gap = moment.t - rests
    const held = gap < cooldown.seconds - 1e-9
    if (rests > -Infinity && gap >= 0) dots.push({ gap, t: moment.t, walker, held })
    if (!held) rests = moment.t + (cooldown.from === 'end' ? (moment.fired ? moment.plays : typical) : 0)
  }
  return dots
}

/** How many walkers get a rule more than once, of those that come back to it: none where it is limited to once. */
export function getMore(dots: readonly Dot[], { limit }: Pick<Rule, 'limit'>): number {
  if (limit?.times === 1) return 0
  return new Set(dots.filter(({ held }) => !held).map(({ walker }) => walker)).size
}

function median(values: number[]): number {
  const sorted = [...values].sort((a, b) => a - b)
  return sorted.length > 0 ? sorted[sorted.length >> 1] : 0
}
