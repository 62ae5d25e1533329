import { Op } from 'sequelize'
import { applyPatch, completeShow, type Operation, type Show } from '../../core/show'
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

/** What an older Esvik kept, and edits of its, with the fields that have come since. */
export const current = (snapshot: Show, edits: readonly { patch: Operation[] }[] = []): Show =>
  completeShow(edits.reduce((show, { patch }) => applyPatch(show, patch), completeShow(snapshot)))

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
  const { snapshot, snapshotRevision } = row
  const since = { showId: id, revision: { [Op.gt]: snapshotRevision } }
  const edits = await Edits.findAll({ where: since, order: [['revision', 'ASC']] })
  const revision = edits.at(-1)?.revision ?? snapshotRevision
  const made = { id, show: current(snapshot, edits), revision, snapshotRevision }
  open.set(id, made)
  while (open.size > MOST_OPEN) open.delete(open.keys().next().value!)
  return made
}

/** After an error nobody knows what the database took: read it again next time. */
export function forget(id: string): void {
  open.delete(id)
}
