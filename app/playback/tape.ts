import { piecesFrom, type PieceSpan } from './pieces'
import { contextTime, type Transport } from './transport'

/** What of a file sounds: from where, how fast, and between which ends it goes round (s). */
export interface Playing {
  offset: number
  speed: number
  ends: readonly [first: number, last: number]
  loop: boolean
}
/** A file as it is played: put on the context's clock ahead of time. */
export interface Tape {
  /** Puts on the clock what begins before a time of the run. */
  goOn(until: number): void
  stop(at: number): void
}

/** A file that is there as a whole. */
export function wholeTape(
  context: AudioContext,
  buffer: AudioBuffer,
  to: AudioNode,
  { offset, speed, ends: [first, last], loop }: Playing,
  when: number,
  ended: () => void,
): Tape {
  const source = context.createBufferSource()
  source.buffer = buffer
  source.playbackRate.value = speed
  source.loop = loop
  source.loopStart = first
  source.loopEnd = last
  source.connect(to)
  if (loop) source.start(when, offset)
  else source.start(when, offset, Math.max(0, last - offset))
  source.onended = ended
  return {
    goOn() {},
    stop(at) {
      source.onended = null
      source.stop(at)
    },
  }
}

/** A long file, piece after piece. `speed` is that of the file against the run; a piece that comes late begins where it would be by then. */
export function piecedTape(
  context: AudioContext,
  pieceOf: (index: number) => AudioBuffer | undefined,
  to: AudioNode,
  { offset, speed, ends, loop }: Playing,
  from: number,
  transport: Transport,
  ended: () => void,
): Tape {
  const pieces = piecesFrom(offset, from, ends, speed, loop)
  const sounding = new Set<AudioBufferSourceNode>()
  let next: PieceSpan | undefined = pieces.next().value
  function begin(piece: PieceSpan, buffer: AudioBuffer): void {
    const due = contextTime(transport, piece.at)
    const when = Math.max(due, context.currentTime)
    const late = (when - due) * speed * transport.speed
    const isLast = next === undefined
    if (late < piece.seconds) {
      const source = context.createBufferSource()
      source.buffer = buffer
      source.playbackRate.value = speed * transport.speed
      source.connect(to)
      source.start(when, piece.offset + late, piece.seconds - late)
      sounding.add(source)
      source.onended = () => {
        sounding.delete(source)
        if (isLast) ended()
      }
    } else if (isLast) ended()
  }
  return {
    goOn(until) {
      while (next && next.at < until) {
        const buffer = pieceOf(next.index)
        // One that hasn't come is asked for again the next time; what follows it waits for its turn.
        if (!buffer && contextTime(transport, next.at + next.seconds / speed) > context.currentTime) return
        const piece = next
        next = pieces.next().value
        if (buffer) begin(piece, buffer)
        else if (!next) ended()
      }
    },
    stop(at) {
      next = undefined
      for (const source of sounding) {
        source.onended = null
        source.stop(at)
      }
    },
  }
}
