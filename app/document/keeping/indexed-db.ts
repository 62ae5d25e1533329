import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import type { Edit } from '~~/core/show'
import type { Step } from './undo'

/** An edit that the server does not have yet. */
export interface Unsent extends Edit {
  /** Edits of all windows stand in one order. */
  order: number
  /** The revision that its window had seen when it was made. */
  base: number
  /** Why the server doesn't take it, if it was set aside. */
  aside?: string
}

/** A step as this browser keeps it. */
export interface KeptStep extends Step {
  /** Steps of all windows stand in one order. */
  order: number
  /** The window that made it. */
  desk: string
  /** It has been taken back, and can be done again. */
  undone: boolean
}

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
