import type { Body } from '../ways'
import type { Playing, World } from './world'

/** The players that see, hear and suffer a step that begins now. */
export function audienceOf(world: World, playing: Playing): Body[] {
  const { rule, body } = playing
  const everyone = world.players
  if (rule.cue.cue.for === 'everyone') return everyone
  if (rule.cue.cue.for === 'whoever') return body?.player ? (body.itself ??= [body]) : everyone
  if (!rule.zone) return everyone
  const { index } = rule.zone
  return everyone.filter((walker) => walker.inside[index] === 1)
}

/** The same, by their places in the run; lists that are shared. */
export function heardBy(world: World, playing: Playing): number[] {
  const audience = audienceOf(world, playing)
  if (audience === world.players) return (world.everyone ??= audience.map((player) => player.index))
  if (audience.length === 1) return audience[0].alone
  return audience.map((player) => player.index)
}
