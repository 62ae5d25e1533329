import type { Point, Rule, Show, Target, Wall } from '../../show'
import { gaze, looks, positionOn, standsOn, wrapped, type Aim, type Facing, eachOf } from '../../space'
import { memoFor, SAME_TIME } from '../../base'
import type { RuleInstance } from '../compile'
import { isStraight, motionBegan, movesUntil, type PropMotion } from '../history'
import {
  facingAt,
  facingOn,
  legAt,
  ownTime,
  partNow,
  placeOfTarget,
  positionAt,
  runTime,
  SHORTEST,
  type Leg,
  type LegFacing,
  type PathPart,
  type Body,
} from '../ways'
import { carriedBy, middleAt, motionOf, propHasMoved, seenAt, type World } from '../world'
import { hear } from './moments'

interface Watched {
  rule: RuleInstance
  /** Its place among the look rules of the show. */
  order: number
  /** Which visit of the zone it is in. */
  visit: number
  aim: Aim
  /** The prop it is about, if some cue can move that. */
  prop: string | undefined
  seeing: boolean
  /** When the look broke that was on before: one that goes on at once has not been broken. */
  brokeAt: number
  /** Which stretch of looking this is. */
  stretch: number
  /** When this was settled last, and on which part of the body's path. */
  settledAt: number
  settledOn: PathPart | undefined
  /** Until when it stays as it is (s), unless the body turns to another part of its path or what it is about moves. */
  until: number
  /** The prop that the body faced when this was settled. */
  faced: string | undefined
}

/** Somebody has looked for as long as a rule wants, if it is still the same stretch of looking. */
function looked(world: World, { walker, look, stretch }: { walker: Body; look: Watched; stretch: number }): void {
  // A leave ends it, also where an enter follows at the same time.
  const isThere = look.visit === walker.visit[look.rule.zone!.index]
  if (isThere && look.seeing && look.stretch === stretch) hear(world, look.rule, walker)
}

/** A look that has begun, and is waited for. */
export interface BegunLook {
  walker: Body
  look: Watched
  stretch: number
  /** The place of its rule among the look rules of the show. */
  order: number
}
/** Puts the time on the agenda at which a look will have lasted long enough. */
export function awaitLook(world: World, { walker, look, stretch }: BegunLook): void {
  const { seconds } = look.rule.rule.on as { seconds: number }
  world.agenda.put(world.now + seconds, looked, { walker, look, stretch })
}

/** Follows, for one walker, the looks that the zones it is inside of wait for. */
export interface Looks {
  /** Begins and breaks what is due at a time, adding what begins to `begun`; gives the time of the run at which a look begins or breaks next. */
  turn(t: number, begun: BegunLook[]): number
}

type LookMoment = Extract<Rule['on'], { at: 'look' }>
const aims = memoFor<LookMoment, Aim>()

/** The spans of a leg in which somebody looks at what stands still; kept as long as leg and rule are the same. */
function gazeOn(leg: Leg, aim: Aim, walls: readonly Wall[]): number[] {
  leg.gazes ??= []
  for (const known of leg.gazes) if (known.aim === aim) return known.spans
  const spans = gaze(leg.piece, facingAcross(leg, leg.facing), aim, walls)
  // Those of rules that have changed since are of no more use.
  if (leg.gazes.length >= KEPT) leg.gazes.shift()
  leg.gazes.push({ aim, spans })
  return spans
}
const KEPT = 64

/** Who stands on what they look at faces ahead. */
function facingAcross({ piece, ahead }: Pick<Leg, 'piece' | 'ahead'>, facing: LegFacing): Facing {
  const stands = piece.velocity[0] === 0 && piece.velocity[2] === 0
  return 'at' in facing && stands && standsOn(piece.from, facing.at) ? { yaw: ahead } : facing
}

/** What a look rule waits for; the same object as long as the rule, the place and the player are. */
function aimOf(show: Show, on: LookMoment): Aim {
  const { eye } = show.player
  return aims(on, [show.place, eye], () => ({ target: placeOfTarget(show, on.target), within: on.within, eye }))
}

/** How many chords a motion that is no straight line is taken as where looks are sought; their edges are bracketed on the motion itself. */
const CHORDS = 64

/** How narrowly (s). */
const BRACKET = 1e-8

/** A stretch of time in which a body, what it faces and what it looks for each move in one way. */
interface Window {
  /** It ends here (s), when everything is looked at anew. */
  end: number
  /** Nothing moves in it. */
  rests: boolean
  /** The target or what the body faces moves on no straight line. */
  bends: boolean
}

/** The look rules of a show that can be met by looking, watched for one walker. */
export function createLooks(world: World, walker: Body): Looks | undefined {
  const { show, looks: rules, moved, carriable } = world.compiled
  if (rules.length === 0) return undefined
  const propOf = (target: Target) =>
    'prop' in target && (moved.has(target.prop) || carriable.has(target.prop)) ? target.prop : undefined
  const watched = rules.map((rule, order): Watched => ({
    rule,
    order,
    visit: 0,
    aim: aimOf(show, rule.rule.on as LookMoment),
    prop: propOf((rule.rule.on as LookMoment).target),
    seeing: false,
    brokeAt: -Infinity,
    stretch: 0,
    settledAt: -Infinity,
    settledOn: undefined,
    until: -Infinity,
    faced: undefined,
  }))
  const { walls } = show.place

  const hasMoved = (prop: string | undefined): prop is string => prop !== undefined && propHasMoved(world, prop)

  const isCarried = (prop: string | undefined): boolean => prop !== undefined && carriedBy(world, prop) !== null
  /** What the body faces; ahead, where that is with somebody. */
  function facingAhead(part: PathPart, own: number): { facing: LegFacing; ahead: number; follows: string | undefined } {
    const { facing, ahead } = facingOn(part, own)
    const follows = 'yaw' in facing ? undefined : facing.prop
    if (follows === undefined || !carriable.has(follows) || !isCarried(follows)) return { facing, ahead, follows }
    return { facing: { yaw: ahead }, ahead, follows: undefined }
  }

  /** Whether a look is on from a time on, and when that may change: on its leg, or with the next one. */
  function from(look: Watched, part: PathPart, t: number): { seeing: boolean; next: number } {
    const own = Math.max(0, ownTime(part, t))
    const index = legAt(part.route, own + SAME_TIME)
    const leg = part.route.legs[index]
    const { facing, ahead, follows } = facingAhead(part, own)
    look.faced = 'prop' in facing ? facing.prop : undefined
    // What somebody has with them is nowhere: taken and given back it is asked again.
    if (isCarried(look.prop)) return { seeing: false, next: Infinity }
    if (hasMoved(look.prop) || hasMoved(follows)) return fromMoving(look, part, index, t)
    const local = Math.max(0, own - leg.start)
    if (!part.moving) {
      const at = positionOn(leg.piece, Math.min(local, leg.piece.seconds))
      return { seeing: isLooking(look, at, facing, ahead, look.aim.target), next: Infinity }
    }
    const spans = part.held === undefined ? gazeOn(leg, look.aim, walls) : gaze(leg.piece, facing, look.aim, walls)
    for (let k = 0; k < spans.length; k += 2) {
      if (spans[k] > local + SAME_TIME) return { seeing: false, next: runTime(part, leg.start + spans[k]) }
      if (spans[k + 1] <= local + SAME_TIME) continue
      const goesOn = spans[k + 1] >= leg.piece.seconds - SAME_TIME
      return { seeing: true, next: goesOn ? seam(part, index) : runTime(part, leg.start + spans[k + 1]) }
    }
    return { seeing: false, next: seam(part, index) }
  }

  const seam = (part: PathPart, index: number): number => runTime(part, part.route.legs[index + 1]?.start ?? Infinity)

  function isLooking({ aim }: Watched, at: Point, facing: LegFacing, ahead: number, target: Point): boolean {
    const stands = 'at' in facing && standsOn(at, facing.at)
    return looks(at, stands ? { yaw: ahead } : facing, { ...aim, target }, walls)
  }

  /** The same where the target, or what the walker faces, is a prop that has been moved: until one of them moves in another way. */
  function fromMoving(look: Watched, part: PathPart, index: number, t: number): { seeing: boolean; next: number } {
    const leg = part.route.legs[index]
    const legEnd = part.moving ? seam(part, index) : Infinity
    const own = Math.max(0, ownTime(part, t))
    const { facing, ahead, follows } = facingAhead(part, own)
    const targetAt = (s: number) => (hasMoved(look.prop) ? middleAt(world, look.prop, s) : look.aim.target)
    const facingWhen = (s: number): LegFacing => (hasMoved(follows) ? { at: middleAt(world, follows, s) } : facing)
    const velocity: Point = part.moving && leg.piece.seconds !== Infinity ? leg.piece.velocity : AT_REST
    const bodyAt = (s: number) => positionAt([part], s)
    const lookingAt = (s: number) => isLooking(look, bodyAt(s), facingWhen(s), ahead, targetAt(s))
    const motions = [look.prop, follows].filter(hasMoved).map((prop) => motionOf(world, prop))
    const { end, rests, bends } = windowOf(motions, t, legEnd)
    if (rests && velocity === AT_REST) return { seeing: lookingAt(t), next: end }
    const seconds = end - t
    const evenly = (a: Point, b: Point) => (rests ? undefined : eachOf(a, (v, i) => (b[i] - v) / seconds))
    const target = targetAt(t)
    const facingNow = facingWhen(t)
    const spans = gaze(
      { from: bodyAt(t), velocity, seconds },
      'yaw' in facingNow
        ? facingNow
        : { at: facingNow.at, velocity: evenly(facingNow.at, (facingWhen(end) as { at: Point }).at) },
      { ...look.aim, target, velocity: evenly(target, targetAt(end)) },
      walls,
    )
    if (bends) return bracketed(spans, seconds, t, lookingAt)
    for (let k = 0; k < spans.length; k += 2) {
      if (spans[k] > SAME_TIME) return { seeing: false, next: t + spans[k] }
      if (spans[k + 1] > SAME_TIME) return { seeing: true, next: Math.min(end, t + spans[k + 1]) }
    }
    return { seeing: false, next: end }
  }

  function begin(look: Watched, t: number, begun: BegunLook[]): void {
    look.seeing = true
    if (t - look.brokeAt < SHORTEST) return
    begun.push({ walker, look, stretch: ++look.stretch, order: look.order })
  }

  /**
   * Whether body and target stand as they did when a look was settled last: then it stays as it is, since at the very edge that is decided
   * once. Asked only of who is held; everything else goes on.
   */
  function standsAsSettled(look: Watched, part: PathPart, t: number): boolean {
    const { settledAt, settledOn } = look
    look.settledAt = t
    look.settledOn = part
    if (part.moving || settledOn === undefined) return false
    const { facing } = facingOn(part, Math.max(0, ownTime(part, t)))
    if (hasMovedSince(look.prop, settledAt)) return false
    if ('at' in facing && hasMovedSince(facing.prop, settledAt)) return false
    if (!isNear(positionAt([settledOn], settledAt), positionAt([part], t))) return false
    const whereIs = (prop: string) => seenAt(world, prop, t)
    const before = facingAt([settledOn], settledAt, whereIs)
    return Math.abs(wrapped(before - facingAt([part], t, whereIs))) <= STANDS_AS
  }

  /** Whether a prop was set going since a time, or goes still. */
  const hasMovedSince = (prop: string | undefined, t: number): boolean =>
    hasMoved(prop) && (world.setGoing.get(prop)! >= t || movesUntil(motionOf(world, prop), world.now) > world.now)

  /** Whether a body that goes on as it did when a look was settled has not come to where that changes. */
  const goesOnAsSettled = (look: Watched, part: PathPart, t: number): boolean =>
    look.settledOn === part &&
    t + SAME_TIME < look.until &&
    !walker.live &&
    !hasMoved(look.prop) &&
    !hasMoved(look.faced)

  return {
    turn(t, begun) {
      const part = partNow(walker)
      let least = Infinity
      for (const look of watched) {
        const zone = look.rule.zone!.index
        const isInside = walker.present && walker.inside[zone] === 1
        if (!isInside || look.visit !== walker.visit[zone]) {
          look.seeing = false
          look.settledOn = undefined
          look.brokeAt = -Infinity
          look.visit = walker.visit[zone]
        }
        if (!isInside) continue
        if (goesOnAsSettled(look, part, t)) {
          look.settledAt = t
          least = Math.min(least, look.until)
          continue
        }
        // Who stands still where this was settled looks as they did.
        if (standsAsSettled(look, part, t)) {
          look.until = Infinity
          continue
        }
        const { seeing, next } = from(look, part, t)
        look.until = next
        if (next < least) least = next
        if (seeing && !look.seeing) begin(look, t, begun)
        else if (!seeing && look.seeing) {
          look.seeing = false
          look.brokeAt = t
        }
      }
      return least === Infinity ? Infinity : Math.max(part.t, least)
    },
  }
}

const AT_REST: Point = [0, 0, 0]

/** What differs by rounding alone stands as it did (m, degrees). */
const STANDS_AS = 1e-9
const isNear = (a: Point, b: Point): boolean => a.every((v, i) => Math.abs(v - b[i]) <= STANDS_AS)

/** The window from a time on in which props that have been moved go in one way, until a leg ends at the latest. */
function windowOf(motions: readonly PropMotion[], t: number, legEnd: number): Window {
  let end = legEnd
  let rests = true
  let bends = false
  for (const motion of motions) {
    const until = movesUntil(motion, t + SAME_TIME)
    if (until <= t + SAME_TIME) continue
    rests = false
    end = Math.min(end, until)
    if (isStraight(motion, t + SAME_TIME)) continue
    bends = true
    end = Math.min(end, t + Math.max(1e-3, (until - motionBegan(motion, t)) / CHORDS))
  }
  return { end, rests, bends }
}

/**
 * Whether a look is on as a window begins, and when that changes or the window ends: from the spans along its chord, each of which is
 * asked for in truth, and what changes between two of them is bracketed.
 */
function bracketed(
  spans: readonly number[],
  seconds: number,
  t: number,
  isLooking: (t: number) => boolean,
): { seeing: boolean; next: number } {
  const cuts = [0, ...spans, seconds]
  const asked = [...cuts.slice(1).map((cut, i) => (cuts[i] + cut) / 2), seconds]
  let before = Math.min(2 * SAME_TIME, seconds)
  const seeing = isLooking(t + before)
  for (const s of asked) {
    if (s <= before) continue
    if (isLooking(t + s) === seeing) {
      before = s
      continue
    }
    let [a, b] = [before, s]
    while (b - a > BRACKET) {
      const middle = (a + b) / 2
      if (isLooking(t + middle) === seeing) a = middle
      else b = middle
    }
    return { seeing, next: t + b }
  }
  return { seeing, next: t + seconds }
}
