import type { Wall } from '../show/types'
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
  /** The walker's own time at which it begins or breaks next. */
  next: number
}

/** Follows, for one walker, the looks that the zones it is inside of wait for. */
export interface Gazes {
  /** The time of the run at which a look begins or breaks next. */
  next(): number
  /** Begins and breaks what is due at a time. */
  turn(t: number): void
}

const aims = new WeakMap<RuleInstance, Aim>()
const spansOn = new WeakMap<Leg, WeakMap<Aim, number[]>>()

/** The spans of a leg in which somebody looks; kept as long as leg and rule are the same. */
function gazeOn(leg: Leg, aim: Aim, walls: readonly Wall[]): number[] {
  let known = spansOn.get(leg)
  if (!known) spansOn.set(leg, (known = new WeakMap()))
  let spans = known.get(aim)
  if (!spans) known.set(aim, (spans = gaze(leg.piece, leg.facing, aim, walls)))
  return spans
}

const seam = (legs: readonly Leg[], index: number): number => legs[index + 1]?.start ?? Infinity

/** The look rules of a show that can be met by looking, watched for one walker. */
export function createGazes(world: World, walker: Walker): Gazes | undefined {
  const { show } = world.compiled
  const watched: Watched[] = []
  for (const rule of world.compiled.rules) {
    const on = rule.rule.on
    if (on.at !== 'look') continue
    let aim = aims.get(rule)
    if (!aim)
      aims.set(rule, (aim = { target: placeOfTarget(show, on.target), within: on.within, eye: show.player.eye }))
    watched.push({
      rule,
      aim,
      seeing: false,
      stretch: 0,
      next: Infinity,
    })
  }
  if (watched.length === 0) return undefined
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
    look.seeing = true
    const stretch = ++look.stretch
    const on = look.rule.rule.on as { seconds: number }
    world.agenda.put(world.now + on.seconds, () => {
      if (look.seeing && look.stretch === stretch) hear(world, look.rule, walker)
    })
  }

  return {
    next() {
      const part = partNow(walker)
      if (!part.moving) return Infinity
      let least = Infinity
      for (const look of watched) if (look.next < least) least = look.next
      return least === Infinity ? Infinity : Math.max(part.t, runTime(part, least))
    },
    turn(t) {
      // What changes within the time of now has changed: rounding must not let it come again.
      const own = Math.max(0, ownTime(partNow(walker), t)) + SAME_TIME
      for (const look of watched) {
        const inside = walker.present && walker.inside[look.rule.zone!.index] === 1
        const now = inside ? from(look, own) : { seeing: false, next: Infinity }
        look.next = now.next
        if (now.seeing === look.seeing) continue
        if (now.seeing) begin(look)
        else look.seeing = false
      }
    },
  }
}
