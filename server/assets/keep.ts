import { createHash } from 'node:crypto'
import { col, fn, Op, type ProjectionAlias, type Transaction } from 'sequelize'
import type { KeptSound } from '../../demo/demo-show'
import type { About } from '../../core/sound'
import { models, type AssetRow, type LibraryEntry } from '../data/models'
import type { SoundFile } from './sound-of'

export const hashOf = (bytes: Buffer): string => createHash('sha256').update(bytes).digest('hex')

/** How many bytes a file has, as `length`, without reading them. */
export const LENGTH: ProjectionAlias = [fn('octet_length', col('bytes')), 'length']

/** What a row holds of a sound beside its bytes. */
export const kept = (about: About | undefined) => ({
  envelope: blocksOf(about?.envelope),
  placed: about?.placed ? blocksOf(about.placed) : null,
  measured: about?.measured ?? null,
})
const blocksOf = (envelope: Float32Array | undefined): Buffer =>
  envelope ? Buffer.from(envelope.buffer, envelope.byteOffset, envelope.byteLength) : Buffer.alloc(0)

type Kept = Pick<AssetRow, 'type' | 'seconds' | 'envelope' | 'placed' | 'measured'>

/** Keeps a sound file by its SHA-256; the same file twice is kept once. With `library`, new shows come with it. */
export async function keepSound(
  bytes: Buffer,
  sound: Kept,
  {
    library = null,
    createdAt = new Date(),
    transaction,
  }: { library?: LibraryEntry | null; createdAt?: Date; transaction?: Transaction } = {},
): Promise<void> {
  const hash = hashOf(bytes)
  const { Assets } = models()
  if ((await Assets.count({ where: { hash }, transaction })) > 0) return
  await Assets.create({ ...sound, hash, bytes, library, createdAt }, { transaction, returning: false })
}
export const rowOf = ({ type, seconds, about }: SoundFile): Kept => ({ type, seconds, ...kept(about) })

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
