import type { Atmosphere, Lock, Show, Spot, Step } from '../show/types'
import { BUSES } from '../show/table'
import { cameraAt, type CameraClaim, type Pose } from './camera'
import { opacityAt, type FadeClaim } from './picture'
import { track, valueAt, type Segment, type Track } from './tracks'
import type { Value } from './ramps'

/** A channel that some cue has touched: its fields as they were before, and the tracks of those that were claimed. */
export interface Touched {
  base: { [field: string]: Value }
  tracks: { [field: string]: Track }
}
/** The channels of a run by name; those that exist once for each player carry the player's number behind `@`. */
export type Tracks = Map<string, Touched>

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

/** A channel, to claim fields of it. */
export function channelFor(tracks: Tracks, show: Show, channel: string, player?: number): Touched {
  const key = player === undefined ? channel : perPlayer(channel, player)
  let found = tracks.get(key)
  if (!found) tracks.set(key, (found = { base: baseFields(show, channel)!, tracks: {} }))
  return found
}

/** The track of one field, made when it is first claimed. */
export const trackOf = (touched: Touched, field: string): Track =>
  (touched.tracks[field] ??= track(touched.base[field], COLOURS.has(field)))

/** What the tracks of a run tell afterwards. */
export function fieldsOf(tracks: Tracks): ChannelHistory['fields'] {
  const fields: ChannelHistory['fields'] = {}
  for (const [channel, touched] of tracks) {
    const told: ChannelHistory['fields'][string] = (fields[channel] = {})
    for (const field in touched.tracks) {
      const { colour, segments } = touched.tracks[field]
      told[field] = { colour, segments }
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
  const once = channel.startsWith('light:') || channel.startsWith('prop:')
  const told = history.fields[once ? channel : perPlayer(channel, player)]
  const fields: { [field: string]: Value } = {}
  for (const name in base) {
    const field = told?.[name]
    fields[name] = field ? valueAt(field.segments, field.colour, t) : base[name]
  }
  return fields
}
