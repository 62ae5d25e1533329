import type { Show } from '../../show'
import { OWN_FOV, type Pose } from '../history'
import { positionAt, type PathPart } from './path'

/** What the eyes of somebody on a path see from at a time. */
export function ownEyes(show: Show, path: readonly PathPart[], t: number, yaw: number): Pose {
  const [x, y, z] = positionAt(path, t)
  return { mark: null, at: [x, y + show.player.eye, z], yaw, pitch: 0, fov: OWN_FOV }
}
