import type { Lock, Point } from '../show/types'
import type { Compiled, CompiledZone, RuleInstance } from './compile'
import type { EndReason, Gate } from './events'
import type { Impact } from './physics'
import { GATES, KIND, LOCKS, REASONS, type Log } from './log'
import type { Walker } from './walker'
import type { Audible, Body, Playing, StepState, World } from './world'

/** A log that is being written: its columns grow, and nothing is made for an event but its numbers. */
export type Draft = Log & { used: number; atOnce: number }

const MOST_AT_ONCE = 10_000
const MOST_IN_ALL = 1_000_000

export function draftFor(compiled: Compiled, bodies: readonly Walker[], walkers: number): Draft {
  const room = compiled.room
  return {
    count: 0,
    used: 0,
    atOnce: 0,
    t: new Float64Array(room.events),
    kind: new Uint8Array(room.events),
    body: new Int16Array(room.events),
    what: new Int32Array(room.events),
    playing: new Int32Array(room.events),
    value: new Int32Array(room.events),
    numbers: new Float64Array(room.numbers),
    bodies: bodies.map((body) => body.walk.id),
    walkers,
    legend: compiled.legend,
  }
}

/** What has been written, with columns of just its length. */
export function logOfDraft({ used, atOnce: _, ...draft }: Draft, compiled: Compiled): Log {
  const { count } = draft
  compiled.room.events = Math.max(compiled.room.events, count + 64)
  compiled.room.numbers = Math.max(compiled.room.numbers, used + 256)
  return {
    ...draft,
    t: draft.t.slice(0, count),
    kind: draft.kind.slice(0, count),
    body: draft.body.slice(0, count),
    what: draft.what.slice(0, count),
    playing: draft.playing.slice(0, count),
    value: draft.value.slice(0, count),
    numbers: draft.numbers.slice(0, used),
  }
}

function grown<A extends Float64Array | Uint8Array | Int16Array | Int32Array>(column: A): A {
  const larger = new (column.constructor as new (length: number) => A)(column.length * 2)
  larger.set(column)
  return larger
}

function put(world: World, kind: number, body: number, what: number, playing: number, value: number): void {
  const { log, now } = world
  const i = log.count
  if (i === log.t.length) {
    log.t = grown(log.t)
    log.kind = grown(log.kind)
    log.body = grown(log.body)
    log.what = grown(log.what)
    log.playing = grown(log.playing)
    log.value = grown(log.value)
  }
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
function room({ log }: World, size: number): number {
  while (log.used + size > log.numbers.length) log.numbers = grown(log.numbers)
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
  speed: number,
  yaw: number,
  pitch: number,
  spin: number,
): void => step(world, playing, state, numbers(world, speed, yaw, pitch, spin))

export const stepEnd = (world: World, playing: Playing, state: StepState): void =>
  put(world, KIND.stepEnd, -1, state.plan.index, playing.number, -1)

export function sound(world: World, playing: Playing, step: number, audible: Audible, length: number): void {
  const { compiled, log } = world
  const at = room(world, 9)
  const to = log.numbers
  const { place } = audible
  to[at] = compiled.sounds.get(audible.sound)!.index
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
