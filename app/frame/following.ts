import { useThrottleFn } from '@vueuse/core'
import { shallowRef, watch } from 'vue'
import type { Pose } from '~~/core/engine'
import type { Shown } from '~~/server/shows/messages'
import { useShow } from '~/document/show'
import { useRun } from '~/run/current-run'
import { usePlayhead } from './playhead'
import { useView } from './view'

/** From where one looks through Eyes in this window, if that isn't the player's own picture. */
export const ownPose = shallowRef<Pose>()
/** The same of the window that is followed. */
export const followedPose = shallowRef<Pose>()
/** What is looked at is told so often (ms). */
const TELLS = 40

/** Tells other windows what is looked at here while they follow, and looks at what they do while this one follows. */
export function useFollowing(): void {
  const doc = useShow()
  const runs = useRun()
  const playhead = usePlayhead()
  const view = useView()
  const { windows } = doc

  function shown(): Shown {
    const { at, yaw, pitch, fov } = ownPose.value ?? {}
    const pose =
      at && yaw !== undefined && pitch !== undefined && fov !== undefined ? { at, yaw, pitch, fov } : 'player'
    return { t: playhead.t, seed: runs.seed, walks: [...runs.walks], eyes: view.eyes ? pose : undefined }
  }
  const tell = useThrottleFn(() => windows.followers > 0 && !windows.follows && windows.show(shown()), TELLS, true)
  watch(
    () => [windows.followers, playhead.t, runs.seed, ...runs.walks, view.eyes, ownPose.value],
    () => windows.followers > 0 && void tell(),
  )
  watch(
    () => windows.shown,
    (now) => {
      followedPose.value = undefined
      if (!now || !windows.follows) return
      if (runs.seed !== now.seed) runs.seed = now.seed
      if (runs.walks.join() !== now.walks.join()) runs.walks = now.walks
      view.eyes = now.eyes !== undefined
      if (now.eyes !== undefined && now.eyes !== 'player') followedPose.value = { mark: null, ...now.eyes }
      playhead.pause()
      playhead.seek(now.t)
    },
  )
}
