import type { BodyKind, Lock, Point, Prop, Show, Walk } from '../../show'
import type { Cylinder } from '../../space'
import type { Entry } from '../../base'
import { ownTime, partNow, resting, type PathPart } from './path'
import { routeOf } from './routes'

export interface Body {
  index: number
  walk: Walk
  /** A flung prop is a body too, while it flies; its walk has the prop's id and no points. */
  kind: BodyKind
  player: boolean
  /** It will not be seen again: its routes are not kept. */
  once: boolean
  /** Its way is told piece by piece while the run goes on; it intends nothing by itself. */
  live: boolean
  /** Somebody else will go on for it, so it doesn't end where its walk does. */
  goesOn: boolean
  /** Which of its flights this is. */
  flight: number
  tags: Set<string>
  cylinders: { body: Cylinder; feet: Cylinder; eyes: Cylinder }
  present: boolean
  ended: boolean
  path: PathPart[]
  /** When it was put somewhere last, and facing which way: so it faces until it goes on. */
  put: { t: number; yaw: number }
  /** How many freezes hold each control. */
  locks: { [lock in Lock]: number }
  lockedSince: number
  /** The shares of its pace that freezes leave it, and that of a freeze for good. */
  paces: number[]
  keptPace: number
  /** Per zone: whether it counts as inside, and which of its visits this is. */
  inside: Uint8Array
  visit: number[]
  /** How many zones it counts as inside of. */
  insideOf: number
  /** What the intention has on the agenda: in its own time, so that a freeze can put it off. */
  intents: Intent[]
  /** Nobody but this one, as a list of bodies and of places in the run. */
  itself: Body[] | undefined
  alone: number[]
}

/** Something a walker means to do at a time of its own. */
export interface Intent {
  walker: Body
  own: number
  does: 'arrive' | 'press' | 'finish'
  /** Which point of its route that is about, −1 if none. */
  point: number
  /** The key of a press. */
  key: string
  entry: Entry
}

/** The body of a walk at its beginning. */
export function createBody(show: Show, walk: Walk, index: number, zones: number, once = false): Body {
  const radius = walk.body.radius ?? show.player.radius
  const height = walk.body.height ?? show.player.height
  return {
    index,
    walk,
    kind: walk.body.kind,
    player: walk.body.kind === 'player',
    live: false,
    goesOn: false,
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
    put: { t: -Infinity, yaw: 0 },
    once,
    locks: { walk: 0, jump: 0, look: 0, use: 0 },
    lockedSince: Infinity,
    paces: [],
    keptPace: 1,
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
export function createPropBody(show: Show, prop: Prop, index: number, zones: number): Body {
  const walk: Walk = {
    id: prop.id,
    name: prop.name,
    body: { kind: 'creature', tags: prop.tags },
    start: Infinity,
    went: false,
    points: [{ at: prop.at, pause: 0, use: false, key: 'E', useAfter: 0, look: 'ahead', arrive: false, jump: false }],
  }
  const middle: Point = [prop.at[0], prop.at[1] + prop.size[1] / 2, prop.at[2]]
  const cylinders = { body: NO_SIZE, feet: NO_SIZE, eyes: NO_SIZE }
  return {
    ...createBody(show, walk, index, zones),
    kind: 'prop',
    player: false,
    cylinders,
    path: [resting(-Infinity, middle)],
  }
}

/** Stops or resumes the intention at a time; its facing can be held meanwhile. */
export function turnPage(walker: Body, t: number, moving: boolean, held: number | undefined): void {
  const part = partNow(walker)
  walker.path.push({ t, own: ownTime(part, t), moving, route: part.route, held })
}

/** A walker whose way will be told: it stands where it is first told to be. */
export function createLiveBody(show: Show, id: string, body: Walk['body'], index: number, zones: number): Body {
  const walk: Walk = { id, name: id, body, start: Infinity, went: false, points: [] }
  return { ...createBody(show, walk, index, zones), live: true, path: [resting(-Infinity, [0, 0, 0])] }
}

/** The share of its pace at which a body walks. */
export const paceOf = ({ paces, keptPace }: Body): number => Math.min(keptPace, ...paces)
