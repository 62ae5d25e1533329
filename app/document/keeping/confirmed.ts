import { applyPatch, rebase, type Operation, type Show } from '~~/core/show'
import type { Done } from '~~/server/shows/messages'
import type { Unsent } from './indexed-db'
import { messageOf } from '~~/core/base'

/** What the server has of a show. */
export interface Confirmed {
  show: Show
  revision: number
}
/** What the server has and what of this browser it hasn't yet. */
export interface Standing {
  confirmed: Confirmed
  pending: readonly Unsent[]
}
/** What was learnt of edits that the server has taken. */
export interface Learnt extends Standing {
  /** Something that isn't seen here yet. */
  news: boolean
  touchesSounds: boolean
}

const touchesSounds = (patch: readonly Operation[]) => patch.some(({ path }) => path.startsWith('/sounds'))

/**
 * Takes edits that the server has taken, in their order: one's own are no news, others' go under what the server hasn't yet. What is
 * heard of before the ones ahead of it waits in `early`.
 */
export function learnt(standing: Standing, early: Map<number, Done>, edits: readonly Done[]): Learnt {
  let { confirmed, pending } = standing
  const found = { news: false, touchesSounds: false }
  for (const edit of edits) if (edit.revision > confirmed.revision) early.set(edit.revision, edit)
  for (let next; (next = early.get(confirmed.revision + 1)); early.delete(next.revision)) {
    const { id, patch } = next
    confirmed = { show: applyPatch(confirmed.show, patch), revision: next.revision }
    const isSeen = pending[0]?.id === id && JSON.stringify(pending[0].patch) === JSON.stringify(patch)
    found.news ||= !isSeen
    found.touchesSounds ||= touchesSounds(patch)
    pending = pending.filter((own) => own.id !== id)
  }
  return { confirmed, pending, ...found }
}

/** What the server has and, on top of it, what it hasn't yet. What no longer fits comes with why. */
export function onTop({ confirmed, pending }: Standing): {
  show: Show
  fits: Unsent[]
  misfits: { edit: Unsent; why: string }[]
} {
  let { show } = confirmed
  const fits: Unsent[] = []
  const misfits: { edit: Unsent; why: string }[] = []
  for (const edit of pending)
    try {
      const patch = rebase(show, edit.patch)
      show = applyPatch(show, patch)
      fits.push({ ...edit, patch })
    } catch (error) {
      misfits.push({ edit, why: messageOf(error) })
    }
  return { show, fits, misfits }
}
