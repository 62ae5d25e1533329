import type { FieldsOf } from './channel-fields'
import type { Lock, Show, Spot } from '../../show'
import { cameraAt, type CameraClaim, type Pose } from './camera'
import { baseFields } from './channel-base'
import { existsOnce, perPlayer } from './channel-names'
import { opacityAt, type FadeClaim } from './fades'
import type { Value } from './ramps'
import { valueAt, type Segment } from './tracks'

/** A run's channels as plain data: what `channelAt` needs to tell any value at any time. */
export interface ChannelHistory {
  fields: { [channel: string]: { [field: string]: { colour: boolean; segments: Segment[] } } }
  fades: FadeClaim[][]
  cameras: CameraClaim[][]
  /** For each prop that turned: from when on about which spot of its own frame. */
  abouts: { [prop: string]: { t: number; about: Spot }[] }
  /** For each player the locks in force from a time on, and the share of their pace. */
  locks: { t: number; locks: Lock[]; pace: number }[][]
}

/** Fields at a time: those that some cue has touched as their history says, the others as they are before any has. */
export function fieldsAt(
  base: { [field: string]: Value },
  touched: ChannelHistory['fields'][string] | undefined,
  t: number,
): { [field: string]: Value } {
  const fields = { ...base }
  for (const name in touched) fields[name] = valueAt(touched[name].segments, touched[name].colour, t)
  return fields
}

/**
 * The fields of a channel at a time, after all events of that time.
 * `eyes` is where the player's own eyes are then.
 * @throws Error that names the channel, if the show has no such one
 */
export function channelAt<Channel extends string>(
  show: Show,
  history: ChannelHistory,
  channel: Channel,
  t: number,
  player: number,
  eyes: () => Pose,
): FieldsOf<Channel> {
  return found(show, history, channel, t, player, eyes) as FieldsOf<Channel>
}
function found(
  show: Show,
  history: ChannelHistory,
  channel: string,
  t: number,
  player: number,
  eyes: () => Pose,
): object {
  if (channel === 'controls') {
    const changes = history.locks[player] ?? []
    const { locks, pace } = changes.findLast((change) => change.t <= t) ?? { locks: [], pace: 1 }
    return { locks: [...locks].sort(), pace }
  }
  if (channel === 'picture') return opacityAt(history.fades[player] ?? [], t)
  if (channel === 'camera') return cameraAt(history.cameras[player] ?? [], t, eyes)
  const base = baseFields(show, channel)
  if (!base) throw new Error(`The show has no channel "${channel}"`)
  return fieldsAt(base, history.fields[existsOnce(channel) ? channel : perPlayer(channel, player)], t)
}
