import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { decode, lengthOfMp4, sniffed } from '.'
import { textAt } from './samples'

const file = (name: string) => new Uint8Array(readFileSync(`tests/files/${name}`))
const power = (samples: Float32Array) => samples.reduce((sum, value) => sum + value * value, 0)

describe('sounds of other programs', () => {
  it('a FLAC that ends in silence is whole', async () => {
    const { channels, rate } = await decode(file('flac-mono-16-48k-ends-silent.flac'))
    expect([channels.length, channels[0].length, rate]).toEqual([1, 144_000, 48_000])
  })
  it('of 5.1 in Ogg the centre is the third channel, as in WAV', async () => {
    const { channels } = await decode(file('cFC.opus'))
    expect(channels).toHaveLength(6)
    const loudest = channels.map(power)
    expect(loudest.indexOf(Math.max(...loudest))).toBe(2)
  })
  it('an Ogg of which one bit is another is refused, wherever that is', async () => {
    const whole = file('cFC.opus')
    for (const share of [0.05, 0.2, 0.4, 0.6, 0.8, 0.97]) {
      const damaged = whole.slice()
      damaged[Math.floor(share * whole.length)] ^= 4
      await expect(decode(damaged), `at ${share}`).rejects.toThrow(/damaged|cut off/)
    }
    await expect(decode(whole.subarray(0, whole.length - 5))).rejects.toThrow('cut off')
  })
  it('a page that is missing is noticed', async () => {
    const whole = file('cFC.opus')
    const pages: number[] = []
    for (let at = 0; at + 4 <= whole.length; at++)
      if (String.fromCharCode(...whole.subarray(at, at + 4)) === 'OggS') pages.push(at)
    expect(pages.length).toBeGreaterThan(3)
    const [from, to] = [pages[2], pages[3]]
    const without = new Uint8Array([...whole.subarray(0, from), ...whole.subarray(to)])
    await expect(decode(without)).rejects.toThrow('a page of it is missing')
  })
  it('an RF64 is a WAV, as long as its own chunk says', async () => {
    const bytes = Buffer.alloc(12 + 36 + 24 + 8 + 8)
    bytes.write('RF64\xff\xff\xff\xffWAVEds64', 0, 'latin1')
    bytes.writeUInt32LE(28, 16)
    bytes.writeBigUInt64LE(8n, 28)
    bytes.write('fmt ', 48)
    bytes.writeUInt32LE(16, 52)
    for (const [value, at] of [[1, 56], [1, 58], [2, 68], [16, 70]] as const) bytes.writeUInt16LE(value, at) // prettier-ignore
    bytes.writeUInt32LE(8000, 60)
    bytes.writeUInt32LE(16_000, 64)
    bytes.write('data\xff\xff\xff\xff', 72, 'latin1')
    ;[1000, -1000, 2000, -2000].forEach((value, i) => bytes.writeInt16LE(value, 80 + 2 * i))
    expect(sniffed(bytes)).toBe('audio/wav')
    const { channels } = await decode(bytes)
    expect([...channels[0]].map((value) => Math.round(value * 32_768))).toEqual([1000, -1000, 2000, -2000])
  })
  it('an M4A of nothing but boxes is refused soon', () => {
    const bytes = Buffer.alloc(20 + 8 * 200_000)
    bytes.writeUInt32BE(20, 0)
    bytes.write('ftypM4A ', 4)
    for (let at = 20; at < bytes.length; at += 8) {
      bytes.writeUInt32BE(8, at)
      bytes.write('free', at + 4)
    }
    expect(() => lengthOfMp4(bytes)).toThrow('too many parts')
  })
  it('letters are read however many there are', () => {
    const bytes = new Uint8Array(2_000_000).fill(65)
    expect(textAt(bytes, 0, bytes.length)).toHaveLength(2_000_000)
  })
})
