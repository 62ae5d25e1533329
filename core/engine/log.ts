import type { Lock, Point, Step, StepKind } from '../show/types'
import type { EndReason, Gate, RunEvent, StepEvent } from './events'

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
export const KIND = Object.fromEntries(KINDS.map((kind, number) => [kind, number])) as {
  [K in RunEvent['kind']]: number
}
export const GATES: readonly Gate[] = ['off', 'who', 'debounce', 'condition', 'limit', 'cooldown', 'busy', 'chance']
export const REASONS: readonly EndReason[] = ['done', 'released', 'stopped', 'restarted', 'run over']
/** In the order of their bits, which is that of their names. */
export const LOCKS: readonly Lock[] = ['jump', 'look', 'use', 'walk']

/** What the numbers of a show stand for in logs. */
export interface Legend {
  zones: string[]
  cues: string[]
  /** A rule as one zone has it, by its name in the log. */
  rules: { rule: string; zone?: string; cue: string }[]
  /** Every step that is not muted, and what an event about it says without luck. */
  steps: Omit<StepEvent, 't' | 'kind' | 'playing'>[]
  sounds: string[]
  buses: string[]
  signals: string[]
  flags: string[]
}

/** The columns of a log, all in one buffer. */
export interface Columns {
  t: Float64Array
  numbers: Float64Array
  what: Int32Array
  playing: Int32Array
  value: Int32Array
  body: Int16Array
  kind: Uint8Array
}

/** Columns for so many events, with so many numbers of their own. */
export function columnsFor(events: number, numbers: number): Columns {
  const buffer = new ArrayBuffer(events * 23 + numbers * 8)
  let at = 0
  const next = (bytes: number): number => (at += bytes) - bytes
  return {
    t: new Float64Array(buffer, next(events * 8), events),
    numbers: new Float64Array(buffer, next(numbers * 8), numbers),
    what: new Int32Array(buffer, next(events * 4), events),
    playing: new Int32Array(buffer, next(events * 4), events),
    value: new Int32Array(buffer, next(events * 4), events),
    body: new Int16Array(buffer, next(events * 2), events),
    kind: new Uint8Array(buffer, next(events), events),
  }
}

/** A copy of columns with so many events and numbers of theirs, with room for as many or more. */
export function copyOf(
  from: Columns,
  events: number,
  numbers: number,
  room = events,
  roomForNumbers = numbers,
): Columns {
  const to = columnsFor(room, roomForNumbers)
  to.t.set(from.t.subarray(0, events))
  to.numbers.set(from.numbers.subarray(0, numbers))
  to.what.set(from.what.subarray(0, events))
  to.playing.set(from.playing.subarray(0, events))
  to.value.set(from.value.subarray(0, events))
  to.body.set(from.body.subarray(0, events))
  to.kind.set(from.kind.subarray(0, events))
  return to
}

/**
 * The log of a run in columns: one number of each for an event, 23 bytes in all, and what `numbers` holds for it.
 * `what` is a zone, rule, cue, step, signal or flag by its place in the legend; `value` a gate, reason, count or set of locks,
 * or the place in `numbers` where an event's own numbers begin; −1 stands for nobody and nothing.
 */
export interface Log extends Columns {
  count: number
  /** Ids of the bodies: those that walk and, from `walkers` on, props that fly. */
  bodies: string[]
  walkers: number
  legend: Legend
}

/** What an event about a step says that no luck changes. */
export function stepLegend(step: Step, channel: string | undefined): Legend['steps'][number] {
  const about = { step: step.id, of: step.kind as StepKind }
  switch (step.kind) {
    case 'prompt':
      return { ...about, text: step.text }
    case 'camera':
      return { ...about, marks: step.marks.map((m) => m.mark) }
    case 'freeze':
      return { ...about, locks: [...step.locks].sort() }
    default:
      return channel === undefined ? about : { ...about, channel }
  }
}

/** The buffer of a log, to be given away to another thread with it. */
/** The first events of a log, at most so many. */
export function firstEvents(log: Log, most: number): Log {
  if (log.count <= most) return log
  return { ...log, ...copyOf(log, most, log.numbers.length), count: most }
}

export const buffersOf = ({ t }: Log): ArrayBuffer[] => [t.buffer as ArrayBuffer]

const decoded = new WeakMap<Log, RunEvent[]>()
/** The events of a log as its format has them; made once for each log. */
export function eventsOf({ log }: { log: Log }): RunEvent[] {
  let events = decoded.get(log)
  if (!events) {
    events = Array.from({ length: log.count }, (_, i) => eventAt(log, i))
    decoded.set(log, events)
  }
  return events
}

/** How many events of a log have happened by a time, those of that time too. */
export function countUntil(log: Log, t: number): number {
  let low = 0
  let high = log.count
  while (low < high) {
    const middle = (low + high) >> 1
    if (log.t[middle] <= t) low = middle + 1
    else high = middle
  }
  return low
}

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
      return { t, kind, player: log.bodies[body], taken: Array.from(taken, (rule) => legend.rules[rule].rule) }
    }
    case 'move':
      return { t, kind, player: log.bodies[body], from: point(value), to: point(value + 3) }
    case 'lock':
    case 'unlock':
      return { t, kind, player: log.bodies[body], locks: locksOf(value) }
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
