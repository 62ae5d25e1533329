import type { Show } from '../../show'
import type { ChannelHistory } from './channel-at'
import { baseFields } from './channel-base'
import { existsOnce, perPlayer } from './channel-names'
import type { Value } from './ramps'
import { track, type Segment, type Track } from './tracks'

/** A channel that some step of a show claims. */
export interface ClaimedChannel {
  index: number
  name: string
  /** It exists once for all, not for each player. */
  once: boolean
  fields: string[]
  /** The fields before any cue has touched them. */
  base: Value[]
  /** What it is called for each player, once that was asked for. */
  names: string[]
}

/** A channel that some cue has touched, of a player unless it exists once: the tracks of those fields that were claimed. */
export interface Touched {
  channel: ClaimedChannel
  player: number
  tracks: (Track | undefined)[]
}

/** The touched channels of a run: a place for each claimed channel, once and for each body that walks. */
export type Tracks = (Touched | undefined)[]

const COLOURS = new Set(['colour', 'ambient', 'shadow', 'fogColour'])

/** Channels that are claimed, by their names, which may come more than once. */
export function claimedChannels(show: Show, names: readonly string[]): Map<string, ClaimedChannel> {
  const channels = new Map<string, ClaimedChannel>()
  for (const name of names) {
    if (channels.has(name)) continue
    const base = baseFields(show, name)!
    const fields = Object.keys(base)
    channels.set(name, {
      index: channels.size,
      name,
      once: existsOnce(name),
      fields,
      base: fields.map((field) => base[field]),
      names: [],
    })
  }
  return channels
}

const NO_PLAYER = -1
const placeIn = (channel: ClaimedChannel, player: number, walkers: number): number =>
  channel.index * (walkers + 1) + player + 1

/** A channel, to claim fields of it: that of one of the walkers, unless it exists once. */
export function touch(tracks: Tracks, walkers: number, channel: ClaimedChannel, player = NO_PLAYER): Touched {
  return (tracks[placeIn(channel, player, walkers)] ??= { channel, player, tracks: new Array(channel.fields.length) })
}

/** The track of one field, made when it is first claimed. */
export const trackOf = (touched: Touched, field: number): Track =>
  (touched.tracks[field] ??= track(touched.channel.base[field], COLOURS.has(touched.channel.fields[field])))

/** The history of a field of a channel that exists once; undefined if no cue has touched it. */
export function historyOf(
  tracks: Tracks,
  walkers: number,
  channel: ClaimedChannel | undefined,
  field: string,
): Segment[] | undefined {
  const touched = channel && tracks[placeIn(channel, NO_PLAYER, walkers)]
  return touched?.tracks[touched.channel.fields.indexOf(field)]?.segments
}

/** What the tracks of a run tell afterwards. */
export function fieldsOf(tracks: Tracks): ChannelHistory['fields'] {
  const fields: ChannelHistory['fields'] = {}
  for (const touched of tracks) {
    if (!touched) continue
    const { channel, player } = touched
    const own: ChannelHistory['fields'][string] = {}
    fields[channel.once ? channel.name : (channel.names[player] ??= perPlayer(channel.name, player))] = own
    for (let i = 0; i < touched.tracks.length; i++) {
      const track = touched.tracks[i]
      if (track) own[channel.fields[i]] = { colour: track.colour, segments: track.segments }
    }
  }
  return fields
}
