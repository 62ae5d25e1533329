import {
  applyPatch,
  checkTouched,
  completed,
  PatchConflict,
  rebase,
  ShowError,
  type Operation,
  type Show,
} from '../../core/show'
import { Refusal } from '../http/refusal'
import type { Done } from './messages'
import type { OpenShow } from './open'

/**
 * An edit on what a show has become since the edit was made: found by ids, complete, and checked as a whole.
 * @throws Refusal 409 where others' edits have changed what it is about, 422 where it breaks the show by itself
 */
export function merged(
  open: Pick<OpenShow, 'show' | 'revision'>,
  edit: Operation[],
  before: Done[],
): { patch: Operation[]; show: Show } {
  try {
    const patch = completed(open.show, before.length > 0 ? rebase(open.show, edit) : edit)
    const show = applyPatch(open.show, patch)
    checkTouched(show, patch, open.show)
    return { patch, show }
  } catch (error) {
    if (error instanceof PatchConflict)
      throw new Refusal(409, error.message, { pointer: error.path, before, revision: open.revision })
    if (error instanceof ShowError)
      throw new Refusal(before.length > 0 ? 409 : 422, error.message, {
        pointer: error.pointer,
        before,
        revision: open.revision,
      })
    throw error
  }
}
