import { createHash } from 'node:crypto'
import { Op, type Transaction } from 'sequelize'
import type { KeptSound } from '../../demo/demo-show'
import { models, type LibraryEntry } from '../data/models'
import type { Wav } from './wav'

export const hashOf = (bytes: Buffer): string => createHash('sha256').update(bytes).digest('hex')

/** Keeps a WAV file by its SHA-256; the same file twice is kept once. With `library`, new shows come with it. */
export async function keepWav(
  bytes: Buffer,
  { seconds, envelope }: Wav,
  {
    library = null,
    createdAt = new Date(),
    transaction,
  }: { library?: LibraryEntry | null; createdAt?: Date; transaction?: Transaction } = {},
): Promise<void> {
  const hash = hashOf(bytes)
  const { Assets } = models()
  if ((await Assets.count({ where: { hash }, transaction })) > 0) return
  const blocks = Buffer.from(envelope.buffer, envelope.byteOffset, envelope.byteLength)
  const row = { hash, type: 'audio/wav', bytes, envelope: blocks, seconds, library, createdAt }
  await Assets.create(row, { transaction, returning: false })
}

/** The sounds that new shows come with, by the id they have there. */
export async function libraryOfSounds(): Promise<Map<string, KeptSound>> {
  const rows = await models().Assets.findAll({
    attributes: ['hash', 'seconds', 'library'],
    where: { library: { [Op.ne]: null } },
    order: [['createdAt', 'ASC']],
  })
  return new Map(
    rows.map(({ hash, seconds, library }) => [
      library!.id,
      { name: library!.name, hash, seconds, tags: library!.tags },
    ]),
  )
}
