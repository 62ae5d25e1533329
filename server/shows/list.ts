import { randomUUID } from 'node:crypto'
import { Op, type Transaction } from 'sequelize'
import type { Show } from '../../core/show'
import { oneOf } from '../data/connection'
import { models } from '../data/models'
import { forget, inTurn, openShow } from './open'
import { REFUSED } from '../http/refused'

export interface Listed {
  id: string
  title: string
  revision: number
  changedAt: string
  /** When a window last opened it. */
  openedAt: string | null
  binnedAt: string | null
}

export async function listShows(): Promise<Listed[]> {
  const rows = await models().Shows.findAll({
    attributes: ['id', 'title', 'revision', 'updatedAt', 'openedAt', 'binnedAt'],
    order: [['updatedAt', 'DESC']],
  })
  return rows.map((row) => ({
    id: row.id,
    title: row.title,
    revision: row.revision,
    changedAt: row.updatedAt.toISOString(),
    openedAt: row.openedAt?.toISOString() ?? null,
    binnedAt: row.binnedAt?.toISOString() ?? null,
  }))
}

export async function createShow(show: Show, transaction?: Transaction): Promise<string> {
  const id = randomUUID()
  const row = { id, title: show.title, revision: 1, snapshot: show, snapshotRevision: 1 }
  await models().Shows.create(row, { transaction })
  await models().Versions.create({ showId: id, revision: 1, show }, { transaction })
  return id
}

/** A show as it stands. @throws Refusal 404 */
export async function showNow(id: string): Promise<{ show: Show; revision: number }> {
  return inTurn(id, async () => {
    const open = await openShow(id)
    if (!open) throw REFUSED.noShow()
    return { show: open.show, revision: open.revision }
  })
}

/** A window has opened a show. */
export async function noteOpened(id: string): Promise<void> {
  await models().Shows.update({ openedAt: new Date() }, { where: { id }, silent: true })
}

/** Puts a show into the bin, or takes it out again. */
export async function setBinned(id: string, binned: boolean): Promise<void> {
  await showNow(id)
  await models().Shows.update({ binnedAt: binned ? new Date() : null }, { where: { id }, silent: true })
}

/** Deletes a show for good; only one that is in the bin. */
export async function destroyBinned(id: string): Promise<void> {
  await showNow(id)
  const gone = await models().Shows.destroy({ where: { id, binnedAt: { [Op.ne]: null } } })
  if (gone === 0) throw REFUSED.notInBin()
  forget(id)
}

/** Names of a show's sounds whose file is not here. */
export async function missingSounds(show: Show): Promise<string[]> {
  const hashes = [...new Set(show.sounds.map((sound) => sound.asset))]
  const there = await models().Assets.findAll({ attributes: ['hash'], where: oneOf(hashes) })
  const known = new Set(there.map((row) => row.hash))
  return show.sounds.filter((sound) => !known.has(sound.asset)).map((sound) => sound.name)
}
