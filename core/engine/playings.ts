import type { RuleInstance } from './compile'
import type { EndReason } from './events'
import { draw, keyOf, type Stream } from './luck'
import { memoryOf } from './gates'
import { begin } from './steps'
import { nameOf, type Body, type Playing, type StepState, type World } from './world'
import * as write from './write'

/** The stream of a playing's luck for one of its draws. */
export function streamOf(world: World, playing: Playing, what: string): Stream {
  return { key: keyOf(world.seed, playing.rule.name, what, nameOf(playing.body)), ordinal: playing.ordinal }
}

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
    entry: undefined,
    steps: rule.cue.steps.map((plan) => ({ plan, phase: 'waiting', entry: undefined, letGo: undefined })),
    lastByRelease: false,
    audible: [],
  }
  memory.fired++
  memory.firedAt = world.now
  memory.latest = playing
  memory.on.push(playing)
  world.playings.push(playing)
  write.fire(world, playing)
  playing.entry = world.agenda.put(world.now + rule.rule.delay, () => start(world, playing))
}

function start(world: World, playing: Playing): void {
  playing.phase = 'on'
  write.start(world, playing)
  for (const state of playing.steps) {
    if (state.phase !== 'waiting') continue
    const { id, at, jitter } = state.plan
    let late = at
    if (jitter > 0) late = Math.max(0, at + jitter * (2 * draw(streamOf(world, playing, `${id}/jitter`), 0) - 1))
    state.entry = world.agenda.put(world.now + late, () => beginStep(world, playing, state))
  }
  settle(world, playing)
}

function beginStep(world: World, playing: Playing, state: StepState): void {
  const { hold, lasts } = state.plan
  state.phase = lasts ? 'on' : 'over'
  const own = begin(world, playing, state)
  if (playing.phase !== 'on') return
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
  write.stepEnd(world, playing, state)
  state.letGo?.(how)
}

function endStep(world: World, playing: Playing, state: StepState, byRelease: boolean): void {
  closeStep(world, playing, state, 'own')
  if (state.plan.hold !== 'cue') playing.lastByRelease = byRelease
  settle(world, playing)
}

/** Ends what lasts as long as the cue, and the playing, when nothing else is left of it. */
function settle(world: World, playing: Playing): void {
  if (playing.phase !== 'on') return
  for (const { plan, phase } of playing.steps)
    if (phase === 'waiting' || (phase === 'on' && plan.hold !== 'cue')) return
  for (const state of playing.steps) if (state.phase === 'on') closeStep(world, playing, state, 'own')
  finish(world, playing, playing.lastByRelease ? 'released' : 'done')
}

function takeOut(list: Playing[], playing: Playing): void {
  const index = list.indexOf(playing)
  if (index >= 0) list.splice(index, 1)
}

function finish(world: World, playing: Playing, why: EndReason): void {
  if (playing.entry) playing.entry.dropped = true
  playing.phase = 'over'
  const { memory } = playing
  takeOut(world.playings, playing)
  takeOut(memory.on, playing)
  if (memory.latest === playing) memory.endedAt = world.now
  write.end(world, playing, why)
  if (why !== 'run over' && why !== 'restarted' && memory.on.length === 0 && memory.queued)
    fireQueued(world, playing.rule, memory)
}

const NEEDS_PRESENCE = new Set(['enter', 'dwell', 'look'])

function fireQueued(world: World, rule: RuleInstance, memory: Playing['memory']): void {
  const { body, ordinal } = memory.queued!
  memory.queued = undefined
  const inside = !body || !rule.zone || body.inside[rule.zone.index] === 1
  if (inside || !NEEDS_PRESENCE.has(rule.at)) fire(world, rule, body, ordinal)
  else write.held(world, rule, body, 'busy')
}

/** The body has left: what is held until release is let go, such steps not yet begun are dropped. */
export function release(world: World, playing: Playing): void {
  let dropped = false
  for (const state of playing.steps) {
    if (state.plan.hold !== 'release' || state.phase === 'over') continue
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
  return playing.steps.every((state) => state.phase === 'over' || state.plan.hold !== 'release')
}
