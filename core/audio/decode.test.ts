import { describe, expect, it } from 'vitest'
import { decode, lengthOfAac, lengthOfMp4, sniffed, SoundError } from '.'
import { messageOf } from '../base'

const text = (words: string) => [...words].map((letter) => letter.charCodeAt(0))
const little = (value: number, bytes: number) =>
  Array.from({ length: bytes }, (_, i) => Math.floor(value / 256 ** i) & 255)
const big = (value: number, bytes: number) => little(value, bytes).reverse()
const floats = (values: number[], bits: 32 | 64, isLittle: boolean): number[] =>
  values.flatMap((value) => {
    const view = new DataView(new ArrayBuffer(bits / 8))
    if (bits === 32) view.setFloat32(0, value, isLittle)
    else view.setFloat64(0, value, isLittle)
    return [...new Uint8Array(view.buffer)]
  })

interface Wav {
  kind?: number
  bits?: number
  channels?: number
  rate?: number
  data?: number[]
  claims?: number
  block?: number
}
/** A WAV file of two stereo frames, unless said otherwise. */
function wav({
  kind = 1,
  bits = 16,
  channels = 2,
  rate = 44_100,
  data = [],
  claims = data.length,
  block,
}: Wav): Uint8Array {
  const format = [kind, channels].flatMap((v) => little(v, 2))
  format.push(...little(rate, 4), ...little(rate * channels * (bits / 8), 4), ...little(block ?? (channels * bits) / 8, 2), ...little(bits, 2)) // prettier-ignore
  const body = [...text('WAVEfmt '), ...little(16, 4), ...format, ...text('data'), ...little(claims, 4), ...data]
  return Uint8Array.from([...text('RIFF'), ...little(body.length, 4), ...body])
}
function aiff(bits: number, data: number[], packing?: string, frames = 2): Uint8Array {
  // 44,100 as a float of 80 bits.
  const common = [...big(2, 2), ...big(frames, 4), ...big(bits, 2), 0x40, 0x0e, 0xac, 0x44, 0, 0, 0, 0, 0, 0]
  if (packing) common.push(...text(packing), 0, 0)
  const body = [
    ...text(packing ? 'AIFC' : 'AIFF'),
    ...[...text('COMM'), ...big(common.length, 4), ...common],
    ...[...text('SSND'), ...big(data.length + 8, 4), ...big(0, 8), ...data],
  ]
  return Uint8Array.from([...text('FORM'), ...big(body.length, 4), ...body])
}
const refused = async (bytes: Uint8Array): Promise<string> => {
  const error = await decode(bytes).catch((error: unknown) => error)
  expect(error).toBeInstanceOf(SoundError)
  return messageOf(error)
}

/** Two frames: left 0.5 then −0.5, right 0.25 then −1. */
const FRAMES = [0.5, 0.25, -0.5, -1]
const whole = (bits: number, put: (value: number, bytes: number) => number[]) =>
  FRAMES.flatMap((value) => put((value * 2 ** (bits - 1) + 2 ** bits) % 2 ** bits, bits / 8))

describe('samples are read as they were written', () => {
  it.each([
    ['16-bit WAV', wav({ data: whole(16, little) })],
    ['24-bit WAV', wav({ bits: 24, data: whole(24, little) })],
    ['32-bit WAV', wav({ bits: 32, data: whole(32, little) })],
    ['8-bit WAV', wav({ bits: 8, data: FRAMES.map((value) => 128 + value * 128) })],
    ['float WAV', wav({ kind: 3, bits: 32, data: floats(FRAMES, 32, true) })],
    ['double WAV', wav({ kind: 3, bits: 64, data: floats(FRAMES, 64, true) })],
    ['8-bit AIFF', aiff(8, whole(8, big))],
    ['16-bit AIFF', aiff(16, whole(16, big))],
    ['24-bit AIFF', aiff(24, whole(24, big))],
    ['32-bit AIFF', aiff(32, whole(32, big))],
    ['AIFF-C, little end first', aiff(16, whole(16, little), 'sowt')],
    ['AIFF-C of floats', aiff(32, floats(FRAMES, 32, false), 'fl32')],
  ])('%s', async (_, bytes) => {
    const { channels, rate } = await decode(bytes)
    expect(rate).toBe(44_100)
    expect(channels.map((samples) => [...samples])).toEqual([
      [0.5, -0.5],
      [0.25, -1],
    ])
  })
  it('what is no number is silence', async () => {
    const { channels } = await decode(
      wav({ kind: 3, bits: 32, channels: 1, data: floats([NaN, 1, Infinity], 32, true) }),
    )
    expect([...channels[0]]).toEqual([0, 1, 0])
  })
})

describe('what is no sound is refused in words', () => {
  it.each<[string, Uint8Array, RegExp]>([
    ['a text', Uint8Array.from(text('These are words and no sound.')), /no kind of sound file/],
    ['nothing', new Uint8Array(), /no kind of sound file/],
    ['a claim of 2 GB', wav({ data: [0, 0, 0, 0], claims: 0x7fffffff }), /claims 2147 MB of “data”, the file has 1 kB/],
    ['no samples', wav({}), /no samples/],
    ['no channels', wav({ channels: 0, data: [1, 1], block: 2 }), /claims 0 channels/],
    ['a rate of nought', wav({ rate: 0, data: [1, 1, 1, 1] }), /claims 0 samples a second/],
    ['12 bits', wav({ bits: 12, data: [1, 1, 1, 1], block: 4 }), /samples of 12 bits/],
    ['a format at odds with itself', wav({ data: [1, 1, 1, 1], block: 3 }), /does not agree with itself/],
    ['packed samples', wav({ kind: 0x55, data: [1, 1, 1, 1] }), /packed in a way/],
    ['a cut-off AIFF', aiff(16, [0, 0], undefined, 500), /cut off/],
    ['a packed AIFF-C', aiff(16, [0, 0, 0, 0], 'ima4'), /packed in a way/],
    ['a FLAC of nothing', Uint8Array.from([...text('fLaC'), 0, 0, 0, 34, ...new Array(40).fill(0)]), /decoded/],
  ])('%s', async (_, bytes, words) => expect(await refused(bytes)).toMatch(words))
})

it('kinds are told by what a file holds', () => {
  const ogg = (head: string) =>
    Uint8Array.from([...text('OggS'), ...new Array(22).fill(0), 1, head.length, ...text(head)])
  const kinds: [Uint8Array, string | undefined][] = [
    [wav({ data: [0, 0] }), 'audio/wav'],
    [aiff(16, [0, 0]), 'audio/aiff'],
    [ogg('OpusHead'), 'audio/opus'],
    [ogg('\x01vorbis'), 'audio/ogg'],
    [ogg('Speex   '), undefined],
    [Uint8Array.from([0xff, 0xfb, 0x90, 0]), 'audio/mpeg'],
    [Uint8Array.from([0xff, 0xf1, 0x50, 0x80]), 'audio/aac'],
    [Uint8Array.from([...text('ID3'), 4, 0, 0, 0, 0, 0, 2, 0, 0, ...text('fLaC')]), 'audio/flac'],
    [Uint8Array.from([0, 0, 0, 8, ...text('ftypM4A ')]), 'audio/mp4'],
    [Uint8Array.from(text('<html>')), undefined],
  ]
  for (const [bytes, type] of kinds) expect(sniffed(bytes)).toBe(type)
})

describe('what only a browser decodes', () => {
  /** A frame of AAC of so many bytes at 44.1 kHz. */
  const frame = (size: number) => [
    0xff,
    0xf1,
    0x50,
    0x80 | (size >> 11),
    (size >> 3) & 255,
    ((size & 7) << 5) | 31,
    0xfc,
    ...new Array(size - 7).fill(0),
  ]
  const box = (name: string, body: number[]) => [...big(body.length + 8, 4), ...text(name), ...body]
  const header = [...new Array(12).fill(0), ...big(1000, 4), ...big(2500, 4), ...new Array(80).fill(0)]
  const file = (...boxes: number[][]) => Uint8Array.from([...box('ftyp', text('M4A ')), ...boxes.flat()])

  it('says how long it is in its heads', () => {
    expect(lengthOfAac(Uint8Array.from([...frame(40), ...frame(60)]))).toBeCloseTo(2048 / 44_100, 9)
    expect(lengthOfMp4(file(box('moov', box('mvhd', header)), box('mdat', [1])))).toBe(2.5)
  })
  it('is refused where it is cut off', () => {
    expect(() => lengthOfAac(Uint8Array.from(frame(40).slice(0, 30)))).toThrow('cut off')
    expect(() => lengthOfMp4(file(box('moov', box('mvhd', header))))).toThrow('cut off')
    expect(() => lengthOfMp4(file(box('mdat', new Array(50).fill(0)).slice(0, 20)))).toThrow('cut off')
  })
})
