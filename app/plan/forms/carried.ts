import type { Editor } from '~~/core/show'
import { carryDoors } from './doors'
import { keepHeld } from './held-zones'

/** An edit of the place that takes along what belongs to what it moves: doors in their openings, zones in those that must hold them. */
export const carrying =
  (work: (edit: Editor) => void) =>
  (edit: Editor): void => {
    const before = edit.show
    work(edit)
    carryDoors(edit, before)
    keepHeld(edit, before)
  }
