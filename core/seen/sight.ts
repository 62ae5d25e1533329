import { radians } from '../base'
import { CHANNEL, channelAt, frameIn, type Pose, type Run } from '../engine'
import { luminance, luxAt, WHITE_LUX } from '../light'
import type { Point, Prop, Show } from '../show'
import { wallsBetween, wrapped, yawOf } from '../space'
import { standsBetween } from './hidden'
import { bodyOf, type Target } from './targets'

/** Why something isn't seen at a time: it isn't there, not in the picture, behind something, too dark, or too small. */
export type Unseen = 'gone' | 'outside' | 'hidden' | 'dark' | 'small' | 'veiled'

/** What was seen of a thing over a span of a run. */
export interface Sight {
  target: Target
  /** For how long it was in view (s), and how wide and how high it was then at most (degrees). */
  seconds: number
  wide: number
  /** Where it was as the span began: degrees to the right of the middle of the picture. */
  bearing: number
  /** Why it was not in view, if it never was: what came nearest to it. */
  unseen?: Unseen
}

/** So often a second it is looked. */
const RATE = 20
/** A picture is so much wider than high (Rec. ITU-R BT.709, 16:9), and has so many lines. */
const ASPECT = 16 / 9
const LINES = 1080
/** So many lines across tell what something is (J. Johnson, “Analysis of image forming systems”, 1958: 4 cycles, 8 lines, to recognise). */
const RECOGNISED = 8
/** Signal from which something stands out of black: the lighter bar of PLUGE, which is just to be seen (Rec. ITU-R BT.814). */
const STANDS_OUT = 0.02
/** The same as linear light (IEC 61966-2-1: the straight part of the curve). */
const LEAST_LIGHT = STANDS_OUT / 12.92
/** A fade that leaves less of the picture than stands out of black leaves nothing. */
const VEILED = 1 - STANDS_OUT
/** The order in which reasons are told: how near it came to being seen. */
const NEARNESS: readonly Unseen[] = ['gone', 'outside', 'hidden', 'veiled', 'dark', 'small']

const degrees = (radians: number) => (radians * 180) / Math.PI
/** Where a point is in a picture: degrees to the right and up, and whether the picture reaches there. */
function inPicture({ at, yaw, pitch, fov }: Pose, [x, y, z]: Point): { right: number; up: number; isIn: boolean } {
  const [dx, dy, dz] = [x - at[0], y - at[1], z - at[2]]
  const [sin, cos] = [Math.sin(radians(yaw)), Math.cos(radians(yaw))]
  const aside = dx * cos - dz * sin
  const flat = -dx * sin - dz * cos
  const [s, c] = [Math.sin(radians(pitch)), Math.cos(radians(pitch))]
  const ahead = flat * c + dy * s
  const up = dy * c - flat * s
  const half = Math.tan(radians(fov / 2))
  const isIn = ahead > 0 && Math.abs(up) <= ahead * half && Math.abs(aside) <= ahead * half * ASPECT
  return { right: degrees(Math.atan2(aside, ahead)), up: degrees(Math.atan2(up, Math.hypot(aside, ahead))), isIn }
}

/** What hides other things at a time: every prop that is shown then, where it is. */
const hidersAt = (show: Show, run: Run, player: number, target: Target, t: number) =>
  show.place.props.flatMap((prop: Prop) =>
    ('prop' in target && prop.id === target.prop) || !channelAt(show, run, CHANNEL.prop(prop.id), t, player).shown
      ? []
      : [{ prop, frame: frameIn(show, run, prop.id, t) }],
  )

type Look = { unseen: Unseen } | { wide: number; high: number }

/** Whether a player sees a thing at a time of a run, and how large (degrees). */
export function looksAt(show: Show, run: Run, player: number, target: Target, t: number): Look {
  const body = bodyOf(show, run, player, target, t)
  if (!body?.isThere) return { unseen: 'gone' }
  const pose = channelAt(show, run, 'camera', t, player)
  const inIt = body.points.map((point) => ({ point, ...inPicture(pose, point) })).filter(({ isIn }) => isIn)
  if (inIt.length === 0) return { unseen: 'outside' }
  const hiders = hidersAt(show, run, player, target, t)
  const open = inIt.filter(
    ({ point }) =>
      wallsBetween(show.place.walls, pose.at, point) === 0 &&
      !hiders.some(({ prop, frame }) => standsBetween(prop, frame, pose.at, point)),
  )
  if (open.length === 0) return { unseen: 'hidden' }
  if (channelAt(show, run, 'picture', t, player).opacity > VEILED) return { unseen: 'veiled' }
  if (body.colour !== undefined) {
    const { exposure } = channelAt(show, run, 'atmosphere', t, player)
    const light = luxAt(show, run, player, body.middle, t) * luminance(body.colour)
    if ((light * exposure) / WHITE_LUX < LEAST_LIGHT) return { unseen: 'dark' }
  }
  const spread = (of: (look: (typeof open)[number]) => number) => Math.max(...open.map(of)) - Math.min(...open.map(of))
  const [wide, high] = [spread(({ right }) => right), spread(({ up }) => up)]
  return Math.max(wide, high) < (pose.fov / LINES) * RECOGNISED && body.colour !== undefined
    ? { unseen: 'small' }
    : { wide, high }
}

/** Of several reasons the one that came nearest to being seen. */
export const nearestOf = (reasons: readonly Unseen[]): Unseen | undefined =>
  NEARNESS[Math.max(-1, ...reasons.map((reason) => NEARNESS.indexOf(reason)))]

/** What a player sees of a thing from one time of a run to another, looked at so often a second. */
export function sightOver(
  show: Show,
  run: Run,
  player: number,
  target: Target,
  from: number,
  to: number,
  rate = RATE,
): Sight {
  const pose = channelAt(show, run, 'camera', from, player)
  const at = bodyOf(show, run, player, target, from)?.middle ?? pose.at
  const sight: Sight = {
    target,
    seconds: 0,
    wide: 0,
    bearing: -wrapped(yawOf(at[0] - pose.at[0], at[2] - pose.at[2]) - pose.yaw),
  }
  const looks = Math.max(1, Math.round((to - from) * rate))
  const reasons: Unseen[] = []
  for (let i = 0; i < looks; i++) {
    const look = looksAt(show, run, player, target, from + ((i + 0.5) * (to - from)) / looks)
    if ('unseen' in look) reasons.push(look.unseen)
    else {
      sight.seconds += (to - from) / looks
      sight.wide = Math.max(sight.wide, look.wide)
    }
  }
  if (sight.seconds === 0) sight.unseen = nearestOf(reasons)
  return sight
}
