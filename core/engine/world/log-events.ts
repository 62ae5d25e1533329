import type { Lock, Point } from '../../show'
import type { CompiledSound, CompiledStep, CompiledZone, RuleInstance } from '../compile'
import type { Audible, DrawnFling } from '../history'
import { GATES, KIND, LOCKS, REASONS, type EndReason, type Gate } from '../log'
import type { Body } from '../ways'
import type { Playing, StepState, World } from './world'

const MOST_AT_ONCE = 10_000
const MOST_IN_ALL = 1_000_000

/** What a tally does not log. */
const isOfSteps = (kind: number): boolean => kind === KIND.step || kind === KIND.stepEnd || kind === KIND.sound

function put(world: World, kind: number, body: number, what: number, playing: number, value: number): void {
  const { log, now } = world
  if (world.tally && isOfSteps(kind)) return
  const i = log.count
  if (i === log.columns.t.length) log.grow(i * 2, log.columns.numbers.length)
  const { columns } = log
  columns.t[i] = now
  columns.kind[i] = kind
  columns.body[i] = body
  columns.what[i] = what
  columns.playing[i] = playing
  columns.value[i] = value
  log.count = i + 1
  log.atOnce = i > 0 && columns.t[i - 1] === now ? log.atOnce + 1 : 1
  if (log.atOnce > MOST_AT_ONCE) world.goesRound('at once')
  if (log.count > MOST_IN_ALL) world.goesRound('events')
}

/** Makes room for numbers of an event; gives where they begin. */
function room({ log }: World, size: number): number {
  while (log.used + size > log.columns.numbers.length) log.grow(log.columns.t.length, log.columns.numbers.length * 2)
  log.used += size
  return log.used - size
}

function numbers(world: World, ...values: number[]): number {
  const at = room(world, values.length)
  const to = world.log.columns.numbers
  for (let i = 0; i < values.length; i++) to[at + i] = values[i]
  return at
}

const bodyOf = (body: Body | undefined): number => (body ? body.index : -1)

/** Logs that somebody enters a zone. */
export const logEnter = (world: World, walker: Body, zone: CompiledZone, quiet: boolean): void =>
  put(world, KIND.enter, walker.index, zone.index, -1, quiet ? 1 : 0)

/** Logs that somebody leaves a zone. */
export const logLeave = (world: World, walker: Body, zone: CompiledZone): void =>
  put(world, KIND.leave, walker.index, zone.index, -1, -1)

/** Logs that a rule fires. */
export const logFire = (world: World, playing: Playing): void =>
  put(world, KIND.fire, bodyOf(playing.body), playing.rule.index, playing.number, -1)

/** Logs that a gate held a rule, and what was left. */
export const logHeld = (world: World, rule: RuleInstance, body: Body | undefined, gate: Gate, left?: number): void =>
  put(world, KIND.held, bodyOf(body), rule.index, left === undefined ? -1 : numbers(world, left), GATES.indexOf(gate))

/** Logs that a playing starts. */
export const logStart = (world: World, playing: Playing): void =>
  put(world, KIND.start, bodyOf(playing.body), playing.rule.cue.index, playing.number, -1)

/** Logs that a playing ends, and why. */
export const logEnd = (world: World, playing: Playing, why: EndReason): void =>
  put(world, KIND.end, bodyOf(playing.body), playing.rule.cue.index, playing.number, REASONS.indexOf(why))

/** Logs that a step begins. */
export const logStep = (world: World, playing: Playing, state: StepState, value = -1): void =>
  put(world, KIND.step, -1, state.plan.index, playing.number, value)

/** Logs that a prop is thrown, with what was drawn. */
export const logThrown = (
  world: World,
  playing: Playing,
  state: StepState,
  { speed, yaw, pitch, spin }: DrawnFling,
): void => logStep(world, playing, state, numbers(world, speed, yaw, pitch, spin))

/** Logs that a step ends. */
export const logStepEnd = (world: World, playing: Playing, state: StepState): void =>
  put(world, KIND.stepEnd, -1, state.plan.index, playing.number, -1)

/** Logs that a sound starts, with all that was drawn. */
export function logSound(
  world: World,
  playing: Playing,
  plan: CompiledStep,
  sound: CompiledSound,
  audible: Audible,
  length: number,
): void {
  const { log } = world
  const at = room(world, 9)
  const to = log.columns.numbers
  const { place } = audible
  to[at] = sound.index
  to[at + 1] = plan.bus
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
  put(world, KIND.sound, -1, plan.index, playing.number, at)
}

/** The place of a key among those that logs know; one that nobody has named yet is added. */
function placeOfKey({ compiled: { legend } }: World, key: string): number {
  const known = legend.keys.indexOf(key)
  return known >= 0 ? known : legend.keys.push(key) - 1
}

/** Logs that a key is pressed, and who heard it. */
export const logPress = (world: World, walker: Body, key: string, taken: readonly RuleInstance[]): void =>
  put(
    world,
    KIND.press,
    walker.index,
    placeOfKey(world, key),
    -1,
    numbers(world, taken.length, ...taken.map((rule) => rule.index)),
  )

/** Logs that somebody is put somewhere else. */
export const logMove = (world: World, walker: Body, from: Point, to: Point): void =>
  put(world, KIND.move, walker.index, -1, -1, numbers(world, ...from, ...to))

/** Logs what hands may not do from now on, and which share of their pace is left to feet. */
export const logLocks = (world: World, walker: Body, taken: boolean, now: readonly Lock[], pace: number): void =>
  put(
    world,
    taken ? KIND.lock : KIND.unlock,
    walker.index,
    -1,
    pace < 1 ? numbers(world, pace) : -1,
    now.reduce((bits, lock) => bits | (1 << LOCKS.indexOf(lock)), 0),
  )

/** Logs that a signal is sent, and how many hear it. */
export const logSignal = (world: World, signal: number, from: Playing | undefined, heard: number): void =>
  put(world, KIND.signal, -1, signal, from ? from.number : -1, heard)

/** Logs what a flag becomes. */
export const logFlag = (world: World, flag: number, value: boolean | number): void =>
  typeof value === 'boolean'
    ? put(world, KIND.flag, -1, flag, -1, value ? 1 : 0)
    : put(world, KIND.flag, -1, flag, numbers(world, value), -1)

/** Logs that a zone is switched. */
export const logZone = (world: World, zone: CompiledZone, enabled: boolean): void =>
  put(world, KIND.zone, -1, zone.index, -1, enabled ? 1 : 0)

/** Logs that a flung prop hits, and how fast. */
export const logImpact = (world: World, prop: Body, at: Point, speed: number): void =>
  put(world, KIND.impact, prop.index, -1, -1, numbers(world, ...at, speed))

/** Logs that a walk has ended. */
export const logWalkEnd = (world: World, walker: Body, locked: boolean): void =>
  put(world, KIND.walkEnd, walker.index, -1, -1, locked ? 1 : 0)
