import { chunksOf, planes, textAt, widthOf, type Depth } from './samples'
import { checkClaims, FAULTS, SoundError, type Decoded } from './sound-error'

/** How samples are written in an AIFF-C file, by the name of its packing, and whether little end first. Whole numbers: by their bits. */
const WHOLE: { [bits: number]: Depth } = { 1: 's8', 2: 's16', 3: 's24', 4: 's32' }
const PACKED: { [name: string]: { depth?: Depth; little?: boolean } } = {
  NONE: {},
  twos: {},
  sowt: { little: true },
  in24: { depth: 's24' },
  in32: { depth: 's32' },
  fl32: { depth: 'f32' },
  FL32: { depth: 'f32' },
  fl64: { depth: 'f64' },
  FL64: { depth: 'f64' },
}

/** A float of 80 bits, as AIFF has its rate. */
function extended(view: DataView, at: number): number {
  const exponent = (view.getUint16(at) & 0x7fff) - 16383
  return view.getUint32(at + 2) * 2 ** (exponent - 31) + view.getUint32(at + 6) * 2 ** (exponent - 63)
}

/** Reads an AIFF or AIFF-C file whose samples are not compressed (Audio Interchange File Format, 1989 and 1991). @throws SoundError */
export function readAiff(bytes: Uint8Array): Decoded {
  let common: Uint8Array | undefined
  let data: Uint8Array | undefined
  for (const chunk of chunksOf(bytes, false)) {
    if (chunk.name === 'COMM') common = chunk.bytes
    if (chunk.name === 'SSND') data = chunk.bytes
  }
  if (!common || common.length < 18) throw new SoundError(FAULTS.noFormat)
  if (!data || data.length < 8) throw new SoundError(FAULTS.noSamples)
  const view = new DataView(common.buffer, common.byteOffset, common.byteLength)
  const channels = view.getUint16(0)
  const frames = view.getUint32(2)
  const bits = view.getUint16(6)
  const rate = extended(view, 8)
  checkClaims(channels, rate, frames)
  const name = textAt(bytes, 8, 4) === 'AIFC' ? textAt(common, 18, 4) : 'NONE'
  const packing = PACKED[name]
  if (!packing) throw new SoundError(FAULTS.packedOtherwise)
  const depth = packing.depth ?? WHOLE[Math.ceil(bits / 8)]
  if (!depth) throw new SoundError(FAULTS.bits(bits))
  const offset = new DataView(data.buffer, data.byteOffset).getUint32(0)
  const samples = data.subarray(8 + offset)
  const wanted = frames * channels * widthOf(depth)
  if (samples.length < wanted) throw new SoundError(FAULTS.cutOff)
  if (wanted === 0) throw new SoundError(FAULTS.noSamples)
  return { channels: planes(samples.subarray(0, wanted), channels, depth, packing.little ?? false), rate }
}
