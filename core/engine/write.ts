import type { Lock, Point } from '../show/types'
import type { Compiled, CompiledSound, CompiledZone, RuleInstance } from './compile'
import type { EndReason, Gate } from './events'
import type { DrawnFling } from './flights'
import type { Impact } from './physics'
import { columnsFor, copyInto, GATES, KIND, LOCKS, REASONS, type Columns, type Log } from './log'
import type { Walker } from './walker'
import type { Audible, Body, Playing, StepState, World } from './world'

/** A log that is being written: its columns grow, and nothing is made for an event but its numbers. */
export type Draft = Log & { used: number; atOnce: number }

const MOST_AT_ONCE = 10_000
const MOST_IN_ALL = 1_000_000

/** A log to write into; in columns that an earlier run has left, if there are any. */
export function draftFor(
  compiled: Compiled,
  bodies: readonly Walker[],
  walkers: number,
  columns = columnsFor(512, 1024),
): Draft {
  return {
    ...columns,
    count: 0,
    used: 0,
    atOnce: 0,
    bodies: bodies.map((body) => body.walk.id),
    walkers,
    legend: compiled.legend,
  }
}

/** What has been written, in columns of just its length. */
export function logOfDraft(draft: Draft): Log {
  const { count, used, bodies, walkers, legend } = draft
  const columns = columnsFor(count, used)
  copyInto(columns, draft, count, used)
  return { ...columns, count, bodies, walkers, legend }
}

/** The columns of a log that has been taken. */
export const columnsOf = ({ t, numbers, what, playing, value, body, kind }: Draft): Columns => ({
  t,
  numbers,
  what,
  playing,
  value,
  body,
  kind,
})

/** Makes the columns larger: for twice as many events, or numbers. */
function grow({ log }: World, events: number, numbers: number): void {
  const larger = columnsFor(events, numbers)
  copyInto(larger, log, log.count, log.used)
  Object.assign(log, larger)
}

/** What a tally does not log. */
const isOfSteps = (kind: number): boolean => kind === KIND.step || kind === KIND.stepEnd || kind === KIND.sound

function put(world: World, kind: number, body: number, what: number, playing: number, value: number): void {
  const { log, now } = world
  if (world.tally && isOfSteps(kind)) return
  const i = log.count
  if (i === log.t.length) grow(world, i * 2, log.numbers.length)
  log.t[i] = now
  log.kind[i] = kind
  log.body[i] = body
  log.what[i] = what
  log.playing[i] = playing
  log.value[i] = value
  log.count = i + 1
  log.atOnce = i > 0 && log.t[i - 1] === now ? log.atOnce + 1 : 1
  if (log.atOnce > MOST_AT_ONCE || log.count > MOST_IN_ALL) world.goesRound(log.atOnce > MOST_AT_ONCE)
}

/** Makes room for numbers of an event; gives where they begin. */
function room(world: World, size: number): number {
  const { log } = world
  while (log.used + size > log.numbers.length) grow(world, log.t.length, log.numbers.length * 2)
  log.used += size
  return log.used - size
}

function numbers(world: World, ...values: number[]): number {
  const at = room(world, values.length)
  world.log.numbers.set(values, at)
  return at
}

const bodyOf = (body: Body): number => (body ? body.index : -1)

export const enter = (world: World, walker: Walker, zone: CompiledZone, quiet: boolean): void =>
  put(world, KIND.enter, walker.index, zone.index, -1, quiet ? 1 : 0)

export const leave = (world: World, walker: Walker, zone: CompiledZone): void =>
  put(world, KIND.leave, walker.index, zone.index, -1, -1)

export const fire = (world: World, playing: Playing): void =>
  put(world, KIND.fire, bodyOf(playing.body), playing.rule.index, playing.number, -1)

export const held = (world: World, rule: RuleInstance, body: Body, gate: Gate, left?: number): void =>
  put(world, KIND.held, bodyOf(body), rule.index, left === undefined ? -1 : numbers(world, left), GATES.indexOf(gate))

export const start = (world: World, playing: Playing): void =>
  put(world, KIND.start, bodyOf(playing.body), playing.rule.cue.index, playing.number, -1)

export const end = (world: World, playing: Playing, why: EndReason): void =>
  put(world, KIND.end, bodyOf(playing.body), playing.rule.cue.index, playing.number, REASONS.indexOf(why))

export const step = (world: World, playing: Playing, state: StepState, value = -1): void =>
  put(world, KIND.step, -1, state.plan.index, playing.number, value)

export const thrown = (
  world: World,
  playing: Playing,
  state: StepState,
  { speed, yaw, pitch, spin }: DrawnFling,
): void => step(world, playing, state, numbers(world, speed, yaw, pitch, spin))

export const stepEnd = (world: World, playing: Playing, state: StepState): void =>
  put(world, KIND.stepEnd, -1, state.plan.index, playing.number, -1)

export function sound(
  world: World,
  playing: Playing,
  step: number,
  sound: CompiledSound,
  audible: Audible,
  length: number,
): void {
  const { compiled, log } = world
  const at = room(world, 9)
  const to = log.numbers
  const { place } = audible
  to[at] = sound.index
  to[at + 1] = compiled.buses.get(audible.bus)!
  if (place === 'head') to[at + 2] = 1
  else {
    to[at + 2] = 0
    to[at + 3] = place[0]
    to[at + 4] = place[1]
    to[at + 5] = place[2]
  }
  to[at + 6] = audible.gain
  to[at + 7] = audible.pitch
  to[at + 8] = length
  put(world, KIND.sound, -1, step, playing.number, at)
}

export const press = (world: World, walker: Walker, taken: readonly RuleInstance[]): void =>
  put(world, KIND.press, walker.index, -1, -1, numbers(world, taken.length, ...taken.map((rule) => rule.index)))

export const move = (world: World, walker: Walker, from: Point, to: Point): void =>
  put(world, KIND.move, walker.index, -1, -1, numbers(world, ...from, ...to))

export const locks = (world: World, walker: Walker, taken: boolean, now: readonly Lock[]): void =>
  put(
    world,
    taken ? KIND.lock : KIND.unlock,
    walker.index,
    -1,
    -1,
    now.reduce((bits, lock) => bits | (1 << LOCKS.indexOf(lock)), 0),
  )

export const signal = (world: World, signal: number, from: Playing | undefined, heard: number): void =>
  put(world, KIND.signal, -1, signal, from ? from.number : -1, heard)

export const flag = (world: World, flag: number, value: boolean | number): void =>
  typeof value === 'boolean'
    ? put(world, KIND.flag, -1, flag, -1, value ? 1 : 0)
    : put(world, KIND.flag, -1, flag, numbers(world, value), -1)

export const zone = (world: World, zone: CompiledZone, enabled: boolean): void =>
  put(world, KIND.zone, -1, zone.index, -1, enabled ? 1 : 0)

export const impact = (world: World, prop: Walker, { at, speed }: Impact): void =>
  put(world, KIND.impact, prop.index, -1, -1, numbers(world, ...at, speed))

export const walkEnd = (world: World, walker: Walker, locked: boolean): void =>
  put(world, KIND.walkEnd, walker.index, -1, -1, locked ? 1 : 0)
