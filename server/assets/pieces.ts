import { col, fn, type ProjectionAlias } from 'sequelize'
import { models } from '../data/models'

/** So much of a file comes out of the database at a time (bytes): what comes at once must be unpacked at once, and holds everybody up. */
const PIECE = 256 * 1024

/** A file from one byte to another, piece by piece. */
export async function* piecesOf(hash: string, first: number, last: number): AsyncGenerator<Buffer> {
  for (let from = first; from <= last; from += PIECE) {
    const length = Math.min(PIECE, last - from + 1)
    const part: ProjectionAlias = [fn('substring', col('bytes'), from + 1, length), 'bytes']
    yield (await models().Assets.findByPk(hash, { attributes: [part], rejectOnEmpty: true })).bytes
  }
}

/** A whole file, of so many bytes. */
export async function wholeFile(hash: string, length: number): Promise<Buffer> {
  const bytes = Buffer.allocUnsafeSlow(length)
  let at = 0
  for await (const piece of piecesOf(hash, 0, length - 1)) at += piece.copy(bytes, at)
  return bytes
}
