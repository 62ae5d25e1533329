import type { Point, Show, Walk } from '../show'
import { pieceOver, positionOn, standing, yawOf, type Piece } from '../space'
import { createClockwork } from './clockwork'
import { compiledOf } from './compile'
import { eventAt, type RunEvent } from './log'
import { appear, askLockedIn, dropIntents, finishWalk, press } from './play'
import { runOf, type Run } from './result'
import { facingAt } from './state'
import { EFFECTS } from './steps'
import {
  createLiveBody,
  createBody,
  ownTime,
  partNow,
  placeOfTarget,
  positionAt,
  standLive,
  type Leg,
  type LegFacing,
  type Body,
} from './ways'
import { createWorld, FAULTS, RunError, type World } from './world'

/**
 * Who takes part in a live run: one whose way is told as it goes on, a walk that goes by itself, or one that does so until it is taken over.
 */
export type Participant = { id: string; body?: Walk['body'] } | Walk | { takenOver: Walk }

/**
 * Where the feet are, and which way somebody faces from now until told otherwise: a yaw in degrees, always towards a place, or towards a
 * prop wherever it goes.
 */
export interface LivePose {
  at: Point
  facing: number | { towards: Point } | { prop: string }
}

/** What is pressed at that time: the key E, or another by its name. */
export interface Keys {
  use?: boolean | string
}

/** A run that goes on while somebody walks: what a game feeds, frame by frame. */
export interface LiveRun {
  /**
   * Tells where a player is at a time (s): since the time told before they went there in a straight line, facing as told then.
   * Gives the events that are certain now: up to 1e-6 s before the time that all players have been told for.
   * After a `move` the player stands at the mark until told to go on; feed the same time again to put them elsewhere at once.
   * @throws RunError for a player the run doesn't have, a time that has passed, and a place that is none
   */
  feed(player: string, time: number, pose: LivePose, keys?: Keys): RunEvent[]
  /**
   * From a time (s) on the way of a walk that goes by itself so far is told. Gives where they are then and which way they face (degrees).
   * What happened up to there is the same as in `run`; it comes with what is fed next.
   * @throws RunError for a walk that isn't to be taken over, and a time that has passed
   */
  takeOver(player: string, time: number): { at: Point; facing: number }
  /** The player goes no farther than they were told last; the run doesn't wait for them any more. */
  stop(player: string): RunEvent[]
  /** Nothing more is told. Gives what still happens until the run ends by itself, or at `length` (s). */
  finish(length?: number): RunEvent[]
  /** The run as far as it has come. */
  soFar(): Run
  /** The same to look at it just now: what it holds goes on being written. */
  now(): Run
}

const PLAYER: Participant = { id: 'player' }

/** What is due this near to the time told may still hang on what comes next (s). */
const UNCERTAIN = 1e-6

interface LivePlayer {
  walker: Body
  /** The time it was fed for last. */
  fedUntil: number
  stopped: boolean
}

/**
 * Begins a live run. The log is the same as that of `run` with the same way, whatever the pieces it is told in, to 1e-6 s.
 * The show must have been prepared. @throws RunError if nobody takes part, or somebody twice
 */
export function createRun(show: Show, seed: number, who: readonly Participant[] = [PLAYER]): LiveRun {
  if (who.length === 0) throw new RunError(FAULTS.noWalk)
  const ids = who.map(idOf)
  const twice = ids.find((id, index) => ids.indexOf(id) < index)
  if (twice !== undefined) throw new RunError(FAULTS.partTwice(twice))
  const compiled = compiledOf(show)
  const zones = compiled.zones.length
  const walkers = who.map((each, index) => {
    if ('takenOver' in each) return { ...createBody(show, each.takenOver, index, zones), goesOn: true }
    return 'points' in each
      ? createBody(show, each, index, zones)
      : createLiveBody(show, each.id, each.body ?? { kind: 'player', tags: [] }, index, zones)
  })
  const world = createWorld(compiled, walkers, seed, EFFECTS)
  const clockwork = createClockwork(world)
  const players = new Map<string, LivePlayer>()
  for (const walker of walkers)
    if (walker.live || walker.goesOn) players.set(walker.walk.id, { walker, fedUntil: -Infinity, stopped: false })
  let given = 0
  let certain = -UNCERTAIN

  function fresh(): RunEvent[] {
    const events: RunEvent[] = []
    if (given === world.log.count) return events
    const log = world.log.soFar()
    for (; given < log.count; given++) events.push(eventAt(log, given))
    return events
  }

  function goOn(): RunEvent[] {
    let until = Infinity
    for (const { fedUntil, stopped } of players.values())
      if (!stopped && fedUntil > -Infinity) until = Math.min(until, fedUntil)
    if (until < Infinity) {
      certain = Math.max(certain, until - UNCERTAIN)
      clockwork.advance(certain)
    }
    return fresh()
  }

  function playerOf(id: string): LivePlayer {
    const fed = players.get(id)
    if (fed) return fed
    throw new RunError(FAULTS.toldByNobody(id, [...players.keys()]))
  }

  /** Ends a walk where it was told last; one that was never told ends without a word. */
  function goesNoFarther(player: LivePlayer): void {
    if (player.stopped) return
    player.stopped = true
    if (player.fedUntil === -Infinity) {
      player.walker.ended = true
      world.agenda.put(Math.max(0, certain), askLockedIn, undefined)
    } else world.agenda.put(Math.max(player.fedUntil, certain), finishWalk, player.walker, player.walker.index)
  }

  return {
    feed(player, time, pose, keys) {
      const fed = playerOf(player)
      const { walker } = fed
      if (!(time >= fed.fedUntil && time >= certain && time >= 0 && time < Infinity))
        throw new RunError(FAULTS.toldTooEarly(player, time, Math.max(fed.fedUntil, certain, 0)))
      if (![...pose.at, ...numbersOfFacing(pose)].every(Number.isFinite))
        throw new RunError(FAULTS.toldNowhere(player, pose.at, numbersOfFacing(pose)))
      if (fed.stopped) throw new RunError(FAULTS.stopped(player))
      if (!walker.live) throw new RunError(FAULTS.notTakenOver(player))
      const facing = liveFacing(show, pose.facing)
      if (fed.fedUntil === -Infinity) {
        walker.walk.start = time
        walker.path = [{ t: time, own: 0, moving: true, route: routeFrom(pose.at, facing) }]
        world.agenda.put(time, appear, walker, walker.index)
      } else {
        extend(walker, fed.fedUntil, time, pose.at, facing)
        clockwork.lookAgain(walker, certain)
      }
      fed.fedUntil = time
      if (keys?.use) {
        const pressed = { walker, key: keys.use === true ? 'E' : keys.use }
        world.agenda.put(time, pressNow, pressed, walker.index)
      }
      return goOn()
    },
    takeOver(player, time) {
      const { walker } = playerOf(player)
      if (walker.live) throw new RunError(FAULTS.notToBeTakenOver(player))
      if (!(time >= certain && time >= 0 && time < Infinity)) throw new RunError(FAULTS.toldTooEarly(player, time, Math.max(certain, 0))) // prettier-ignore
      certain = Math.max(certain, time - UNCERTAIN)
      clockwork.advance(certain)
      const at = positionAt(walker.path, time)
      const facing = facingAt(show, runOf(world), walker.index, time)
      const { held } = partNow(walker)
      dropIntents(world, walker)
      walker.live = true
      standLive(walker, Math.max(time, partNow(walker).t), at, facing, held)
      clockwork.lookAgain(walker, certain)
      playerOf(player).fedUntil = time
      return { at, facing }
    },
    stop(player) {
      goesNoFarther(playerOf(player))
      return goOn()
    },
    finish(length) {
      for (const fed of players.values()) goesNoFarther(fed)
      clockwork.advance(Infinity, length)
      clockwork.finish(length)
      return fresh()
    },
    soFar: () => runOf(world),
    now: () => runOf(world, world.log.soFar()),
  }
}

const idOf = (who: Participant): string => ('takenOver' in who ? who.takenOver.id : who.id)

const pressNow = (world: World, { walker, key }: { walker: Body; key: string }): void => press(world, walker, key)

function numbersOfFacing({ facing }: LivePose): number[] {
  if (typeof facing === 'number') return [facing]
  return 'towards' in facing ? facing.towards : []
}

/** @throws RunError for a prop that the show doesn't have */
function liveFacing(show: Show, facing: LivePose['facing']): LegFacing {
  if (typeof facing === 'number') return { yaw: facing }
  if ('towards' in facing) return { at: facing.towards }
  const { prop } = facing
  if (!show.place.props.some(({ id }) => id === prop)) throw new RunError(FAULTS.nothingToLookAt(prop))
  return { at: placeOfTarget(show, { prop }), prop }
}

const routeFrom = (at: Point, facing: LegFacing) => ({
  legs: [{ start: 0, piece: standing(at), facing, ahead: 'yaw' in facing ? facing.yaw : 0 }],
  reaches: [],
  first: 0,
  over: Infinity,
})

/** From where the way ends so far, at the time told before, on to a point in a straight line; from there it stands open again. */
function extend(walker: Body, before: number, time: number, at: Point, facing: LegFacing): void {
  const part = partNow(walker)
  const { legs } = part.route
  const open = legs[legs.length - 1]
  const leaves = ownTime(part, before)
  const waits = leaves - open.start
  // What lies behind is needed only to tell where somebody was.
  if (legs.length > 2) legs[legs.length - 3].touches = undefined
  legs.pop()
  if (waits > 1e-9) legs.push({ ...open, piece: { ...open.piece, seconds: waits }, touches: undefined })
  let { ahead } = open
  if (time > before) {
    const piece = onwards(open.piece.from, at, time - before)
    if (piece.velocity[0] !== 0 || piece.velocity[2] !== 0) ahead = yawOf(piece.velocity[0], piece.velocity[2])
    const last = legs[legs.length - 1]
    const whole = last && inOne(last, leaves, piece, open.facing)
    if (whole) legs[legs.length - 1] = { start: last.start, piece: whole, facing: open.facing, ahead }
    else legs.push({ start: leaves, piece, facing: open.facing, ahead })
  }
  legs.push({ start: ownTime(part, time), piece: standing(at), facing, ahead })
}

/** What is told in pieces of one straight stretch, or of one wait, is one: nearer than this to it (m, s). */
const SAME_WAY = 1e-12

/** The piece that a leg and what is gone on from it at a time of their own are together, where they are one: the run stays small, however often it is told. */
function inOne(leg: Leg, leaves: number, piece: Piece, facing: LegFacing): Piece | undefined {
  const { start, piece: first } = leg
  if (Math.abs(start + first.seconds - leaves) > SAME_WAY || !isSameFacing(leg.facing, facing)) return undefined
  const seconds = first.seconds + piece.seconds
  const whole = onwards(first.from, positionOn(piece, piece.seconds), seconds)
  const between = positionOn(whole, first.seconds)
  return between.every((v, i) => Math.abs(v - piece.from[i]) <= SAME_WAY) ? whole : undefined
}
const isSameFacing = (a: LegFacing, b: LegFacing): boolean =>
  'yaw' in a ? 'yaw' in b && a.yaw === b.yaw : 'at' in b && a.prop !== undefined && a.prop === b.prop

/** A way shorter than this is rounding: somebody stands still (m). */
const NO_WAY = 1e-9

function onwards(from: Point, to: Point, seconds: number): Piece {
  const way = Math.hypot(to[0] - from[0], to[1] - from[1], to[2] - from[2])
  return way < NO_WAY ? { ...standing(from), seconds } : pieceOver(from, to, seconds)
}
