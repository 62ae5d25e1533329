import { expose } from 'comlink'
import { prepare } from '~~/core/engine'
import { recorded, type Lived, type Recorded } from '~~/core/walking'

/** Makes a walk of what was lived, played back until it comes out the same: beside the page, which goes on. */
const worker = {
  async record(lived: Lived): Promise<Recorded> {
    await prepare(lived.show)
    return recorded(lived)
  },
}
export type RecordWorker = typeof worker
expose(worker)
