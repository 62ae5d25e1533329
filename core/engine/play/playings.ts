import { draw, NO_ENTRY, takeOut } from '../../base'
import type { RuleInstance } from '../compile'
import type { EndReason } from '../log'
import type { Body } from '../ways'
import {
  logEnd,
  logFire,
  logHeld,
  logStart,
  logStep,
  logStepEnd,
  memoryOf,
  NOTHING_ON,
  streamOf,
  type Playing,
  type StepState,
  type World,
} from '../world'

/** Whether a body is outside of a rule's zone. */
const isOutside = ({ zone }: RuleInstance, body: Body | undefined): boolean =>
  zone !== undefined && body !== undefined && body.inside[zone.index] === 0

/** The rule fires: its cue starts after the delay. */
export function fire(world: World, rule: RuleInstance, body: Body | undefined, ordinal: number): void {
  const memory = memoryOf(world, rule, body)
  const plans = rule.cue.steps
  const steps: StepState[] = new Array(plans.length)
  const playing: Playing = {
    number: world.nextPlaying++,
    rule,
    body,
    ordinal,
    memory,
    phase: 'delayed',
    entry: NO_ENTRY,
    steps,
    open: plans.length,
    lastByRelease: false,
    releasedBy: rule.at === 'leave' || (rule.at === 'end' && isOutside(rule, body)) ? 'enter' : 'leave',
  }
  for (let i = 0; i < plans.length; i++)
    steps[i] = {
      playing,
      plan: plans[i],
      phase: 'waiting',
      entry: NO_ENTRY,
      acquired: undefined,
      letGo: undefined,
      awaited: false,
    }
  memory.fired++
  memory.firedAt = world.now
  memory.latest = playing
  if (memory.on === NOTHING_ON) memory.on = [playing]
  else memory.on.push(playing)
  world.playings.push(playing)
  logFire(world, playing)
  playing.entry = world.agenda.put(world.now + rule.rule.delay, start, playing)
}

function start(world: World, playing: Playing): void {
  playing.phase = 'on'
  logStart(world, playing)
  const { steps } = playing
  for (let i = 0; i < steps.length; i++) {
    const state = steps[i]
    if (state.phase !== 'waiting') continue
    const { at, jitter, jitterName } = state.plan
    let late = at
    if (jitter > 0) late = Math.max(0, at + jitter * (2 * draw(streamOf(world, playing, jitterName), 0) - 1))
    state.entry = world.agenda.put(world.now + late, beginStep, state)
  }
  settle(world, playing)
}

function beginStep(world: World, state: StepState): void {
  const { playing } = state
  const { hold, lasts } = state.plan
  state.phase = lasts ? 'on' : 'over'
  if (!lasts || hold === 'cue') playing.open--
  // A step without a length of its own sets when the playing ends by beginning; what it does may release the playing after that.
  if (!lasts || hold === 'cue') playing.lastByRelease = false
  const own = begin(world, playing, state)
  if (playing.phase !== 'on') return
  const length = typeof hold === 'number' ? hold : own
  if (length !== undefined && state.phase === 'on' && !state.awaited) awaitEnd(world, state, length)
  settle(world, playing)
}

/** Puts the end of a step on the agenda; what crosses as it begins has it put there before. */
export function awaitEnd(world: World, state: StepState, length: number): void {
  state.awaited = true
  state.entry = world.agenda.put(world.now + length, endByItself, state)
}

/** Begins a step: it is logged, then it does what it does. For a tally, what decides nothing has only its length. */
function begin(world: World, playing: Playing, state: StepState): number | undefined {
  const { plan } = state
  if (world.tally && !plan.decides) return plan.length
  if (!plan.drawsFirst) logStep(world, playing, state)
  return world.effects[plan.effect](world, playing, state, plan.step)
}

/** Ends a step that has a length; `how` it lets go of what it acquired. */
function closeStep(world: World, state: StepState, how: 'own' | 'cut'): void {
  const { playing, phase } = state
  world.agenda.drop(state.entry)
  state.phase = 'over'
  if (phase === 'waiting' || (phase === 'on' && state.plan.hold !== 'cue')) playing.open--
  if (phase !== 'on') return
  logStepEnd(world, playing, state)
  if (state.letGo) state.letGo(world, state.acquired as never, how, state)
}

function endByItself(world: World, state: StepState): void {
  closeStep(world, state, 'own')
  if (state.plan.hold !== 'cue') state.playing.lastByRelease = false
  settle(world, state.playing)
}

/** Ends what lasts as long as the cue, and the playing, when nothing else is left of it. */
function settle(world: World, playing: Playing): void {
  if (playing.phase !== 'on' || playing.open > 0) return
  for (const state of playing.steps) if (state.phase === 'on') closeStep(world, state, 'own')
  finish(world, playing, playing.lastByRelease ? 'released' : 'done')
}

function finish(world: World, playing: Playing, why: EndReason): void {
  // What its last steps gave back may have let somebody in or out, and that has ended it.
  if (playing.phase === 'over') return
  world.agenda.drop(playing.entry)
  playing.phase = 'over'
  const { memory } = playing
  takeOut(world.playings, playing)
  if (memory.on.length === 1) memory.on = NOTHING_ON
  else takeOut(memory.on, playing)
  if (memory.latest === playing) memory.endedAt = world.now
  logEnd(world, playing, why)
  if (why !== 'run over' && why !== 'restarted' && memory.on.length === 0 && memory.queued)
    fireQueued(world, playing.rule, memory)
  world.ended(world, playing, why)
}

const NEEDS_PRESENCE = new Set(['enter', 'dwell', 'look'])

function fireQueued(world: World, rule: RuleInstance, memory: Playing['memory']): void {
  const { body, ordinal } = memory.queued!
  memory.queued = undefined
  const inside = !body || !rule.zone || body.inside[rule.zone.index] === 1
  if (inside || !NEEDS_PRESENCE.has(rule.at)) fire(world, rule, body, ordinal)
  else logHeld(world, rule, body, 'busy')
}

/** The body has left: what is held until release is let go, such steps not yet begun are dropped. */
export function release(world: World, playing: Playing): void {
  let dropped = false
  for (const state of playing.steps) {
    if (state.plan.hold !== 'release' || state.phase === 'over') continue
    closeStep(world, state, 'own')
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
  for (const state of on) closeStep(world, state, 'cut')
  finish(world, playing, why)
}

/** Whether a playing will end without anybody leaving. */
export function endsByItself(playing: Playing): boolean {
  return playing.steps.every((state) => state.phase === 'over' || state.plan.hold !== 'release')
}
