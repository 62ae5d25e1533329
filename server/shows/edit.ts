import { Op, UniqueConstraintError } from 'sequelize'
import type { Edit, Show } from '../../core/show'
import { database } from '../data/connection'
import { models } from '../data/models'
import { Refusal } from '../http/refusal'
import { REFUSED } from '../http/refused'
import type { Accepted, Done } from './messages'
import { merged } from './merge'
import { tellWindows } from './windows'
import { forget, inTurn, openShow, type OpenShow } from './open'

/** A snapshot is written after so many edits. */
const SNAPSHOT_EVERY = 50

/**
 * Takes an edit that was made on a revision. Committed before this resolves.
 * @throws Refusal 404 no such show, 409 what it is about has changed, 422 it breaks the show
 */
export function acceptEdit(id: string, edit: Edit, base: number): Promise<Accepted> {
  return inTurn(id, async () => {
    const open = await openShow(id)
    if (!open) throw REFUSED.noShow()
    if (base > open.revision)
      throw new Refusal(409, `The edit was made on revision ${base}, but this show is at ${open.revision}`)
    if (base < open.revision) {
      const known = await answered(edit.id, id, base)
      if (known) return known
    }
    const before = await editsBetween(id, base, open.revision)
    try {
      const { patch, show } = merged(open, edit.patch, before)
      await commit(open, { ...edit, patch }, show)
      tellWindows(id, { kind: 'edit', id: edit.id, label: edit.label, revision: open.revision, patch })
      return { revision: open.revision, patch, before }
    } catch (error) {
      // Whoever missed the answer sends it again, perhaps on a revision that has it already.
      const known = await answered(edit.id, id, base)
      if (known) return known
      if (error instanceof UniqueConstraintError) throw REFUSED.inAnotherShow()
      throw error
    }
  })
}

/** What has been done to a show since a revision. @throws Refusal 404 no such show, 409 the show is not that far */
export function editsSince(id: string, revision: number): Promise<{ revision: number; edits: Done[] }> {
  return inTurn(id, async () => {
    const open = await openShow(id)
    if (!open) throw REFUSED.noShow()
    if (revision > open.revision) throw REFUSED.atRevision(open.revision, revision)
    return { revision: open.revision, edits: await editsBetween(id, revision, open.revision) }
  })
}

/** What was answered to an edit that has been taken before. */
async function answered(edit: string, show: string, base: number): Promise<Accepted | undefined> {
  const known = await models().Edits.findByPk(edit)
  if (known?.showId !== show) return undefined
  return { revision: known.revision, patch: known.patch, before: await editsBetween(show, base, known.revision - 1) }
}

async function editsBetween(id: string, after: number, upTo: number): Promise<Done[]> {
  if (upTo <= after) return []
  const rows = await models().Edits.findAll({
    where: { showId: id, revision: { [Op.gt]: after, [Op.lte]: upTo } },
    order: [['revision', 'ASC']],
  })
  return rows.map(({ id, revision, label, patch }) => ({ id, revision, label, patch }))
}

async function commit(open: OpenShow, edit: Edit, show: Show): Promise<void> {
  const revision = open.revision + 1
  const snapshot = revision - open.snapshotRevision >= SNAPSHOT_EVERY
  const bind = [edit.id, open.id, revision, edit.label, JSON.stringify(edit.patch), show.title]
  try {
    // One statement is one transaction, and one way to the database and back.
    await database().query(
      `with kept as (
         insert into edits (id, show_id, revision, label, patch, created_at) values ($1, $2, $3, $4, $5::jsonb, now())
       )${snapshot ? ', version as (insert into versions (show_id, revision, show, created_at) values ($2, $3, $7::jsonb, now()))' : ''}
       update shows set revision = $3, title = $6, updated_at = now()${snapshot ? ', snapshot = $7::jsonb, snapshot_revision = $3' : ''}
       where id = $2`,
      { bind: snapshot ? [...bind, JSON.stringify(show)] : bind },
    )
  } catch (error) {
    forget(open.id)
    throw error
  }
  open.show = show
  open.revision = revision
  if (snapshot) open.snapshotRevision = revision
}
