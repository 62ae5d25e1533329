import type { Rule, Show, Wall } from '../show/types'
import { gaze, looks, positionOn, type Aim } from '../space'
import { SAME_TIME } from './agenda'
import type { RuleInstance } from './compile'
import { legAt, placeOfTarget, type Leg } from './legs'
import { hear } from './moments'
import { ownTime, partNow, runTime, type Walker } from './walker'
import type { World } from './world'

interface Watched {
  rule: RuleInstance
  aim: Aim
  seeing: boolean
  /** Which stretch of looking this is. */
  stretch: number
}

/** Somebody has looked for as long as a rule wants, if it is still the same stretch of looking. */
function looked(world: World, { walker, look, stretch }: { walker: Walker; look: Watched; stretch: number }): void {
  if (look.seeing && look.stretch === stretch) hear(world, look.rule, walker)
}

/** Follows, for one walker, the looks that the zones it is inside of wait for. */
export interface Gazes {
  /** Begins and breaks what is due at a time; gives the time of the run at which a look begins or breaks next. */
  turn(t: number): number
}

type LookMoment = Extract<Rule['on'], { at: 'look' }>
const aims = new WeakMap<LookMoment, { place: Show['place']; eye: number; aim: Aim }>()

/** The spans of a leg in which somebody looks; kept as long as leg and rule are the same. */
function gazeOn(leg: Leg, aim: Aim, walls: readonly Wall[]): number[] {
  leg.gazes ??= []
  for (const known of leg.gazes) if (known.aim === aim) return known.spans
  const spans = gaze(leg.piece, leg.facing, aim, walls)
  // Those of rules that have changed since are of no more use.
  if (leg.gazes.length >= KEPT) leg.gazes.shift()
  leg.gazes.push({ aim, spans })
  return spans
}
const KEPT = 64

/** What a look rule waits for; the same object as long as the rule, the place and the player are. */
function aimOf(show: Show, on: LookMoment): Aim {
  const known = aims.get(on)
  if (known && known.place === show.place && known.eye === show.player.eye) return known.aim
  const aim = { target: placeOfTarget(show, on.target), within: on.within, eye: show.player.eye }
  aims.set(on, { place: show.place, eye: show.player.eye, aim })
  return aim
}

const seam = (legs: readonly Leg[], index: number): number => legs[index + 1]?.start ?? Infinity

/** The look rules of a show that can be met by looking, watched for one walker. */
export function createGazes(world: World, walker: Walker): Gazes | undefined {
  const { show, looks: rules } = world.compiled
  if (rules.length === 0) return undefined
  const watched = rules.map((rule): Watched => ({
    rule,
    aim: aimOf(show, rule.rule.on as LookMoment),
    seeing: false,
    stretch: 0,
  }))
  const { walls } = show.place

  /** Whether a look is on from an own time on, and when that may change: on its leg, or with the next one. */
  function from(look: Watched, own: number): { seeing: boolean; next: number } {
    const part = partNow(walker)
    const { legs } = part.route
    const index = legAt(part.route, own)
    const first = legs[index]
    if (!part.moving) {
      const at = positionOn(first.piece, Math.min(own - first.start, first.piece.seconds))
      return {
        seeing: looks(at, part.held === undefined ? first.facing : { yaw: part.held }, look.aim, walls),
        next: Infinity,
      }
    }
    const local = Math.max(0, own - first.start)
    const spans =
      part.held === undefined ? gazeOn(first, look.aim, walls) : gaze(first.piece, { yaw: part.held }, look.aim, walls)
    for (let k = 0; k < spans.length; k += 2) {
      if (spans[k] > local) return { seeing: false, next: first.start + spans[k] }
      if (spans[k + 1] <= local) continue
      const goesOn = spans[k + 1] >= first.piece.seconds - SAME_TIME
      return { seeing: true, next: goesOn ? seam(legs, index) : first.start + spans[k + 1] }
    }
    return { seeing: false, next: seam(legs, index) }
  }

  function begin(look: Watched): void {
    const { seconds } = look.rule.rule.on as { seconds: number }
    world.agenda.put(world.now + seconds, looked, { walker, look, stretch: ++look.stretch })
  }

  return {
    turn(t) {
      const part = partNow(walker)
      // What changes within the time of now has changed: rounding must not let it come again.
      const own = Math.max(0, ownTime(part, t)) + SAME_TIME
      let least = Infinity
      for (const look of watched) {
        if (!walker.present || walker.inside[look.rule.zone!.index] === 0) {
          look.seeing = false
          continue
        }
        const { seeing, next } = from(look, own)
        if (next < least) least = next
        if (seeing && !look.seeing) begin(look)
        look.seeing = seeing
      }
      return least === Infinity || !part.moving ? Infinity : Math.max(part.t, runTime(part, least))
    },
  }
}
