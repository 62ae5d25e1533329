import { rulesAt, type Show, type Step, type Zone } from '~~/core/show'

/** What a cue reaches. */
export type Sense = 'hear' | 'light' | 'picture' | 'hands' | 'world' | 'signals'

const SENSES: { [kind in Step['kind']]: Sense } = {
  sound: 'hear',
  bed: 'hear',
  scatter: 'hear',
  level: 'hear',
  light: 'light',
  drift: 'light',
  atmosphere: 'light',
  prompt: 'hands',
  camera: 'picture',
  fade: 'picture',
  freeze: 'hands',
  move: 'hands',
  prop: 'world',
  fling: 'world',
  burst: 'world',
  signal: 'signals',
  flag: 'signals',
  zone: 'signals',
  stop: 'signals',
}

/** The senses that a zone's cues reach, in the order of the lanes of a cue. */
export function sensesOf(show: Show, zone: Zone): Sense[] {
  const cues = new Set(
    rulesAt(show, zone)
      .filter((rule) => rule.enabled)
      .map((rule) => rule.cue),
  )
  const found = new Set(
    show.cues
      .filter((cue) => cues.has(cue.id))
      .flatMap((cue) => cue.steps.filter((step) => !step.muted).map((step) => SENSES[step.kind])),
  )
  return (['hear', 'light', 'picture', 'hands', 'world', 'signals'] as const).filter((sense) => found.has(sense))
}
