import type { Ease, Point } from '../../show'
import { wrapped, eachOf } from '../../space'
import { eased } from './ramps'

/** What a picture is seen from. Degrees; `fov` is vertical. */
export interface Pose {
  mark: string | null
  at: Point
  yaw: number
  pitch: number
  fov: number
}

/** One player's camera taken along marks and back. */
export interface CameraClaim {
  t: number
  from: Pose
  stops: { pose: Pose; travel: number; ease: Ease; stay: number }[]
  back: { seconds: number; ease: Ease }
  /** The player hears from where it is, too. */
  ears: 'player' | 'camera'
  cut?: number
}

/** Whether a player hears at a time from where their picture is seen. */
export const hearsByCamera = (claims: readonly CameraClaim[], t: number): boolean =>
  claims.findLast((claim) => claim.t <= t && backAt(claim) + claim.back.seconds > t)?.ears === 'camera'

/** How long a player's own eyes open, vertically (degrees). */
export const OWN_FOV = 60

function blend(a: Pose, b: Pose, u: number, mark: string | null): Pose {
  return {
    mark,
    at: eachOf(a.at, (v, i) => v + (b.at[i] - v) * u),
    yaw: u >= 1 ? b.yaw : wrapped(a.yaw + wrapped(b.yaw - a.yaw) * u),
    pitch: a.pitch + (b.pitch - a.pitch) * u,
    fov: a.fov + (b.fov - a.fov) * u,
  }
}

const lengthOut = (claim: CameraClaim): number => claim.stops.reduce((sum, stop) => sum + stop.travel + stop.stay, 0)
const backAt = (claim: CameraClaim): number => Math.min(claim.t + lengthOut(claim), claim.cut ?? Infinity)

/** Whether a player's picture is their own eyes' again from a time on. */
export const isCameraOver = (claim: CameraClaim, t: number): boolean => backAt(claim) + claim.back.seconds <= t

/** From when to when a player's picture is not their own eyes' (s of the run). */
export const timeAway = (claim: CameraClaim): { from: number; to: number } => ({
  from: claim.t,
  to: backAt(claim) + claim.back.seconds,
})

function away(claim: CameraClaim, t: number): Pose {
  let at = claim.t
  let from = claim.from
  for (const { pose, travel, ease, stay } of claim.stops) {
    if (t < at + travel) return blend(from, pose, eased(ease, (t - at) / travel), pose.mark)
    at += travel + stay
    if (t < at) return pose
    from = pose
  }
  return from
}

/** Where a player's picture is seen from at a time: the newest cut, on its way back the one below, or the player's own eyes. */
export function cameraAt(claims: readonly CameraClaim[], t: number, eyes: () => Pose, below = claims.length): Pose {
  for (let i = below - 1; i >= 0; i--) {
    const claim = claims[i]
    const back = backAt(claim)
    if (claim.t > t || isCameraOver(claim, t)) continue
    if (t < back) return away(claim, t)
    const home = cameraAt(claims, t, eyes, i)
    return blend(away(claim, back), home, eased(claim.back.ease, (t - back) / claim.back.seconds), home.mark)
  }
  return eyes()
}
