import type { Hold, Step } from '../show/types'
import type { RuleInstance } from './compile'
import type { EndReason } from './events'
import { draw, keyOf, type Stream } from './luck'
import { memoryOf } from './gates'
import { begin } from './steps'
import { named, nameOf, type Body, type Playing, type StepState, type World } from './world'

/** What holds a step: seconds, the cue, release, for good; undefined for steps with a length of their own or none. */
export function holdOf(step: Step): Hold | undefined {
  if (step.kind === 'sound') return step.loop ? step.hold : undefined
  return 'hold' in step ? step.hold : undefined
}

/** The stream of a playing's luck for one of its draws. */
export function streamOf(world: World, playing: Playing, what: string): Stream {
  return { key: keyOf(world.seed, playing.rule.name, what, nameOf(playing.body)), ordinal: playing.ordinal }
}

/** What an event about a playing says of it. */
const about = (playing: Playing) => ({ playing: playing.number, cue: playing.rule.cue.cue.id, ...named(playing.body) })

/** The rule fires: its cue starts after the delay. */
export function fire(world: World, rule: RuleInstance, body: Body, ordinal: number): void {
  const memory = memoryOf(world, rule, body)
  const playing: Playing = {
    number: world.nextPlaying++,
    rule,
    body,
    ordinal,
    memory,
    phase: 'delayed',
    steps: rule.cue.steps.map((step) => ({ step, phase: 'waiting' as const })),
    lastByRelease: false,
    audible: [],
  }
  memory.fired++
  memory.firedAt = world.now
  memory.latest = playing
  memory.on.push(playing)
  world.playings.push(playing)
  world.emit({
    t: world.now,
    kind: 'fire',
    rule: rule.name,
    ...(rule.zone && { zone: rule.zone.zone.id }),
    ...about(playing),
  })
  playing.entry = world.agenda.put(world.now + rule.rule.delay, () => start(world, playing))
}

function start(world: World, playing: Playing): void {
  playing.phase = 'on'
  world.emit({ t: world.now, kind: 'start', ...about(playing) })
  for (const state of playing.steps) {
    if (state.phase !== 'waiting') continue
    const { step } = state
    let late = step.at
    if (step.jitter > 0)
      late = Math.max(0, late + step.jitter * (2 * draw(streamOf(world, playing, `${step.id}/jitter`), 0) - 1))
    state.entry = world.agenda.put(world.now + late, () => beginStep(world, playing, state))
  }
  settle(world, playing)
}

/** Kinds that last as long as they say themselves. */
const OWN_LENGTH = new Set<Step['kind']>(['sound', 'camera', 'fade'])

/** Whether a step takes time, and so has an end that is logged. */
function lasts(step: Step): boolean {
  const hold = holdOf(step)
  return hold === undefined ? OWN_LENGTH.has(step.kind) : hold !== 'keep'
}

function beginStep(world: World, playing: Playing, state: StepState): void {
  const { step } = state
  state.phase = lasts(step) ? 'on' : 'over'
  const own = begin(world, playing, state)
  if (playing.phase !== 'on') return
  const hold = holdOf(step)
  const length = typeof hold === 'number' ? hold : own
  if (state.phase === 'over') playing.lastByRelease = false
  else if (length !== undefined)
    state.entry = world.agenda.put(world.now + length, () => endStep(world, playing, state, false))
  settle(world, playing)
}

/** Ends a step that has a length; `how` it lets go of what it took. */
function closeStep(world: World, playing: Playing, state: StepState, how: 'own' | 'cut'): void {
  if (state.entry) state.entry.dropped = true
  const begun = state.phase === 'on'
  state.phase = 'over'
  if (!begun) return
  world.emit({ t: world.now, kind: 'stepEnd', playing: playing.number, step: state.step.id })
  state.letGo?.(how)
}

function endStep(world: World, playing: Playing, state: StepState, byRelease: boolean): void {
  closeStep(world, playing, state, 'own')
  if (holdOf(state.step) !== 'cue') playing.lastByRelease = byRelease
  settle(world, playing)
}

/** Ends what lasts as long as the cue, and the playing, when nothing else is left of it. */
function settle(world: World, playing: Playing): void {
  if (playing.phase !== 'on') return
  for (const { step, phase } of playing.steps)
    if (phase === 'waiting' || (phase === 'on' && holdOf(step) !== 'cue')) return
  for (const state of playing.steps) if (state.phase === 'on') closeStep(world, playing, state, 'own')
  finish(world, playing, playing.lastByRelease ? 'released' : 'done')
}

function finish(world: World, playing: Playing, why: EndReason): void {
  if (playing.entry) playing.entry.dropped = true
  playing.phase = 'over'
  world.playings = world.playings.filter((p) => p !== playing)
  const { memory } = playing
  memory.on = memory.on.filter((p) => p !== playing)
  if (memory.latest === playing) memory.endedAt = world.now
  world.emit({ t: world.now, kind: 'end', ...about(playing), why })
  if (why !== 'run over' && why !== 'restarted' && memory.on.length === 0 && memory.queued)
    fireQueued(world, playing.rule, memory)
}

const NEEDS_PRESENCE = new Set(['enter', 'dwell', 'look'])

function fireQueued(world: World, rule: RuleInstance, memory: Playing['memory']): void {
  const { body, ordinal } = memory.queued!
  memory.queued = undefined
  const inside = !body || !rule.zone || body.inside[rule.zone.index] === 1
  if (inside || !NEEDS_PRESENCE.has(rule.rule.on.at)) fire(world, rule, body, ordinal)
  else
    world.emit({
      t: world.now,
      kind: 'held',
      rule: rule.name,
      ...(rule.zone && { zone: rule.zone.zone.id }),
      ...named(body),
      gate: 'busy',
    })
}

/** The body has left: what is held until release is let go, such steps not yet begun are dropped. */
export function release(world: World, playing: Playing): void {
  let dropped = false
  for (const state of playing.steps) {
    if (holdOf(state.step) !== 'release' || state.phase === 'over') continue
    closeStep(world, playing, state, 'own')
    playing.lastByRelease = dropped = true
  }
  if (playing.phase === 'delayed') {
    if (dropped && playing.steps.every((state) => state.phase === 'over')) finish(world, playing, 'released')
  } else settle(world, playing)
}

/** Ends a playing at once: steps not begun are dropped, the others let go. */
export function cut(world: World, playing: Playing, why: EndReason): void {
  if (playing.phase === 'over') return
  const on = playing.steps.filter((state) => state.phase !== 'over')
  for (const state of on) closeStep(world, playing, state, 'cut')
  finish(world, playing, why)
}

/** Whether a playing will end without anybody leaving. */
export function endsByItself(playing: Playing): boolean {
  return playing.steps.every((state) => state.phase === 'over' || holdOf(state.step) !== 'release')
}
