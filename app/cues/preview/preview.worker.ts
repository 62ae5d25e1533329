import { expose } from 'comlink'
import { prepare, run, walksOf, type Run } from '~~/core/engine'
import { luxOver } from '~~/core/light'
import type { Show } from '~~/core/show'
import { PREVIEW_WALK } from './preview-show'

/** Light on whoever stands there is worked out so often (s). */
const EVERY = 0.1

const worker = {
  /** A run of a preview's show, and the light on whoever stands there, ten values a second (lx). */
  async play(show: Show, seed: number, length: number): Promise<{ run: Run; lux: Float32Array }> {
    await prepare(show)
    const played = run(show, walksOf(show, [PREVIEW_WALK]), { seed, length })
    return { run: played, lux: luxOver(show, played, 0, EVERY) }
  },
}
export type PreviewWorker = typeof worker
expose(worker)
