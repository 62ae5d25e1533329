import { Op } from 'sequelize'
import { isForBrowsers, SOUND_TYPES, type SoundType } from '../../core/audio'
import type { Measured } from '../../core/sound'
import { oneOf } from '../data/connection'
import { models } from '../data/models'
import { inThread } from '../threads/pool'
import { LENGTH } from './keep'
import { namesIn } from '../../core/base'

/** What is known of a sound file. */
export interface KnownSound {
  type: SoundType
  bytes: number
  /** Undefined of what no browser has decoded yet. */
  measured: Measured | undefined
}
const types = namesIn(SOUND_TYPES)

/** What is known of sound files by their SHA-256. What an older Esvik kept without measuring it is measured now. */
export async function aboutSounds(hashes: readonly string[]): Promise<{ [hash: string]: KnownSound }> {
  const { Assets } = models()
  const where = { [Op.and]: [oneOf(hashes)], type: types }
  const unmeasured = types.filter((type) => !isForBrowsers(type))
  const old = await Assets.findAll({
    attributes: ['hash', LENGTH],
    where: { ...where, type: unmeasured, measured: { [Op.is]: null } },
  })
  await Promise.all(old.map((row) => inThread('measure', row.hash, Number(row.get('length')))))
  const rows = await Assets.findAll({ attributes: ['hash', 'type', 'measured', LENGTH], where })
  return Object.fromEntries(
    rows.map((row) => [
      row.hash,
      { type: row.type as SoundType, bytes: Number(row.get('length')), measured: row.measured ?? undefined },
    ]),
  )
}
