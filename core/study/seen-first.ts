import { memo } from '../base'
import { eventsOf } from '../engine'
import { LONGEST_LOOK, nearestOf, sightOver, targetsOf, type Target, type Unseen } from '../seen'
import { cueAt, type Show } from '../show'
import { runOfWalker, type SetOut } from './evidence'

/** What a walker saw of what a cue touches, as it played first for them. */
export interface SeenFirst {
  /** Its cue, by its place in the show. */
  cue: number
  walker: number
  /** When it began (s of the run). */
  t: number
  /** Why none of these things was ever in view, of the one that came nearest to it; nothing where one was. */
  unseen?: Unseen
}
/** Looked at so often a second: of many walkers no finer count is needed. */
const RATE = 4

const cuesByTargets = memo((show: Show) => new Map(show.cues.map(({ id, steps }, index) => [id, { index, targets: targetsOf(steps) }]))) // prettier-ignore

/**
 * What a walker of those who set out saw of each cue as it played first for them, of cues that touch what can be looked at. The show must
 * have been prepared. @throws RunError where the run has no end
 */
export function seenFirsts(show: Show, setOut: SetOut, walker: number): SeenFirst[] {
  const played = runOfWalker(show, setOut, walker)
  const known = cuesByTargets(show)
  const firsts = new Map<number, { cue: number; targets: Target[]; player: number; from: number; to: number }>()
  const met = new Set<string>()
  for (const event of eventsOf(played)) {
    if (event.kind === 'fire' && !met.has(event.cue)) {
      met.add(event.cue)
      const cue = known.get(event.cue)
      const zone = show.zones.find(({ id }) => id === event.zone)
      const own = zone && cueAt(show, event.cue, zone)
      const targets = own ? targetsOf(own.steps) : cue?.targets
      if (!cue || !targets || targets.length === 0) continue
      const player = Math.max(0, played.walks.indexOf(event.player ?? ''))
      firsts.set(event.playing, { cue: cue.index, targets, player, from: event.t, to: played.length })
    } else if (event.kind === 'start' || event.kind === 'end') {
      const first = firsts.get(event.playing)
      if (first && event.kind === 'start') first.from = event.t
      else if (first) first.to = event.t
    }
  }
  return [...firsts.values()].map(({ cue, targets, player, from, to }) => {
    const until = Math.max(from + 1 / RATE, Math.min(to, from + LONGEST_LOOK))
    const reasons: Unseen[] = []
    for (const target of targets) {
      const { unseen } = sightOver(show, played, player, target, from, until, RATE)
      if (!unseen) return { cue, walker, t: from }
      reasons.push(unseen)
    }
    return { cue, walker, t: from, unseen: nearestOf(reasons) }
  })
}

/** Of how many that met a cue somebody saw it, and why the others didn’t, the most frequent reason first with a walker of each. */
export interface SeenTally {
  seen: number
  of: number
  unseen: { why: Unseen; count: number; walker: number; t: number }[]
}
/** What a cue, by its place in the show, comes to. */
export function seenTally(all: readonly SeenFirst[], cue: number): SeenTally {
  const those = all.filter((each) => each.cue === cue)
  const reasons = new Map<Unseen, SeenTally['unseen'][number]>()
  for (const { unseen, walker, t } of those) {
    if (!unseen) continue
    const known = reasons.get(unseen)
    if (known) known.count++
    else reasons.set(unseen, { why: unseen, count: 1, walker, t })
  }
  return {
    seen: those.filter(({ unseen }) => !unseen).length,
    of: those.length,
    unseen: [...reasons.values()].sort((a, b) => b.count - a.count),
  }
}
