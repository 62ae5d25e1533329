import type { Show, Step, Zone } from '../../core/show'
import { rulesAt } from '../rules/target'
import type { Sense } from '../components/frame/SenseGlyph.vue'

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
  signal: 'knots',
  flag: 'knots',
  zone: 'knots',
  stop: 'knots',
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
  return (['hear', 'light', 'picture', 'hands', 'world', 'knots'] as const).filter((sense) => found.has(sense))
}
