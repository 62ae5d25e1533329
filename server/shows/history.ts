import { Op } from 'sequelize'
import type { Show } from '../../core/show'
import { models, type VersionRow } from '../data/models'
import { Refusal } from '../http/refusal'
import { showNow } from './list'
import type { History } from './messages'
import { current } from './open'

/** So many edits are told at a time. */
const MOST_EDITS = 200

/** What has been done to a show, the latest first, before a revision if one is given; and its named versions. @throws Refusal 404 */
export async function historyOf(id: string, before?: number): Promise<History> {
  const { revision } = await showNow(id)
  const { Edits, Versions } = models()
  // What was done before the first state that is kept can't be looked at.
  const first = (await Versions.min<number, VersionRow>('revision', { where: { showId: id } })) ?? 1
  const [edits, versions] = await Promise.all([
    Edits.findAll({
      attributes: ['revision', 'label', 'createdAt'],
      where: { showId: id, revision: { [Op.gt]: first, ...(before !== undefined && { [Op.lt]: before }) } },
      order: [['revision', 'DESC']],
      limit: MOST_EDITS,
    }),
    Versions.findAll({
      attributes: ['revision', 'name', 'createdAt'],
      where: { showId: id },
      order: [['revision', 'ASC']],
    }),
  ])
  const at = (date: Date) => date.toISOString()
  return {
    revision,
    from: first,
    edits: edits.map(({ revision, label, createdAt }) => ({ revision, label, at: at(createdAt) })),
    versions: versions
      .filter(({ name }) => name !== null)
      .map(({ revision, name, createdAt }) => ({ revision, name: name!, at: at(createdAt) })),
  }
}

/** A show as it was at a revision: the nearest one that is kept before it, and the edits since. @throws Refusal 404 */
export async function showAt(id: string, revision: number): Promise<Show> {
  const now = await showNow(id)
  if (revision === now.revision) return now.show
  if (revision > now.revision)
    throw new Refusal(404, `This show is at revision ${now.revision}: there is no ${revision} yet`)
  const { Edits, Versions } = models()
  const kept = await Versions.findOne({
    where: { showId: id, revision: { [Op.lte]: revision } },
    order: [['revision', 'DESC']],
  })
  if (!kept) throw new Refusal(404, `Revision ${revision} of this show is not known any more`)
  const since = await Edits.findAll({
    attributes: ['patch'],
    where: { showId: id, revision: { [Op.gt]: kept.revision, [Op.lte]: revision } },
    order: [['revision', 'ASC']],
  })
  return current(kept.show, since)
}

/** Gives a revision of a show a name, or with an empty one takes it away. @throws Refusal 404 */
export async function nameVersion(id: string, revision: number, name: string): Promise<void> {
  const show = await showAt(id, revision)
  const { Versions } = models()
  const [row, isNew] = await Versions.findOrCreate({
    where: { showId: id, revision },
    defaults: { showId: id, revision, name: name || null, show },
  })
  if (!isNew) await row.update({ name: name || null })
}
