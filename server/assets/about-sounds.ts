import { Op } from 'sequelize'
import { isForBrowsers, SOUND_TYPES, SoundError, type SoundType } from '../../core/audio'
import type { Measured } from '../../core/sound'
import { models } from '../data/models'
import { kept, LENGTH } from './keep'
import { readSound } from './sound-file'

/** What is known of a sound file. */
export interface KnownSound {
  type: SoundType
  bytes: number
  /** Undefined of what no browser has decoded yet. */
  measured: Measured | undefined
}
const types = Object.keys(SOUND_TYPES) as SoundType[]

/** What is known of sound files by their SHA-256. What an older Esvik kept without measuring it is measured now. */
export async function aboutSounds(hashes: readonly string[]): Promise<{ [hash: string]: KnownSound }> {
  const { Assets } = models()
  const where = { hash: [...hashes], type: types }
  const unmeasured = types.filter((type) => !isForBrowsers(type))
  const old = await Assets.findAll({
    attributes: ['hash'],
    where: { ...where, type: unmeasured, measured: { [Op.is]: null } },
  })
  for (const row of old) await measureAgain(row.hash)
  const rows = await Assets.findAll({ attributes: ['hash', 'type', 'measured', LENGTH], where })
  return Object.fromEntries(
    rows.map((row) => [
      row.hash,
      { type: row.type as SoundType, bytes: Number(row.get('length')), measured: row.measured ?? undefined },
    ]),
  )
}

async function measureAgain(hash: string): Promise<void> {
  const row = await models().Assets.findByPk(hash, { rejectOnEmpty: true })
  try {
    const { about } = await readSound(row.bytes)
    await row.update(kept(about))
  } catch (error) {
    if (!(error instanceof SoundError)) throw error
  }
}
