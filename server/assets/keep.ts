import { createHash } from 'node:crypto'
import { Op, type Transaction } from 'sequelize'
import wav from 'node-wav'
import { envelopeOf } from '../../core/sound'
import type { KeptSound } from '../../demo/show'
import { models, type LibraryEntry } from '../data/models'

/** What a WAV file holds, told by its content; undefined if it is none. */
export interface Wav {
  seconds: number
  envelope: Buffer
}
export function wavOf(bytes: Buffer): Wav | undefined {
  if (bytes.toString('latin1', 0, 4) !== 'RIFF' || bytes.toString('latin1', 8, 12) !== 'WAVE') return undefined
  try {
    const { channelData, sampleRate } = wav.decode(bytes)
    if (!channelData[0]?.length || !(sampleRate > 0)) return undefined
    const envelope = Buffer.from(envelopeOf(channelData, sampleRate).buffer)
    return { seconds: channelData[0].length / sampleRate, envelope }
  } catch {
    return undefined
  }
}

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
  const row = { hash, type: 'audio/wav', bytes, envelope, seconds, library, createdAt }
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
