import type { BurstStep, FlagStep, SignalStep, StopStep, ZoneStep } from '../../show'
import { draw } from '../../base'
import { cut, sendSignal, setZone } from '../play'
import { logFlag, logStep, streamOf, type Playing, type StepState, type World } from '../world'

/** A burst is told in the log, with a whole number of its range, each as likely; its particles are the picture's. */
export function burst(world: World, playing: Playing, state: StepState, step: BurstStep): number {
  const first = Math.ceil(step.count[0])
  const last = Math.max(first, Math.floor(step.count[1]))
  logStep(world, playing, state, first + Math.floor(draw(streamOf(world, playing, step.id), 0) * (last - first + 1)))
  return state.plan.length!
}

/** What a signal does when it begins. */
export function signal(world: World, playing: Playing, _: StepState, step: SignalStep): undefined {
  world.signalsUnderWay++
  world.agenda.put(world.now + step.delay, arrives, { name: step.name, playing })
}

function arrives(world: World, { name, playing }: { name: string; playing: Playing }): void {
  world.signalsUnderWay--
  sendSignal(world, name, playing)
}

/** What the setting of a flag does when it begins. */
export function flag(world: World, _: Playing, __: StepState, step: FlagStep): undefined {
  const value = step.set ?? Number(world.flags.get(step.flag)) + (step.add ?? 0)
  world.flags.set(step.flag, value)
  logFlag(world, world.compiled.flags.get(step.flag)!, value)
}

/** What the switching of a zone does when it begins. */
export function zone(world: World, _: Playing, __: StepState, step: ZoneStep): undefined {
  setZone(world, world.compiled.zoneIndex.get(step.zone)!, step.enabled)
}

/** Ends all playings of a cue, of all players, its own too; their sounds fade out. */
export function stop(world: World, _: Playing, __: StepState, step: StopStep): undefined {
  for (const audible of world.audible) {
    if (audible.until <= world.now) continue
    const owner = world.playings.find((p) => p.number === audible.playing)
    if (owner?.rule.cue.cue.id !== step.cue) continue
    audible.until = world.now
    audible.fadeOut = step.fade
  }
  for (const playing of [...world.playings]) if (playing.rule.cue.cue.id === step.cue) cut(world, playing, 'stopped')
}
