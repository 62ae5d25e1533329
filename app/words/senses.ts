import { memoFor } from '~~/core/base'
import { rulesAt, type Cue, type Show, type Zone } from '~~/core/show'
import { SENSES, wordsOf, type Sense } from './step-kinds'

/** The senses that a zone's cues reach, in the order of the lanes of a cue. */
export const sensesOf = (show: Show, zone: Zone): Sense[] =>
  sensesFor(zone, [show.cues, show.kits], () => reached(show, zone))
const sensesFor = memoFor<Zone, Sense[]>()

/** The cues that rules of a zone fire which aren't switched off. */
function cuesFiredAt(show: Show, zone: Zone): Cue[] {
  const fired = new Set(
    rulesAt(show, zone)
      .filter(({ enabled }) => enabled)
      .map(({ cue }) => cue),
  )
  return show.cues.filter(({ id }) => fired.has(id))
}

function reached(show: Show, zone: Zone): Sense[] {
  const found = new Set(
    cuesFiredAt(show, zone).flatMap((cue) =>
      cue.steps.filter((step) => !step.muted).map((step) => wordsOf(step.kind).sense),
    ),
  )
  return SENSES.filter((sense) => found.has(sense))
}

/** What a zone is to whoever meets it: somewhere one is startled, or one that only goes on as long as they stay. */
export type Bent = 'scare' | 'bed'
export const bentOf = (show: Show, zone: Zone): Bent | undefined =>
  bentFor(zone, [show.cues, show.kits], () => bent(show, zone))
const bentFor = memoFor<Zone, Bent | undefined>()

function bent(show: Show, zone: Zone): Bent | undefined {
  const cues = cuesFiredAt(show, zone)
  if (cues.some(({ scare }) => scare)) return 'scare'
  return cues.some(({ steps }) => steps.some((step) => step.kind === 'bed' && !step.muted)) ? 'bed' : undefined
}
