import type { Lock } from '../../show'
import type { EndReason, Gate, RunEvent } from './events'

/** The kinds of events, by their number in a log's column. */
export const KINDS = [
  'enter',
  'leave',
  'fire',
  'held',
  'start',
  'end',
  'step',
  'stepEnd',
  'sound',
  'press',
  'move',
  'lock',
  'unlock',
  'signal',
  'flag',
  'zone',
  'impact',
  'walkEnd',
] as const satisfies readonly RunEvent['kind'][]
/** The number that each kind of event has in the columns of a log. */
export const KIND = Object.fromEntries(KINDS.map((kind, number) => [kind, number])) as {
  [K in RunEvent['kind']]: number
}
/** The gates in their order, by the number that a log has for each. */
export const GATES: readonly Gate[] = ['off', 'who', 'debounce', 'condition', 'limit', 'cooldown', 'busy', 'chance']
/** Why a playing ended, by the number that a log has for it. */
export const REASONS: readonly EndReason[] = ['done', 'released', 'stopped', 'restarted', 'run over']

/** In the order of their bits, which is that of their names. */
export const LOCKS: readonly Lock[] = ['jump', 'look', 'use', 'walk']
