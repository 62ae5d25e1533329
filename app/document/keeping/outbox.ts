import type { IDBPDatabase } from 'idb'
import type { Done } from '~~/server/shows/messages'
import { alone } from './open-windows'
import { closeShelf, shelf, type Shelf, type Unsent } from './indexed-db'

/** What windows of one browser tell each other about what waits. */
export type Word =
  { kind: 'kept'; edit: Unsent } | { kind: 'dropped'; ids: string[] } | { kind: 'learnt'; edits: Done[] }

/** The edits of a show that wait for the server: one queue a browser, one entry an edit, whichever window made it. */
export interface Outbox {
  /** All that wait, set aside ones too, in their order. */
  waiting(): Promise<Unsent[]>
  keep(edit: Unsent): Promise<void>
  drop(ids: string[]): Promise<void>
  tell(word: Word): void
  /** Does something while no other window of this browser does it. */
  alone(work: () => Promise<void>): Promise<void>
  /** An order after all that were given here before. */
  next(): number
  close(): void
}

/** Opens the queue of a show. `failed` hears once that this browser does not keep anything: edits then last as long as their window. */
export function openOutbox(show: string, hears: { word: (word: Word) => void; failed: () => void }): Outbox {
  const channel = new BroadcastChannel(`esvik:${show}`)
  channel.onmessage = ({ data }: MessageEvent<Word>) => hears.word(data)
  let last = 0
  let failing = false

  async function kept<T>(work: (database: IDBPDatabase<Shelf>) => Promise<T>, otherwise: T): Promise<T> {
    try {
      return await work(await shelf())
    } catch {
      closeShelf()
      if (!failing) hears.failed()
      failing = true
      return otherwise
    }
  }

  return {
    waiting: () =>
      kept(async (database) => {
        const range = IDBKeyRange.bound([show, 0], [show, Infinity])
        const rows = await database.getAllFromIndex('edits', 'inOrder', range)
        return rows.map(({ show: _, ...edit }) => edit)
      }, []),
    async keep(edit) {
      // Other windows see it at once; it is kept meanwhile.
      channel.postMessage({ kind: 'kept', edit } satisfies Word)
      await kept((database) => database.put('edits', { ...edit, show }), '')
    },
    async drop(ids) {
      channel.postMessage({ kind: 'dropped', ids } satisfies Word)
      await kept(async (database) => {
        const change = database.transaction('edits', 'readwrite')
        await Promise.all([...ids.map((id) => change.store.delete(id)), change.done])
      }, undefined)
    },
    tell: (word) => channel.postMessage(word),
    alone: (work) => alone(`esvik-send:${show}`, work),
    next: () => (last = Math.max(last + 1, Date.now() * 1000)),
    close: () => channel.close(),
  }
}
