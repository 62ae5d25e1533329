import { wrap, type Remote } from 'comlink'
import type { LookingWorker } from './looking.worker'

let worker: Remote<LookingWorker> | undefined
/** What looks closely at sounds, away from the page. */
export const looking = (): Remote<LookingWorker> =>
  (worker ??= wrap<LookingWorker>(new Worker(new URL('./looking.worker.ts', import.meta.url), { type: 'module' })))
