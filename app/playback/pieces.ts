/** Long sounds are fetched, decoded and played in pieces of this length (s). */
export const PIECE = 20
const LONG = 60

/** Whether a file of so many seconds is played in pieces. */
export const isLong = (seconds: number): boolean => seconds > LONG

/** What a piece of an asset is called among the decoded sounds. */
export const pieceKey = (asset: string, index: number): string => `${asset}#${index}`
export function partsOfKey(key: string): { asset: string; index: number | undefined } {
  const [asset = '', index] = key.split('#')
  return { asset, index: index === undefined ? undefined : Number(index) }
}

/** A stretch of a file that lies in one piece, and when in the run it begins (s). */
export interface PieceSpan {
  index: number
  /** From where in the piece, and for how long of the file (s). */
  offset: number
  seconds: number
  at: number
}

/** The pieces that sound one after the other, from a place in the file at a time of the run; again and again if it goes round. */
export function* piecesFrom(
  position: number,
  at: number,
  [first, last]: readonly [number, number],
  speed: number,
  loop: boolean,
): Generator<PieceSpan> {
  let [pos, t] = [position, at]
  while (pos < last) {
    const index = Math.floor(pos / PIECE + 1e-9)
    const end = Math.min(last, (index + 1) * PIECE)
    yield { index, offset: pos - index * PIECE, seconds: end - pos, at: t }
    t += (end - pos) / speed
    pos = end >= last - 1e-9 ? (loop ? first : last) : end
  }
}
