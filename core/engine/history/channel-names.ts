import { BUSES, type Show, type Step } from '../../show'

export const existsOnce = (channel: string): boolean => channel.startsWith('light:') || channel.startsWith('prop:')
export const perPlayer = (channel: string, player: number): string => `${channel}@${player}`

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
