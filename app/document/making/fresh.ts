import type { Track } from '~~/core/tracks'
import {
  completeCue,
  completeFloor,
  completeLight,
  completeMark,
  completeOpening,
  completePoint,
  completeProp,
  completeRule,
  completeWall,
  completeWalk,
  completeZone,
  freeId,
  freeName,
  ruleIds,
  type Cue,
  type Flag,
  type Floor,
  type Light,
  type Mark,
  type Moment,
  type Opening,
  type Point,
  type Prop,
  type Rule,
  type Shape,
  type Show,
  type Spot,
  type Target,
  type Walk,
  type Wall,
  type WalkPoint,
  type Zone,
} from '~~/core/show'
import { floorAt, middleOf, solidOf } from '~~/core/space'
import { nameFromPlace } from '~/words/whereabouts'

const idsOf = (things: readonly { id: string }[]): string[] => things.map(({ id }) => id)
const namesOf = (things: readonly { name: string }[]): string[] => things.map(({ name }) => name)

/** A thing by a name that nothing of its list has, and an id of its own. */
function named(things: readonly { id: string; name: string }[], wanted: string): { id: string; name: string } {
  const name = freeName(wanted, namesOf(things))
  return { id: freeId(name, idsOf(things)), name }
}

/** An empty cue. */
export const freshCue = (show: Show, name: string): Cue => completeCue({ ...named(show.cues, name), steps: [] })

/** A flag that begins at no. */
export const freshFlag = (show: Show): Flag => ({ ...named(show.flags, 'Flag'), start: false })

/** A rule of a zone that fires a cue whenever a player enters. */
export const freshRule = (show: Show, zone: Pick<Zone, 'id'>, cue: string): Rule =>
  completeRule({ id: freeId(`${zone.id}-rule`, ruleIds(show)), on: { at: 'enter' }, cue })

/** A zone of a shape, called after where it is. */
export const freshZone = (show: Show, shape: Shape): Zone =>
  completeZone({ ...named(show.zones, nameFromPlace(show, 'zone', footOf(shape))), shape })
function footOf(shape: Shape): Point {
  const [x, , z] = middleOf(solidOf(shape))
  return [x, shape.kind === 'prism' ? shape.y : shape.at[1], z]
}

/** How high above the floor a camera mark is put (m). */
export const CAMERA_UP = 1.6
/** A spot as one stands there, on the floor that lies there, or so much above it (m). */
export const standingAt = (show: Show, [x, z]: Spot, up = 0): Point => [
  x,
  (floorAt(show.place.floors, x, z) ?? 0) + up,
  z,
]

/** Things of a place, each by a name that none of its kind has. */
export const freshProp = (
  show: Show,
  kind: 'box' | 'cylinder',
  at: Point,
  size: Point,
  name = nameFromPlace(show, kind === 'box' ? 'box' : 'post', at),
): Prop => completeProp({ ...named(show.place.props, name), kind, at, size })
export const freshFloor = (show: Show, y: number, outline: Spot[]): Floor =>
  completeFloor({ ...named(show.place.floors, 'Floor'), y, outline })
export const freshLight = (show: Show, kind: Light['kind'], at: Point): Light =>
  completeLight({
    ...named(show.place.lights, nameFromPlace(show, kind === 'spot' ? 'spot lamp' : 'lamp', at)),
    kind,
    at,
    candela: 40,
  })
export const freshMark = (show: Show, kind: Mark['kind'], at: Point, yaw: number): Mark => ({
  ...completeMark({
    ...named(show.place.marks, nameFromPlace(show, kind === 'camera' ? 'camera' : 'mark', at)),
    kind,
    at,
  }),
  yaw,
})
/** A wall that no other has the id of; `taken`: ids of walls that are made with it. */
export function freshWall(show: Show, from: Spot, to: Spot, y: number, taken: readonly string[] = []): Wall {
  return completeWall({ id: freeId('wall', [...idsOf(show.place.walls), ...taken]), from, to, y })
}
/** An opening of a wall: as wide as a door, about a place along it. */
export const freshOpening = (wall: Wall, at: number, width: number): Opening =>
  completeOpening({ id: freeId('opening', idsOf(wall.openings)), at, width })

/** A player's walk along points, by the next number. */
export function freshWalk(show: Show, points: WalkPoint[]): Walk {
  const name = `Walk ${show.walks.length + 1}`
  return completeWalk({ id: freeId(name, idsOf(show.walks)), name, points })
}

/** A walk that somebody went by hand, with the body of whoever they went for. */
export const walkedByHand = (show: Show, body: Walk['body'], made: Pick<Walk, 'start' | 'went' | 'points'>): Walk =>
  completeWalk({ ...named(show.walks, 'Walked by hand'), body, ...made })

/** Tracks as walks of a show, each by a name of its own. `went`: nothing holds or moves them. */
export function tracksAsWalks(show: Show, file: string, tracks: readonly Track[], went: boolean): Walk[] {
  const walks: Walk[] = []
  for (const { who, start, points } of tracks) {
    const taken = [...show.walks, ...walks]
    const body = { kind: 'player' as const, tags: ['track'] }
    walks.push(completeWalk({ ...named(taken, who === '' ? file : `${file} ${who}`), body, start, went, points }))
  }
  return walks
}

export const freshPoint = (at: WalkPoint['at'], pace?: number): WalkPoint =>
  completePoint({ at, ...(pace !== undefined && { pace }) })

/** What a moment of each kind begins as; `about` is what can be looked at, `cue` what can be waited for. */
const MOMENTS: {
  [at in Moment['at']]: (about: Target | undefined, cue: string | undefined) => Extract<Moment, { at: at }> | undefined
} = {
  enter: () => ({ at: 'enter' }),
  leave: () => ({ at: 'leave' }),
  dwell: () => ({ at: 'dwell', seconds: 2 }),
  use: () => ({ at: 'use', key: 'E' }),
  look: (target) => target && { at: 'look', target, within: 20, seconds: 0.5 },
  signal: () => ({ at: 'signal', name: 'go', inside: false }),
  clock: () => ({ at: 'clock', seconds: 10 }),
  end: (_, cue) => (cue === undefined ? undefined : { at: 'end', cue, why: 'any', inside: false }),
}
/** What a moment of a kind begins as; undefined where there is nothing to look at, or no cue to wait for. */
export const freshMoment = (
  kind: Moment['at'],
  about: Target | undefined,
  cue: string | undefined,
): Moment | undefined => MOMENTS[kind](about, cue)
