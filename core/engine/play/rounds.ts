import { memo } from '../../base'
import type { RuleInstance } from '../compile'
import { movesUntil } from '../history'
import { ownTime, partNow, type Body, type Intent, type Route } from '../ways'
import { motionOf, propNow, type Playing, type StepState, type World } from '../world'

/** So often a walk is sent somewhere before it is asked whether it goes round. */
const SELDOM = 20
/** So often everything has to stand as it stood before, each time somebody is sent: what luck alone makes longer once may then come, too. */
const ROUNDS = 50

/** How often each state of a run has been met, at moves, and since when. */
const statesOf = memo((_: World) => ({ moves: 0, met: new Map<string, { times: number; since: number }>() }))

/**
 * Somebody has been sent somewhere. Where everything stands as it has stood again and again before, and nothing is left to chance, it goes
 * on like that for ever: then the run is ended with an error that names the loop.
 */
export function askWhetherRound(world: World): void {
  if (world.longest === Infinity) return
  const states = statesOf(world)
  if (++states.moves <= SELDOM) return
  const state = stateOf(world)
  if (state === undefined) return
  const { times, since } = states.met.get(state) ?? { times: 0, since: world.now }
  states.met.set(state, { times: times + 1, since })
  if (times + 1 >= ROUNDS) world.goesRound(world.now > since ? 'round' : 'at once')
}

const short = (time: number): string => (Number.isFinite(time) ? time.toFixed(6) : String(time))

/** Everything on which what comes next depends, with times as they are from now on; undefined while something moves or luck decides. */
function stateOf(world: World): string | undefined {
  const { now, compiled } = world
  // What was left to chance may come out otherwise the next time: then no state is the same.
  const parts: string[] = [
    String(world.chances),
    [...world.flags.values()].join(),
    world.enabled.join(),
    world.notices.join(),
  ]
  for (const walker of world.walkers) {
    const part = partNow(walker)
    const { walk, look, use } = walker.locks
    const own = ownTime(part, now)
    parts.push([walker.present, walker.ended, part.moving, numberOf(part.route), short(own), part.held, walk, look, use, walker.inside.join(''), short(now - walker.lockedSince)].join()) // prettier-ignore
  }
  for (const prop of compiled.props.values()) {
    const motion = motionOf(world, prop.id)
    if (movesUntil(motion, now) > now) return undefined
    const { middle, yaw } = propNow(world, prop)
    parts.push([...middle, yaw].map(short).join())
  }
  for (const [at, memory] of world.memories.entries()) {
    if (!memory) continue
    const { rule } = memory.latest?.rule ?? {}
    const fired = rule?.limit ? Math.min(memory.fired, rule.limit.times) : Math.min(memory.fired, 1)
    const rest = rule?.cooldown?.seconds ?? 0
    const since = rule?.cooldown?.from === 'end' ? memory.endedAt : memory.firedAt
    parts.push([at, fired, memory.on.length, memory.queued !== undefined, short(Math.min(rest, now - since))].join())
  }
  for (const [at, moment] of world.moments.entries()) {
    const { rule } = compiled.rules[Math.floor((at * compiled.rules.length) / world.moments.length)]
    if (moment && rule.debounce > 0) parts.push([at, short(Math.min(rule.debounce, now - moment.last))].join())
  }
  for (const { time, action, subject } of world.agenda.pending())
    parts.push([short(time - now), (action as { name: string }).name, nameOfSubject(subject)].join())
  return parts.join('|')
}

/** A route by a number of its own. */
const numbers = new WeakMap<Route, number>()
let last = 0
function numberOf(route: Route): number {
  const known = numbers.get(route) ?? ++last
  numbers.set(route, known)
  return known
}

/** What an entry of the agenda is about, so that what comes again round by round has the same name. */
function nameOfSubject(subject: unknown): string {
  if (typeof subject !== 'object' || subject === null) return ''
  const { plan, playing, rule, walker, walk, does, point, visit, look, name } = subject as Partial<
    StepState & Intent & Body & { rule: RuleInstance; visit: number; look: { rule: RuleInstance }; name: string }
  >
  const of = (playing ?? subject) as Partial<Playing>
  return [plan?.step.id, (rule ?? look?.rule ?? of.rule)?.index, of.body?.index, walker?.index, walk?.id, does, point, name, visit === undefined ? '' : walker && rule?.zone ? walker.visit[rule.zone.index] - visit : ''].join('/') // prettier-ignore
}
