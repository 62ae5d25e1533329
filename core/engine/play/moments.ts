import type { Target } from '../../show'
import { between, standsOn, yawOf } from '../../space'
import type { CompiledZone, RuleInstance } from '../compile'
import type { EndReason } from '../log'
import { positionAt, type Body } from '../ways'
import {
  carriedBy,
  facingNow,
  logHeld,
  logPress,
  logSignal,
  memoryOf,
  placeOf,
  propNow,
  type Playing,
  type World,
} from '../world'
import { judge } from './gates'
import { cut, fire } from './playings'

/** A rule hears its moment: the gates are asked, and it fires or is held. */
export function hear(world: World, rule: RuleInstance, body: Body | undefined): void {
  const moment = (world.moments[placeOf(world, rule, body)] ??= { last: -Infinity, count: 0 })
  const ordinal = moment.count++
  const since = world.now - moment.last
  moment.last = world.now
  const verdict = judge(world, rule, body, ordinal, since)
  if (verdict === 'fires') return fire(world, rule, body, ordinal)
  const memory = memoryOf(world, rule, body)
  if (verdict === 'queued') {
    memory.queued = { body, ordinal }
    return
  }
  if (verdict === 'restarts') {
    for (const playing of [...memory.on]) cut(world, playing, 'restarted')
    return fire(world, rule, body, ordinal)
  }
  logHeld(world, rule, body, verdict.gate, verdict.left)
}

/** All rules that listen to a signal hear it: the sender's body, or with `inside` each body inside the zone. */
export function sendSignal(world: World, name: string, from?: Playing): void {
  const { index, rules } = world.compiled.signals.get(name)!
  logSignal(world, index, from, rules.length)
  for (const rule of rules) {
    const on = rule.rule.on
    if (on.at === 'signal' && on.inside && rule.zone) {
      for (const walker of world.bodies) if (walker.inside[rule.zone.index] === 1) hear(world, rule, walker)
    } else hear(world, rule, from?.body)
  }
}

/** A playing has ended: rules that wait for that hear it, a kit's only of playings of its own zone's rules. */
export function hearEnd(world: World, { rule: by, body }: Playing, why: EndReason): void {
  if (why === 'restarted' || why === 'run over') return
  for (const rule of world.compiled.ends.get(by.cue.cue.id) ?? []) {
    const { on } = rule.rule
    if (on.at !== 'end' || (on.why !== 'any' && on.why !== why) || (rule.ofKit && by.zone !== rule.zone)) continue
    if (on.inside && rule.zone) {
      for (const walker of world.bodies) if (walker.inside[rule.zone.index] === 1) hear(world, rule, walker)
    } else hear(world, rule, body)
  }
}

/** A press of a key by a body: use rules hear it that name the key, whose zone it is in and whose target it faces. */
export function press(world: World, walker: Body, key: string): void {
  const heard: RuleInstance[] = []
  if (walker.locks.use === 0)
    for (const zone of world.compiled.zones) {
      if (walker.inside[zone.index] === 0) continue
      for (const rule of zone.rules) {
        const on = rule.rule.on
        if (on.at === 'use' && on.key === key && (!on.facing || faces(world, walker, on.facing))) heard.push(rule)
      }
    }
  logPress(world, walker, key, heard)
  for (const rule of heard) hear(world, rule, walker)
}

function faces(world: World, walker: Body, facing: Target & { within: number }): boolean {
  const { props, marks } = world.compiled
  if ('prop' in facing && carriedBy(world, facing.prop) !== null) return false
  const target = 'prop' in facing ? propNow(world, props.get(facing.prop)!).middle : marks.get(facing.mark)!.at
  const at = positionAt(walker.path, world.now)
  if (standsOn(at, target)) return false
  return between(facingNow(world, walker), yawOf(target[0] - at[0], target[2] - at[2])) <= facing.within + 1e-9
}

interface Stay {
  walker: Body
  rule: RuleInstance
  visit: number
}

/** Somebody has stayed for as long as a dwell rule wants, if it is still the same visit. */
function dwelled(world: World, { walker, rule, visit }: Stay): void {
  if (walker.visit[rule.zone!.index] === visit) hear(world, rule, walker)
}

/** Dwell rules of a zone count from an enter. */
export function awaitDwell(world: World, walker: Body, zone: CompiledZone): void {
  const visit = walker.visit[zone.index]
  for (const rule of zone.hears.dwell) {
    const on = rule.rule.on as { seconds: number }
    world.agenda.put(world.now + on.seconds, dwelled, { walker, rule, visit })
  }
}
