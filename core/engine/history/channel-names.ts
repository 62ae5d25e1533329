import { BUSES, type Show } from '../../show'

/** Channels by their names: of a light, a prop, a bus, a prompt, the others by themselves. */
export const CHANNEL = {
  light: (id: string) => `light:${id}` as const,
  prop: (id: string) => `prop:${id}` as const,
  bus: (id: string) => `bus:${id}` as const,
  prompt: (step: string) => `prompt:${step}` as const,
  /** As a zone of a kit with parts shows it by itself. */
  promptAt: (step: string, zone: string) => `prompt:${step}@${zone}` as const,
  atmosphere: 'atmosphere',
  camera: 'camera',
  picture: 'picture',
  controls: 'controls',
} as const

/** The buses of a show: those that are always there, and its own. */
export const busesOf = (show: Show): string[] => [...new Set([...BUSES, ...show.buses.map((bus) => bus.id)])]

/** What a name is of, and of which. */
export function partsOf(channel: string): { kind: string; id: string } {
  const colon = channel.indexOf(':')
  return { kind: colon < 0 ? channel : channel.slice(0, colon), id: channel.slice(colon + 1) }
}

/** Lights and props exist once for all, everything else for each player. */
export const existsOnce = (channel: string): boolean => {
  const { kind } = partsOf(channel)
  return kind === 'light' || kind === 'prop'
}

/** The name of a channel as one player has it. */
export const perPlayer = (channel: string, player: number): string => `${channel}@${player}`
