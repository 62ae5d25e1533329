import type { Atmosphere, Lock, Show, Spot, Step } from '../show/types'
import { BUSES } from '../show/table'
import { cameraAt, type CameraClaim, type Pose } from './camera'
import { opacityAt, type FadeClaim } from './picture'
import { track, valueAt, type Segment, type Track } from './tracks'
import type { Value } from './ramps'

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

/** A run's channels as plain data: what `channelAt` needs to tell any value at any time. */
export interface ChannelHistory {
  fields: { [channel: string]: { [field: string]: { colour: boolean; segments: Segment[] } } }
  fades: FadeClaim[][]
  cameras: CameraClaim[][]
  /** For each prop that turned: from when on about which spot of its own frame. */
  abouts: { [prop: string]: { t: number; about: Spot }[] }
  /** For each player the locks in force from a time on. */
  locks: { t: number; locks: Lock[] }[][]
}

export const atmosphereFields = (a: Partial<Atmosphere>): { [field: string]: Value } => {
  const fields: { [field: string]: Value | undefined } = {
    ambient: a.ambient,
    level: a.level,
    shadow: a.shadow,
    fogColour: a.fog?.colour,
    fogDensity: a.fog?.density,
    vignetteAmount: a.vignette?.amount,
    vignetteSoftness: a.vignette?.softness,
    exposure: a.exposure,
  }
  return Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined)) as {
    [field: string]: Value
  }
}
const ABSENT = { fogColour: '#000000', fogDensity: 0, vignetteAmount: 0, vignetteSoftness: 0 }
const COLOURS = new Set(['colour', 'ambient', 'shadow', 'fogColour'])

/** The channel a step claims, as the log names it. */
export function channelOf(step: Step): string | undefined {
  switch (step.kind) {
    case 'light':
      return `light:${step.light}`
    case 'level':
      return `bus:${step.bus}`
    case 'atmosphere':
      return 'atmosphere'
    case 'prop':
      return `prop:${step.prop}`
    case 'drift':
      return 'light' in step.target ? `light:${step.target.light}` : `bus:${step.target.bus}`
    default:
      return undefined
  }
}

/** The channel whose fields a step claims, if it claims any. */
export function claimedBy(step: Step): string | undefined {
  if (step.kind === 'prompt') return `prompt:${step.id}`
  return step.kind === 'fling' ? `prop:${step.prop}` : channelOf(step)
}

/** The buses of a show: those that are always there, and its own. */
export const busesOf = (show: Show): string[] => [...new Set([...BUSES, ...show.buses.map((bus) => bus.id)])]

const existsOnce = (channel: string): boolean => channel.startsWith('light:') || channel.startsWith('prop:')

/** All channels that the steps of a show claim, by their names. */
export function claimedChannels(show: Show, steps: readonly Step[]): Map<string, ClaimedChannel> {
  const channels = new Map<string, ClaimedChannel>()
  for (const step of steps) {
    const name = claimedBy(step)
    if (name === undefined || channels.has(name)) continue
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

export const perPlayer = (channel: string, player: number): string => `${channel}@${player}`

const bases = new WeakMap<Show, Map<string, { [field: string]: Value } | undefined>>()

/** The fields of a channel before any cue has touched it; undefined if the show has no such channel. */
export function baseFields(show: Show, channel: string): { [field: string]: Value } | undefined {
  let known = bases.get(show)
  if (!known) bases.set(show, (known = new Map()))
  if (!known.has(channel)) known.set(channel, findBase(show, channel))
  return known.get(channel)
}

function findBase(show: Show, channel: string): { [field: string]: Value } | undefined {
  const colon = channel.indexOf(':')
  const kind = colon < 0 ? channel : channel.slice(0, colon)
  const id = channel.slice(colon + 1)
  switch (kind) {
    case 'light': {
      const light = show.place.lights.find((l) => l.id === id)
      return light && { candela: light.candela, colour: light.colour, on: light.on ? 1 : 0, flicker: null }
    }
    case 'bus': {
      const bus = show.buses.find((b) => b.id === id)
      return bus || BUSES.includes(id as never) ? { gain: bus?.gain ?? 0 } : undefined
    }
    case 'atmosphere': {
      const given = { ...ABSENT, ...atmosphereFields(show.atmosphere) } as { [field: string]: Value }
      return Object.fromEntries(ATMOSPHERE.map((field) => [field, given[field]]))
    }
    case 'prompt': {
      const step = show.cues.flatMap((c): Step[] => c.steps).find((s) => s.id === id && s.kind === 'prompt')
      return step && step.kind === 'prompt' ? { shown: false, text: step.text } : undefined
    }
    case 'prop': {
      const prop = show.place.props.find((p) => p.id === id)
      return prop && { shown: prop.shown, colour: prop.colour, slide: [0, 0, 0], turn: 0 }
    }
    default:
      return undefined
  }
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
    const told: ChannelHistory['fields'][string] = {}
    fields[channel.once ? channel.name : (channel.names[player] ??= perPlayer(channel.name, player))] = told
    for (let i = 0; i < touched.tracks.length; i++) {
      const track = touched.tracks[i]
      if (track) told[channel.fields[i]] = { colour: track.colour, segments: track.segments }
    }
  }
  return fields
}

const ATMOSPHERE = [
  'ambient',
  'level',
  'shadow',
  'fogColour',
  'fogDensity',
  'vignetteAmount',
  'vignetteSoftness',
  'exposure',
]

/**
 * The fields of a channel at a time, after all events of that time.
 * `eyes` is where the player's own eyes are then.
 * @throws Error that names the channel, if the show has no such one
 */
export function channelAt(
  show: Show,
  history: ChannelHistory,
  channel: string,
  t: number,
  player: number,
  eyes: () => Pose,
): { [field: string]: Value } {
  if (channel === 'controls') {
    const changes = history.locks[player] ?? []
    let locks: Lock[] = []
    for (let i = 0; i < changes.length && changes[i].t <= t; i++) locks = changes[i].locks
    return { locks: [...locks].sort() }
  }
  if (channel === 'picture') return opacityAt(history.fades[player] ?? [], t)
  if (channel === 'camera') return cameraAt(history.cameras[player] ?? [], t, eyes) as never
  const base = baseFields(show, channel)
  if (!base) throw new Error(`The show has no channel "${channel}"`)
  return fieldsAt(base, history.fields[existsOnce(channel) ? channel : perPlayer(channel, player)], t)
}

/** Fields at a time: those that some cue has touched as their history says, the others as they are before any has. */
export function fieldsAt(
  base: { [field: string]: Value },
  told: ChannelHistory['fields'][string] | undefined,
  t: number,
): { [field: string]: Value } {
  const fields = { ...base }
  for (const name in told) fields[name] = valueAt(told[name].segments, told[name].colour, t)
  return fields
}
