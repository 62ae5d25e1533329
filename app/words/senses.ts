import { memoFor } from '~~/core/base'
import { rulesAt, type Show, type Zone } from '~~/core/show'
import { SENSES, wordsOf, type Sense } from './step-kinds'

/** The senses that a zone's cues reach, in the order of the lanes of a cue. */
export const sensesOf = (show: Show, zone: Zone): Sense[] =>
  sensesFor(zone, [show.cues, show.kits], () => reached(show, zone))
const sensesFor = memoFor<Zone, Sense[]>()

function reached(show: Show, zone: Zone): Sense[] {
  const cues = new Set(
    rulesAt(show, zone)
      .filter((rule) => rule.enabled)
      .map((rule) => rule.cue),
  )
  const found = new Set(
    show.cues
      .filter((cue) => cues.has(cue.id))
      .flatMap((cue) => cue.steps.filter((step) => !step.muted).map((step) => wordsOf(step.kind).sense)),
  )
  return SENSES.filter((sense) => found.has(sense))
}

/** What a zone is to whoever meets it: somewhere one is startled, or one that only goes on as long as they stay. */
export type Bent = 'scare' | 'bed'
export const bentOf = (show: Show, zone: Zone): Bent | undefined =>
  bentFor(zone, [show.cues, show.kits], () => bent(show, zone))
const bentFor = memoFor<Zone, Bent | undefined>()

function bent(show: Show, zone: Zone): Bent | undefined {
  const fired = new Set(rulesAt(show, zone).filter(({ enabled }) => enabled).map(({ cue }) => cue)) // prettier-ignore
  const cues = show.cues.filter(({ id }) => fired.has(id))
  if (cues.some(({ scare }) => scare)) return 'scare'
  return cues.some(({ steps }) => steps.some((step) => step.kind === 'bed' && !step.muted)) ? 'bed' : undefined
}
