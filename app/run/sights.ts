import type { Run } from '~~/core/engine'
import type { Target } from '~~/core/seen'
import { cueAt, type Show, type Step } from '~~/core/show'
import { nameOfThing, type ThingRef } from '~/document/things'
import { sightWords } from '~/words/seen-words'

/** What fired: of which cue and zone, or only one of its steps, for whom, from when to when. */
export interface Shown {
  cue: string
  zone: string
  step?: string
  player: string | undefined
  from: number
  to: number
}
const refOf = (target: Target): ThingRef =>
  'prop' in target
    ? { kind: 'prop', id: target.prop }
    : 'light' in target
      ? { kind: 'light', id: target.light }
      : { kind: 'mark', id: target.mark }

/** What of the things that a cue touches whoever set it off saw, a sentence each. It is fetched when it is first asked for. */
export async function sightsOf(show: Show, run: Run, shown: Shown): Promise<string[]> {
  const { LONGEST_LOOK, sightOver, targetsOf } = await import('~~/core/seen')
  const zone = show.zones.find(({ id }) => id === shown.zone)
  const cue = (zone && cueAt(show, shown.cue, zone)) ?? show.cues.find(({ id }) => id === shown.cue)
  const steps: readonly Step[] = cue?.steps.filter(({ id }) => shown.step === undefined || id === shown.step) ?? [] // prettier-ignore
  const player = Math.max(0, run.walks.indexOf(shown.player ?? ''))
  const to = Math.max(shown.from + 0.05, Math.min(shown.to, shown.from + LONGEST_LOOK, run.length))
  return targetsOf(steps).map((target) =>
    sightWords(nameOfThing(show, refOf(target)), sightOver(show, run, player, target, shown.from, to)),
  )
}
