import { createHash } from 'node:crypto'
import { Op } from 'sequelize'
import wav from 'node-wav'
import { envelopeOf } from '../../core/sound'
import type { KeptSound } from '../../demo/show'
import { models, type LibraryEntry } from '../data/models'

/** Keeps a WAV file by its SHA-256; the same file twice is kept once. With `library`, new shows come with it. */
export async function keepWav(bytes: Buffer, library: LibraryEntry): Promise<void> {
  const hash = createHash('sha256').update(bytes).digest('hex')
  const { channelData, sampleRate } = wav.decode(bytes)
  const seconds = channelData[0].length / sampleRate
  const envelope = Buffer.from(envelopeOf(channelData, sampleRate).buffer)
  await models().Assets.findOrCreate({
    where: { hash },
    defaults: { hash, type: 'audio/wav', bytes, envelope, seconds, library },
  })
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
