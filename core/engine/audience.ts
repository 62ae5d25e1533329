import type { Playing, World } from './world'
import type { Walker } from './walker'

/** The players that see, hear and suffer a step that begins now. */
export function audienceOf(world: World, playing: Playing): Walker[] {
  const { rule, body } = playing
  const everyone = world.players
  if (rule.cue.cue.for === 'everyone') return everyone
  if (rule.cue.cue.for === 'whoever') return body?.player ? [body] : everyone
  if (!rule.zone) return everyone
  const { index } = rule.zone
  return everyone.filter((walker) => walker.inside[index] === 1)
}
