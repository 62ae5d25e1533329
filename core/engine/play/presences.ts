import { touches } from '../../space'
import type { CompiledZone, RuleInstance } from '../compile'
import { mayTouch, positionAt, SHORTEST, type Body } from '../ways'
import { carriedBy, logEnter, logLeave, logZone, solidAt, type Playing, type World } from '../world'
import { awaitDwell, hear } from './moments'
import { cut, release } from './playings'

/** Edges of one zone at one time, of bodies in walk order. `quiet`: no rule hears it. */
export function enter(world: World, zone: CompiledZone, walkers: readonly Body[], quiet = false): void {
  for (const walker of walkers) {
    walker.inside[zone.index] = 1
    walker.insideOf++
    walker.visit[zone.index]++
    world.watch.toggled(walker, zone)
    logEnter(world, walker, zone, quiet)
    releaseOf(world, zone, [walker], true)
    awaitDwell(world, walker, zone)
  }
  if (!quiet) hearEdge(world, zone.hears.enter, walkers)
}

/** Ends what bodies were in a zone: the leaves are logged, then what they hold is released, then leave rules are heard. */
export function leave(world: World, zone: CompiledZone, walkers: readonly Body[]): void {
  for (const walker of walkers) {
    walker.inside[zone.index] = 0
    walker.insideOf--
    walker.visit[zone.index]++
    world.watch.toggled(walker, zone)
    logLeave(world, walker, zone)
  }
  releaseOf(world, zone, walkers, false)
  hearEdge(world, zone.hears.leave, walkers)
}

function hearEdge(world: World, rules: readonly RuleInstance[], walkers: readonly Body[]): void {
  for (const rule of rules) for (const walker of walkers) hear(world, rule, walker)
}

/** A leave releases what the zone's rules play for those bodies, in the order in which it fired; what a leave rule plays is released by entering again. */
function releaseOf(world: World, zone: CompiledZone, walkers: readonly Body[], entering: boolean): void {
  if (zone.rules.length === 0) return
  const its: Playing[] = []
  for (const playing of world.playings) {
    const { rule, body, releasedBy } = playing
    if (body && rule.zone === zone && walkers.includes(body) && (releasedBy === 'enter') === entering) its.push(playing)
  }
  for (const playing of its) {
    const { onLeave } = playing.rule.rule
    if (onLeave === 'release') release(world, playing)
    else if (onLeave === 'stop') cut(world, playing, 'stopped')
  }
}

/** Switches a zone: presences end or begin within this entry. */
export function setZone(world: World, zone: CompiledZone, enabled: boolean): void {
  const was = world.enabled[zone.index] === 1
  logZone(world, zone, enabled)
  if (was === enabled) return
  if (enabled) world.enabled[zone.index] = 1
  // What somebody has with them notices nobody, on or off.
  if (!isAway(world, zone)) setNoticing(world, [zone], enabled)
  // The leave is heard as if the zone were still on.
  if (!enabled) world.enabled[zone.index] = 0
}

const isAway = (world: World, { zone: { tiedTo } }: CompiledZone): boolean =>
  tiedTo !== undefined && carriedBy(world, tiedTo.prop) !== null

/** Somebody has taken a prop along, or it is back: its zones that are on notice nobody from now, or do again. */
export function setCarried(world: World, prop: string, carried: boolean): void {
  const { zones } = world.compiled
  setNoticing(
    world,
    zones.filter(({ index, zone }) => zone.tiedTo?.prop === prop && world.enabled[index] === 1),
    !carried,
  )
}

/** Presences begin or end within this entry: zone by zone, all bodies there. */
function setNoticing(world: World, zones: readonly CompiledZone[], notices: boolean): void {
  if (zones.length === 0) return
  const here = world.bodies.filter((walker) => walker.present)
  here.forEach((walker) => world.watch.rerouted(walker))
  for (const zone of zones) {
    if (notices) world.notices[zone.index] = 1
    if (notices) enter(world, zone, here.filter((walker) => touchesNow(world, zone, walker, 0))) // prettier-ignore
    else leave(world, zone, here.filter((walker) => walker.inside[zone.index] === 1)) // prettier-ignore
    if (!notices) world.notices[zone.index] = 0
  }
}

/** Whether a body touches a zone now. */
export function touchesNow(world: World, zone: CompiledZone, walker: Body, rim: number, t = world.now): boolean {
  const at = positionAt(walker.path, t)
  if (world.moving[zone.index] === 0 && !mayTouch(world.compiled.layout, walker, zone.index, at)) return false
  return touches(solidAt(world, zone, t), rim, walker.cylinders[zone.geometry.notices], at)
}

/** Whether a body touches a zone now, and not only for a moment too short for a presence. */
export function staysInTouch(world: World, zone: CompiledZone, walker: Body): boolean {
  return touchesNow(world, zone, walker, 0) && touchesNow(world, zone, walker, 0, world.now + SHORTEST)
}
