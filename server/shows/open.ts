import { Op } from 'sequelize'
import { applyPatch, type Show } from '../../core/show'
import { models } from '../data/models'
import { inOrder } from '../in-order'

/** A show held in memory: what the database has, with its edits applied. */
export interface OpenShow {
  id: string
  show: Show
  revision: number
  snapshotRevision: number
}
/** So many shows are held in memory; the one not used for longest goes first. */
const MOST_OPEN = 16
const open = new Map<string, OpenShow>()

/** What an older Esvik kept, with the lists that have come since. */
export const current = (snapshot: Show): Show => ({
  ...snapshot,
  atmospheres: snapshot.atmospheres ?? [],
  kits: snapshot.kits.map((kit) => ({ ...kit, parts: kit.parts ?? [] })),
})

/** Work on one show happens one after the other. */
export const inTurn = inOrder()

export async function openShow(id: string): Promise<OpenShow | undefined> {
  const held = open.get(id)
  if (held) {
    open.delete(id)
    open.set(id, held)
    return held
  }
  const { Shows, Edits } = models()
  const row = await Shows.findByPk(id)
  if (!row) return undefined
  let show = current(row.snapshot)
  let revision = row.snapshotRevision
  const since = { showId: id, revision: { [Op.gt]: revision } }
  for (const edit of await Edits.findAll({ where: since, order: [['revision', 'ASC']] })) {
    show = applyPatch(show, edit.patch)
    revision = edit.revision
  }
  const made = { id, show, revision, snapshotRevision: row.snapshotRevision }
  open.set(id, made)
  while (open.size > MOST_OPEN) open.delete(open.keys().next().value!)
  return made
}

/** After an error nobody knows what the database took: read it again next time. */
export function forget(id: string): void {
  open.delete(id)
}
