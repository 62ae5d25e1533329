/** What a file of a mix begins and ends with, and its samples: 24-bit stereo WAV with markers. (Multimedia Programming Interface and Data Specifications 1.0, 1991.) */
export interface Marker {
  /** In seconds from the beginning. */
  t: number
  label: string
}
const BYTES = 3
const SIDES = 2
/** Full scale in 24 bits. */
const FULL = 8388608
/** A WAV file says its length in 32 bits: more than this many bytes of samples it can't have. */
export const MOST_BYTES = 0xffff_ffff - 16 * 1024 * 1024
/** How many bytes a WAV file of so many frames takes. */
export const bytesOf = (frames: number): number => frames * BYTES * SIDES

function chunk(name: string, body: Uint8Array): Uint8Array {
  const bytes = new Uint8Array(8 + body.length + (body.length % 2))
  write(bytes, 0, name)
  new DataView(bytes.buffer).setUint32(4, body.length, true)
  bytes.set(body, 8)
  return bytes
}
const write = (bytes: Uint8Array, at: number, text: string) => {
  for (let i = 0; i < text.length; i++) bytes[at + i] = text.charCodeAt(i)
}
function joined(...parts: Uint8Array[]): Uint8Array {
  const bytes = new Uint8Array(parts.reduce((sum, { length }) => sum + length, 0))
  let at = 0
  for (const part of parts) {
    bytes.set(part, at)
    at += part.length
  }
  return bytes
}

/** A text as UTF-8. */
const utf8Of = (text: string): Uint8Array =>
  Uint8Array.from(encodeURIComponent(text).match(/%..|./g) ?? [], (part) =>
    part.length > 1 ? parseInt(part.slice(1), 16) : part.charCodeAt(0),
  )

/** The chunks that mark times in a file, each with its words. */
function markersOf(markers: readonly Marker[], rate: number): Uint8Array {
  if (markers.length === 0) return new Uint8Array()
  const cues = new Uint8Array(4 + 24 * markers.length)
  const view = new DataView(cues.buffer)
  view.setUint32(0, markers.length, true)
  const labels: Uint8Array[] = [utf8Of('adtl')]
  markers.forEach(({ t, label }, i) => {
    const at = 4 + 24 * i
    const sample = Math.round(t * rate)
    view.setUint32(at, i + 1, true)
    view.setUint32(at + 4, sample, true)
    write(cues, at + 8, 'data')
    view.setUint32(at + 20, sample, true)
    const text = utf8Of(`${label}\0`)
    const body = new Uint8Array(4 + text.length)
    new DataView(body.buffer).setUint32(0, i + 1, true)
    body.set(text, 4)
    labels.push(chunk('labl', body))
  })
  return joined(chunk('cue ', cues), chunk('LIST', joined(...labels)))
}

/** What stands before the samples of a file of so many frames, and behind them. */
export function wavFile(
  frames: number,
  rate: number,
  markers: readonly Marker[],
): { head: Uint8Array; tail: Uint8Array } {
  const data = bytesOf(frames)
  const tail = joined(new Uint8Array(data % 2), markersOf(markers, rate))
  const format = new DataView(new ArrayBuffer(16))
  format.setUint16(0, 1, true)
  format.setUint16(2, SIDES, true)
  format.setUint32(4, rate, true)
  format.setUint32(8, rate * BYTES * SIDES, true)
  format.setUint16(12, BYTES * SIDES, true)
  format.setUint16(14, BYTES * 8, true)
  const begin = new Uint8Array(12)
  write(begin, 0, 'RIFF')
  write(begin, 8, 'WAVE')
  const opening = new Uint8Array(8)
  write(opening, 0, 'data')
  new DataView(opening.buffer).setUint32(4, data, true)
  const head = joined(begin, chunk('fmt ', new Uint8Array(format.buffer)), opening)
  new DataView(head.buffer).setUint32(4, head.length + data + tail.length - 8, true)
  return { head, tail }
}

/** A sample in 24 bits; what lies beyond full scale is cut off. */
function whole(sample: number): number {
  const scaled = sample * FULL
  const rounded = scaled < 0 ? (scaled - 0.5) | 0 : (scaled + 0.5) | 0
  return rounded >= FULL ? FULL - 1 : rounded < -FULL ? -FULL : rounded
}

/** How many samples lie beyond full scale. */
function beyond(side: Float32Array): number {
  let count = 0
  for (let i = 0; i < side.length; i++) if (side[i] > 1 || side[i] < -1) count++
  return count
}

/** Samples as a file has them; what lies beyond full scale is cut off, and how many there were is told. */
export function samplesOf(left: Float32Array, right: Float32Array): { bytes: Uint8Array; cut: number } {
  const frames = left.length
  // Two frames are three words, the little end first as in all machines that run this.
  const words = new Int32Array(3 * Math.ceil(frames / 2))
  let at = 0
  for (let i = 0; i < frames; i += 2) {
    const l0 = whole(left[i])
    const r0 = whole(right[i])
    const last = i + 1 === frames
    const l1 = last ? 0 : whole(left[i + 1])
    const r1 = last ? 0 : whole(right[i + 1])
    words[at] = (l0 & 0xffffff) | (r0 << 24)
    words[at + 1] = ((r0 >> 8) & 0xffff) | (l1 << 16)
    words[at + 2] = ((l1 >> 16) & 0xff) | (r1 << 8)
    at = (at + 3) | 0
  }
  return { bytes: new Uint8Array(words.buffer, 0, bytesOf(frames)), cut: beyond(left) + beyond(right) }
}
