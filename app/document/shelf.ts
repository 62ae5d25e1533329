import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import type { Unsent } from './outbox'
import type { KeptStep } from './undo-stack'

/** What this browser keeps of shows: edits that the server does not have yet, and what can be taken back. */
export interface Shelf extends DBSchema {
  edits: { key: string; value: Unsent & { show: string }; indexes: { inOrder: [string, number] } }
  steps: { key: [string, number]; value: KeptStep & { show: string } }
}

let opened: Promise<IDBPDatabase<Shelf>> | undefined
export const shelf = (): Promise<IDBPDatabase<Shelf>> =>
  (opened ??= openDB<Shelf>('esvik', 2, {
    upgrade(database, before) {
      if (before < 1) database.createObjectStore('edits', { keyPath: 'id' }).createIndex('inOrder', ['show', 'order'])
      if (before < 2) database.createObjectStore('steps', { keyPath: ['show', 'order'] })
    },
    // A newer page waits for this one to let go.
    blocking: (_before, _after, event) => {
      ;(event.target as IDBDatabase).close()
      closeShelf()
    },
  }))
/** After an error, and where another page needs it: it is opened again when it is needed. */
export const closeShelf = (): void => void (opened = undefined)
