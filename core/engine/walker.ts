import type { BodyKind, Lock, Point, Prop, Show, Walk } from '../show/types'
import { positionOn, standing, standsOn, yawOf, type Cylinder } from '../space'
import { SAME_TIME, type Entry } from './agenda'
import type { World } from './world'
import {
  cachedRoute,
  legAt,
  routeOf,
  routeOver,
  shareTouches,
  type Leg,
  type LegFacing,
  type Route,
  type Stop,
} from './legs'

/** From a time on a body follows a route from its own time `own`, or stands still on it. */
export interface PathPart {
  t: number
  own: number
  moving: boolean
  route: Route
  /** The yaw it is held at while looking is locked. */
  held?: number
}
export interface Walker {
  index: number
  walk: Walk
  /** A flung prop is a body too, while it flies; its walk has the prop's id and no points. */
  kind: BodyKind
  player: boolean
  /** It will not be seen again: its routes are not kept. */
  once: boolean
  /** Its way is told piece by piece while the run goes on; it intends nothing by itself. */
  fed: boolean
  /** Which of its flights this is. */
  flight: number
  tags: Set<string>
  cylinders: { body: Cylinder; feet: Cylinder; eyes: Cylinder }
  present: boolean
  ended: boolean
  path: PathPart[]
  /** How many freezes hold each control. */
  locks: { [lock in Lock]: number }
  lockedSince: number
  /** Per zone: whether it counts as inside, and which of its visits this is. */
  inside: Uint8Array
  visit: number[]
  /** How many zones it counts as inside of. */
  insideOf: number
  /** What the intention has on the agenda: in its own time, so that a freeze can put it off. */
  intents: Intent[]
  /** Nobody but this one, as a list of bodies and of places in the run. */
  itself: Walker[] | undefined
  alone: number[]
}
/** Something a walker means to do at a time of its own. */
export interface Intent {
  walker: Walker
  own: number
  act: (world: World, walker: Walker, point: number) => void
  /** Which point of its route that is about, −1 if none. */
  point: number
  entry: Entry
}

export function createWalker(show: Show, walk: Walk, index: number, zones: number, once = false): Walker {
  const radius = walk.body.radius ?? show.player.radius
  const height = walk.body.height ?? show.player.height
  return {
    index,
    walk,
    kind: walk.body.kind,
    player: walk.body.kind === 'player',
    fed: false,
    flight: 0,
    tags: new Set(walk.body.tags),
    cylinders: {
      body: { radius, low: 0, high: height },
      feet: { radius: 0, low: 0, high: 0 },
      eyes: { radius: 0, low: show.player.eye, high: show.player.eye },
    },
    present: false,
    ended: false,
    path: [{ t: walk.start, own: 0, moving: true, route: routeOf(show, walk, once) }],
    once,
    locks: { walk: 0, jump: 0, look: 0, use: 0 },
    lockedSince: Infinity,
    inside: new Uint8Array(zones),
    visit: new Array(zones).fill(0),
    insideOf: 0,
    intents: [],
    itself: undefined,
    alone: [index],
  }
}

const NO_SIZE: Cylinder = { radius: 0, low: 0, high: 0 }

/** A prop that some cue flings: a point at its middle, there only while it flies. */
export function createPropBody(show: Show, prop: Prop, index: number, zones: number): Walker {
  const walk: Walk = {
    id: prop.id,
    name: prop.name,
    body: { kind: 'creature', tags: prop.tags },
    start: Infinity,
    points: [{ at: prop.at, pause: 0, use: false, useAfter: 0, look: 'ahead', arrive: false }],
  }
  const middle: Point = [prop.at[0], prop.at[1] + prop.size[1] / 2, prop.at[2]]
  const cylinders = { body: NO_SIZE, feet: NO_SIZE, eyes: NO_SIZE }
  return {
    ...createWalker(show, walk, index, zones),
    kind: 'prop',
    player: false,
    cylinders,
    path: [resting(-Infinity, middle)],
  }
}

/** The path of something that lies at a point. */
export function resting(t: number, at: Point): PathPart {
  const leg = { start: 0, piece: standing(at), facing: { yaw: 0 }, ahead: 0 }
  return { t, own: 0, moving: false, route: { legs: [leg], reaches: [], first: 0, end: Infinity } }
}

export const partNow = (walker: { path: PathPart[] }): PathPart => walker.path[walker.path.length - 1]

/** A body's own time at a time of the run. */
export const ownTime = (part: PathPart, t: number): number => (part.moving ? part.own + (t - part.t) : part.own)
/** The time of the run at which a body's own time comes, if nothing holds it up. */
export const runTime = (part: PathPart, own: number): number => part.t + (own - part.own)

export function partAt(path: readonly PathPart[], t: number): PathPart {
  let i = path.length - 1
  while (i > 0 && path[i].t > t) i--
  return path[i]
}

/** Where the feet are at a time of the run. */
export function positionAt(path: readonly PathPart[], t: number): Point {
  const part = partAt(path, t)
  const own = Math.max(0, ownTime(part, t))
  const leg = part.route.legs[legAt(part.route, own)]
  return positionOn(leg.piece, Math.min(own - leg.start, leg.piece.seconds))
}

/** Where the middle of a prop is at a time. */
export type WhereIs = (prop: string, t: number) => Point

/** What a body's facing follows on a part of its path, at its own time, and its yaw if it stands on that. */
export function facingOn(part: PathPart, own: number): { facing: LegFacing; ahead: number } {
  const { held, moving, route } = part
  if (held !== undefined) return { facing: { yaw: held }, ahead: held }
  if (own === 0 && !moving && route.faces !== undefined) return { facing: { yaw: route.faces }, ahead: route.faces }
  // Rounding must not leave somebody who has just reached a point looking as before it.
  return route.legs[legAt(route, own + SAME_TIME)]
}

/** Which way a body on a path faces at a time of the run (degrees). */
export function facingAt(path: readonly PathPart[], t: number, whereIs: WhereIs): number {
  const part = partAt(path, t)
  const { facing, ahead } = facingOn(part, Math.max(0, ownTime(part, t)))
  if ('yaw' in facing) return facing.yaw
  const at = positionAt(path, t)
  const to = facing.prop === undefined ? facing.at : whereIs(facing.prop, t)
  return standsOn(at, to) ? ahead : yawOf(to[0] - at[0], to[2] - at[2])
}

/** Stops or resumes the intention at a time; its facing can be held meanwhile. */
export function turnPage(walker: Walker, t: number, moving: boolean, held: number | undefined): void {
  const part = partNow(walker)
  walker.path.push({ t, own: ownTime(part, t), moving, route: part.route, held })
}

/** A walker whose way will be told: it stands where it is first told to be. */
export function createFed(show: Show, id: string, body: Walk['body'], index: number, zones: number): Walker {
  const walk: Walk = { id, name: id, body, start: Infinity, points: [] }
  return { ...createWalker(show, walk, index, zones), fed: true, path: [resting(-Infinity, [0, 0, 0])] }
}

/** Puts a body whose way is told at a mark, where it stands until it is told to go on. Nothing is left of what was told. */
export function putFed(walker: Walker, t: number, at: Point, yaw: number, held: number | undefined): false {
  const leg: Leg = { start: 0, piece: standing(at), facing: { yaw }, ahead: yaw }
  walker.path.push({ t, own: 0, moving: true, route: { legs: [leg], reaches: [], first: 0, end: Infinity }, held })
  return false
}

/** Puts the body at a mark with what is left of its walk. Gives whether anything is left to walk. */
export function reroute(
  show: Show,
  walker: Walker,
  t: number,
  at: Point,
  yaw: number,
  moving: boolean,
  held: number | undefined,
): boolean {
  const part = partNow(walker)
  const own = ownTime(part, t)
  const { reaches, first } = part.route
  let reached = 0
  while (reached + 1 < reaches.length && reaches[reached + 1].time <= own + 1e-9) reached++
  const { points } = walker.walk
  const next = Math.min(points.length, first + reached + 1)
  const arrive = walker.ended ? -1 : points.findIndex((point, index) => index >= next && point.arrive)
  const ended = walker.ended
  const name = `${at}|${yaw}|${next}|${arrive}|${ended}`
  const route = cachedRoute(show, walker.walk, name, walker.once, () => {
    const over = (stops: readonly Stop[], first: number): Route => {
      const made = routeOver(show, stops, first, yaw)
      shareTouches(made, part.route)
      made.faces = yaw
      return made
    }
    if (arrive >= 0) return over([{ ...points[arrive], at, faces: yaw }, ...points.slice(arrive + 1)], arrive)
    const rest = ended ? [] : points.slice(next)
    // The look of the point reached last holds again once the walker goes on.
    const { pace, look } = points[next - 1]
    const here = {
      at,
      pace,
      pause: 0,
      use: false,
      useAfter: 0,
      look: rest.length > 0 ? look : 'ahead',
      faces: yaw,
    } as const
    return over([here, ...rest], next - 1)
  })
  walker.path.push({ t, own: 0, moving, route, held })
  return !walker.ended
}
