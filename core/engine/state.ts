import type { Point, Show } from '../show/types'
import type { Value } from './ramps'
import { countUntil, eventAt, KIND } from './log'
import { channelAt, facingAt, positionAt, type Run } from './run'

/** Everything that is the case at one time of a run, after all events of that time. */
export interface RunState {
  t: number
  bodies: { player: string; at: Point; yaw: number; inside: string[]; ended: boolean }[]
  /** What plays: the playing's number and its cue. */
  playing: { playing: number; cue: string }[]
  /** What sounds, from when to when it begins to fade. */
  sounding: { sound: string; step: string; playing: number; from: number; until: number }[]
  flags: { [flag: string]: boolean | number }
  zones: { [zone: string]: boolean }
  /** Channels that exist once for all. */
  channels: { [channel: string]: { [field: string]: Value } }
  /** Channels of each player. */
  players: { [player: string]: { [channel: string]: { [field: string]: Value } } }
}

/** The kinds of events that change what a state tells. */
const TELLS = new Set([KIND.enter, KIND.leave, KIND.start, KIND.end, KIND.flag, KIND.zone, KIND.walkEnd])

const untilOf = (until: number, fadeOut: number): number => until + fadeOut

export function stateAt(show: Show, run: Run, t: number): RunState {
  const inside = run.walks.map(() => new Set<string>())
  const ended = new Set<string>()
  const playing = new Map<number, string>()
  const flags = Object.fromEntries(show.flags.map((flag) => [flag.id, flag.start]))
  const zones = Object.fromEntries(show.zones.map((zone) => [zone.id, zone.enabled]))
  const { log } = run
  const until = countUntil(log, t)
  for (let i = 0; i < until; i++) {
    if (!TELLS.has(log.kind[i])) continue
    const event = eventAt(log, i)
    switch (event.kind) {
      case 'enter':
        if (event.player) inside[run.walks.indexOf(event.player)].add(event.zone)
        break
      case 'leave':
        if (event.player) inside[run.walks.indexOf(event.player)].delete(event.zone)
        break
      case 'start':
        playing.set(event.playing, event.cue)
        break
      case 'end':
        playing.delete(event.playing)
        break
      case 'flag':
        flags[event.flag] = event.value
        break
      case 'zone':
        zones[event.zone] = event.enabled
        break
      case 'walkEnd':
        ended.add(event.player)
        break
    }
  }
  const shared = [
    ...show.place.lights.map((light) => `light:${light.id}`),
    ...show.place.props.map((prop) => `prop:${prop.id}`),
  ]
  const prompts = show.cues.flatMap((cue) =>
    cue.steps.flatMap((step) => (step.kind === 'prompt' ? [`prompt:${step.id}`] : [])),
  )
  const own = [
    'controls',
    'picture',
    'camera',
    'atmosphere',
    ...prompts,
    ...['bed', 'spot', 'scare', 'music'].map((id) => `bus:${id}`),
  ]
  const isPlayer = (id: string) => show.walks.find((walk) => walk.id === id)?.body.kind !== 'creature'
  const values = (names: string[], player: number) =>
    Object.fromEntries(names.map((name) => [name, channelAt(show, run, name, t, player)]))
  return {
    t,
    bodies: run.walks.map((player, index) => ({
      player,
      at: positionAt(run.paths[index], t),
      yaw: facingAt(run.paths[index], t),
      inside: [...inside[index]],
      ended: ended.has(player),
    })),
    playing: [...playing].map(([number, cue]) => ({ playing: number, cue })),
    sounding: run.audible
      .filter((a) => a.t <= t && untilOf(a.until, a.fadeOut) > t)
      .map(({ sound, step, playing: by, t: from, until }) => ({ sound, step, playing: by, from, until })),
    flags,
    zones,
    channels: values(shared, 0),
    players: Object.fromEntries(
      run.walks.flatMap((player, index) => (isPlayer(player) ? [[player, values(own, index)]] : [])),
    ),
  }
}
