import { textAt } from './samples'
import { tagLength, type SoundType } from './sniff'
import { FAULTS, SoundError } from './sound-error'

/** How many samples a channel a FLAC file says it has; 0 if it doesn't say (RFC 9639, 8.2). */
function claimedByFlac(bytes: Uint8Array): number {
  if (textAt(bytes, 0, 4) !== 'fLaC' || bytes.length < 26) return 0
  const [high, ...low] = bytes.subarray(21, 26)
  return low.reduce((sum, byte) => sum * 256 + byte, high & 15)
}

/** How many samples a channel an MP3 says it has in its first frame (“Xing” or “Info”); 0 if it doesn't say. */
function claimedByMpeg(bytes: Uint8Array): number {
  const head = textAt(bytes.subarray(0, 65_536), 0, Math.min(65_536, bytes.length))
  const at = Math.max(head.indexOf('Xing'), head.indexOf('Info'))
  const first = tagLength(bytes)
  if (at < 0 || at + 12 > bytes.length || first + 4 > bytes.length) return 0
  const view = new DataView(bytes.buffer, bytes.byteOffset + at, 12)
  // Of MPEG-2, which is for low rates, a frame is half as long.
  const frame = (bytes[first + 1] & 0x18) === 0x18 ? 1152 : 576
  return (view.getUint32(4) & 1) === 1 ? view.getUint32(8) * frame : 0
}

/** @throws SoundError if a packed file has fewer samples (of one channel) than it says, or ends in the middle */
export function checkWhole(bytes: Uint8Array, type: SoundType, frames: number): void {
  const isCut =
    type === 'audio/flac' && bytes[0] !== 0x4f
      ? frames < claimedByFlac(bytes)
      : type === 'audio/mpeg'
        ? // What the encoder put before and behind is left out.
          frames < claimedByMpeg(bytes) - 4 * 1152
        : false
  if (isCut) throw new SoundError(FAULTS.cutOff)
}
