import { ref } from 'vue'
import type { Remark } from '~~/core/show'
import { useRun } from '~/run/current-run'
import { usePlayhead } from './playhead'
import { useSelection } from './selection'

/** The note that is gone to. */
export const openRemark = ref<string>()

/** Goes to where and when a note was put down: in the run that it was about, if its walk is still there. */
export function goToRemark({ id, seconds, walk, seed }: Remark): void {
  const runs = useRun()
  const isThere = walk !== undefined && runs.run !== undefined
  if (isThere && !runs.walks.includes(walk)) runs.walks = [walk, ...runs.walks.slice(1)]
  if (seed !== undefined && seed !== runs.seed) runs.seed = seed
  if (seconds !== undefined) usePlayhead().seek(seconds)
  useSelection().clear()
  openRemark.value = id
}
