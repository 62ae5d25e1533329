import { expose } from 'comlink'
import { run, walksOf, type Run } from '~~/core/engine'
import type { Show } from '~~/core/show'
import { PREVIEW_WALK, previewShow } from './preview-show'

/** After whoever set it off has left, so much more is run (s). */
const AFTER = 6

const worker = {
  /** One cue by itself: the show in which nothing else happens, and its run. */
  play(show: Show, cue: string, leaves: number, seed: number): { show: Show; run: Run } {
    const own = previewShow(
      show,
      show.cues.find(({ id }) => id === cue)!,
      leaves,
    )
    const options = { seed, length: leaves + AFTER, withoutFlights: true }
    return { show: own, run: run(own, walksOf(own, [PREVIEW_WALK]), options) }
  },
}
export type PreviewWorker = typeof worker
expose(worker)
