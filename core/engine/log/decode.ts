import { memo } from '../../base'
import type { Lock, Point } from '../../show'
import type { RunEvent } from './events'
import { GATES, KINDS, LOCKS, REASONS } from './kinds'
import type { Log } from './log'

/** The value that an event about a flag gives it. */
export const flagIn = ({ value, playing, numbers }: Log, i: number): boolean | number =>
  value[i] < 0 ? numbers[playing[i]] : value[i] === 1
const locksOf = (bits: number): Lock[] => LOCKS.filter((_, bit) => bits & (1 << bit))
function whoseOf(log: Log, body: number): { player?: string; prop?: string } {
  if (body < 0) return {}
  return body < log.walkers ? { player: log.bodies[body] } : { prop: log.bodies[body] }
}

/** One event of a log, as the format has it. */
export function eventAt(log: Log, i: number): RunEvent {
  const { legend, numbers } = log
  const t = log.t[i]
  const body = log.body[i]
  const what = log.what[i]
  const playing = log.playing[i]
  const value = log.value[i]
  const point = (from: number): Point => [numbers[from], numbers[from + 1], numbers[from + 2]]
  const kind = KINDS[log.kind[i]]
  switch (kind) {
    case 'enter':
      return { t, kind, ...whoseOf(log, body), zone: legend.zones[what], ...(value === 1 && { quiet: true as const }) }
    case 'leave':
      return { t, kind, ...whoseOf(log, body), zone: legend.zones[what] }
    case 'fire':
      return { t, kind, ...legend.rules[what], playing, ...whoseOf(log, body) }
    case 'held': {
      const { rule, zone } = legend.rules[what]
      const left = playing < 0 ? {} : { left: numbers[playing] }
      return { t, kind, rule, ...(zone !== undefined && { zone }), ...whoseOf(log, body), gate: GATES[value], ...left }
    }
    case 'start':
      return { t, kind, playing, cue: legend.cues[what], ...whoseOf(log, body) }
    case 'end':
      return { t, kind, playing, cue: legend.cues[what], ...whoseOf(log, body), why: REASONS[value] }
    case 'step': {
      const step = legend.steps[what]
      if (step.of === 'burst') return { t, kind, playing, ...step, count: value }
      if (step.of !== 'fling') return { t, kind, playing, ...step }
      const [speed, yaw, pitch, spin] = numbers.subarray(value, value + 4)
      return { t, kind, playing, ...step, speed, yaw, pitch, spin }
    }
    case 'stepEnd':
      return { t, kind, playing, step: legend.steps[what].step }
    case 'sound': {
      const [sound, bus, head] = numbers.subarray(value, value + 3)
      const [gain, pitch, length] = point(value + 6)
      const place = head ? 'head' : point(value + 3)
      const names = { step: legend.steps[what].step, sound: legend.sounds[sound], bus: legend.buses[bus] }
      return { t, kind, playing, ...names, place, gain, pitch, length }
    }
    case 'press': {
      const taken = numbers.subarray(value + 1, value + 1 + numbers[value])
      const key = legend.keys[what]
      return {
        t,
        kind,
        player: log.bodies[body],
        ...(key !== 'E' && { key }),
        taken: Array.from(taken, (rule) => legend.rules[rule].rule),
      }
    }
    case 'move':
      return { t, kind, player: log.bodies[body], from: point(value), to: point(value + 3) }
    case 'lock':
    case 'unlock':
      return {
        t,
        kind,
        player: log.bodies[body],
        locks: locksOf(value),
        ...(playing >= 0 && { pace: numbers[playing] }),
      }
    case 'signal':
      return { t, kind, name: legend.signals[what], ...(playing >= 0 && { playing }), heard: value }
    case 'flag':
      return { t, kind, flag: legend.flags[what], value: flagIn(log, i) }
    case 'zone':
      return { t, kind, zone: legend.zones[what], enabled: value === 1 }
    case 'impact':
      return { t, kind, prop: log.bodies[body], at: point(value), speed: numbers[value + 3] }
    case 'walkEnd':
      return { t, kind, player: log.bodies[body], ...(value === 1 && { locked: true as const }) }
  }
}

const decoded = memo((log: Log): RunEvent[] => Array.from({ length: log.count }, (_, i) => eventAt(log, i)))

/** The events of a log as its format has them; made once for each log. */
export const eventsOf = ({ log }: { log: Log }): RunEvent[] => decoded(log)
