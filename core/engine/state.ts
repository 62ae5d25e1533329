import { memo } from '../base'
import { namesParts, ownCuesOf, type Cue, type Point, type PromptStep, type Show } from '../show'
import {
  baseFields,
  busesOf,
  carriedIn,
  CHANNEL,
  channelAt as channelIn,
  fieldsAt,
  hearsByCamera,
  middleIn,
  perPlayer,
  type ChannelFields,
  type FieldsOf,
  type Pose,
  type Value,
} from './history'
import { countUntil, flagIn, KIND } from './log'
import type { Run } from './result'
import { facingAt as facingOnPath, ownEyes, positionAt } from './ways'

/** A channel's fields at a time; `player` is the place of a walk in the run. */
export function channelAt<Channel extends string>(
  show: Show,
  run: Run,
  channel: Channel,
  t: number,
  player: number,
): FieldsOf<Channel> {
  const eyes = (): Pose => ownEyes(show, run.paths[player], t, facingAt(show, run, player, t))
  return channelIn(show, run.channels, channel, t, player, eyes)
}

/** Which way a walk's body faces at a time of the run (degrees). */
export const facingAt = (show: Show, run: Run, player: number, t: number): number =>
  facingOnPath(run.paths[player], t, (prop, at) =>
    carriedIn(run, prop, at) === null ? middleIn(show, run, prop, at) : undefined,
  )

/** Where a player hears from at a time of the run, and which way they face there (degrees): their own head, or the camera's place. */
export function earsAt(show: Show, run: Run, player: number, t: number): { at: Point; yaw: number } {
  if (hearsByCamera(run.channels.cameras[player] ?? [], t)) {
    const { at, yaw } = channelAt(show, run, 'camera', t, player)
    return { at, yaw }
  }
  const [x, y, z] = positionAt(run.paths[player], t)
  return { at: [x, y + show.player.eye, z], yaw: facingAt(show, run, player, t) }
}

/** The channels that exist for each player: some always, others as the show has prompts and buses. */
export interface OwnChannels {
  controls: ChannelFields['controls']
  picture: ChannelFields['picture']
  camera: ChannelFields['camera']
  atmosphere: ChannelFields['atmosphere']
  [channel: string]: object
}

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
  players: { [player: string]: OwnChannels }
}

/** All that is the case at a time of a run (s), after the events of that time. */
export function stateAt(show: Show, run: Run, t: number): RunState {
  const inside = run.walks.map(() => new Set<string>())
  const ended = new Set<number>()
  const playing = new Map<number, string>()
  const flags = Object.fromEntries(show.flags.map((flag) => [flag.id, flag.start]))
  const zones = Object.fromEntries(show.zones.map((zone) => [zone.id, zone.enabled]))
  const { log } = run
  const { kind, body, what, legend } = log
  const until = countUntil(log, t)
  for (let i = 0; i < until; i++) {
    switch (kind[i]) {
      case KIND.enter:
        if (body[i] < log.walkers) inside[body[i]].add(legend.zones[what[i]])
        break
      case KIND.leave:
        if (body[i] < log.walkers) inside[body[i]].delete(legend.zones[what[i]])
        break
      case KIND.start:
        playing.set(log.playing[i], legend.cues[what[i]])
        break
      case KIND.end:
        playing.delete(log.playing[i])
        break
      case KIND.flag:
        flags[legend.flags[what[i]]] = flagIn(log, i)
        break
      case KIND.zone:
        zones[legend.zones[what[i]]] = log.value[i] === 1
        break
      case KIND.walkEnd:
        ended.add(body[i])
        break
    }
  }
  const { once, own } = channelsOf(show)
  const channels: RunState['channels'] = {}
  for (const { name, base } of once) channels[name] = fieldsAt(base, run.channels.fields[name], t)
  const sounding: RunState['sounding'] = []
  for (const { sound, step, playing: by, t: from, until, fadeOut } of run.audible)
    if (from <= t && until + fadeOut > t) sounding.push({ sound, step, playing: by, from, until })
  const players: RunState['players'] = {}
  run.walks.forEach((id, index) => {
    if (!run.players[index]) return
    const its: OwnChannels = (players[id] = {
      controls: channelAt(show, run, CHANNEL.controls, t, index),
      picture: channelAt(show, run, CHANNEL.picture, t, index),
      camera: channelAt(show, run, CHANNEL.camera, t, index),
      atmosphere: channelAt(show, run, CHANNEL.atmosphere, t, index),
    })
    for (const { name, base } of own) its[name] = fieldsAt(base, run.channels.fields[perPlayer(name, index)], t)
  })
  return {
    t,
    bodies: run.walks.map((player, index) => ({
      player,
      at: positionAt(run.paths[index], t),
      yaw: facingAt(show, run, index, t),
      inside: [...inside[index]],
      ended: ended.has(index),
    })),
    playing: [...playing].map(([number, cue]) => ({ playing: number, cue })),
    sounding,
    flags,
    zones,
    channels,
    players,
  }
}

/** A channel, and its fields before any cue has touched them. */
interface Named {
  name: string
  base: { [field: string]: Value }
}

/** Every prompt of a show, and the channel that says whether it stands; zones of kits with parts show theirs by themselves. */
export const promptsOf = memo((show: Show): { prompt: PromptStep; channel: `prompt:${string}` }[] => {
  const within = (cue: Cue, channel: (step: string) => `prompt:${string}`) =>
    cue.steps.flatMap((step) => (step.kind === 'prompt' ? [{ prompt: step, channel: channel(step.id) }] : []))
  return [
    ...show.cues.filter((cue) => !namesParts(cue)).flatMap((cue) => within(cue, CHANNEL.prompt)),
    ...[...ownCuesOf(show).values()].flatMap(({ cue, zone }) => within(cue, (step) => CHANNEL.promptAt(step, zone))),
  ]
})

/** A show's channels: those that exist once, and those that each player has. */
const channelsOf = memo((show: Show): { once: Named[]; own: Named[] } => {
  const named = (name: string): Named => ({ name, base: baseFields(show, name)! })
  const prompts = promptsOf(show).map(({ channel }) => channel)
  const buses = busesOf(show).map(CHANNEL.bus)
  const lights = show.place.lights.map((light) => CHANNEL.light(light.id))
  const props = show.place.props.map((prop) => CHANNEL.prop(prop.id))
  return { once: [...lights, ...props].map(named), own: [...prompts, ...buses].map(named) }
})
