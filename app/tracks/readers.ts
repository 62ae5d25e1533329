import { proxy, wrap, type Remote } from 'comlink'
import { tracksOf, type Mapping, type ReadTracks } from '~~/core/tracks'
import type { Floor } from '~~/core/show'
import { threadsFor } from '~/run/threads'
import type { TracksWorker } from './tracks.worker'

/** No more read a file at once than this; each reads the players that are its own. */
const MOST = 4

/** Reads files of tracks, in as many threads as the machine has for it. */
export class TracksReaders {
  private readonly threads: { thread: Worker; reader: Remote<TracksWorker> }[]
  constructor() {
    this.threads = Array.from({ length: threadsFor(MOST) }, () => {
      const thread = new Worker(new URL('./tracks.worker.ts', import.meta.url), { type: 'module' })
      return { thread, reader: wrap<TracksWorker>(thread) }
    })
  }
  private get first() {
    return this.threads[0]!.reader
  }
  open = (file: File, size: number) => this.first.open(file, size)
  shown = (mapping: Mapping, floors: readonly Floor[]) => this.first.shown(mapping, floors)

  /** All of a file; undefined if it was stopped. `progress` hears the share that all have read. */
  async read(
    file: File,
    mapping: Mapping,
    floors: readonly Floor[],
    near: number,
    progress: (share: number) => void,
  ): Promise<ReadTracks | undefined> {
    // Without names all are one player's.
    const threads = mapping.who === undefined ? this.threads.slice(0, 1) : this.threads
    const shares = threads.map(() => 0)
    const parts = await Promise.all(
      threads.map(({ reader }, index) =>
        reader.read(
          file,
          { mapping, near, part: { index, of: threads.length } },
          floors,
          proxy((share: number) => {
            shares[index] = share
            progress(Math.min(...shares))
          }),
        ),
      ),
    )
    const whole = parts.filter((part) => part !== undefined)
    return whole.length < parts.length ? undefined : tracksOf(whole)
  }
  stop(): void {
    for (const { reader } of this.threads) void reader.stop()
  }
  end(): void {
    for (const { thread } of this.threads) thread.terminate()
  }
}
