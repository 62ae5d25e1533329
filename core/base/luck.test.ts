import { describe, expect, it } from 'vitest'
import { draw, hash, keyOf, within } from './luck'

describe('luck that another program can repeat', () => {
  // Known answers of FNV-1a, 32 bits (http://www.isthe.com/chongo/tech/comp/fnv/).
  it('hashes as FNV-1a does', () => {
    expect(hash('')).toBe(0x811c9dc5)
    expect(hash('a')).toBe(0xe40c292c)
    expect(hash('foobar')).toBe(0xbf9cf968)
  })
  it('hashes the bytes of UTF-8', () => {
    // é is C3 A9, € is E2 82 AC, 🜂 is F0 9F 9C 82
    const bytes = (...all: number[]) => all.reduce((h, byte) => Math.imul(h ^ byte, 0x01000193), 0x811c9dc5) >>> 0
    expect(hash('é')).toBe(bytes(0xc3, 0xa9))
    expect(hash('€')).toBe(bytes(0xe2, 0x82, 0xac))
    expect(hash('🜂')).toBe(bytes(0xf0, 0x9f, 0x9c, 0x82))
  })
  it('a key is the hash of its name in one', () => {
    expect(keyOf(7, 'rope', 'chance', 'curious')).toBe(hash('7|rope|chance|curious'))
  })
  // Known answers of Philox2x32-10 from the Random123 distribution (kat_vectors): counter, key → result.
  it('draws as Philox2x32-10 does', () => {
    const asDrawn = (a: number, b: number) => ((a >>> 5) * 67108864 + (b >>> 6)) / 9007199254740992
    expect(draw({ key: 0, ordinal: 0 }, 0)).toBe(asDrawn(0xff1dae59, 0x6cd10df2))
    expect(draw({ key: 0xffffffff, ordinal: 0xffffffff }, 0xffffffff)).toBe(asDrawn(0x2c3f628b, 0xab4fd7ad))
    expect(draw({ key: 0x13198a2e, ordinal: 0x85a308d3 }, 0x243f6a88)).toBe(asDrawn(0xdd7ce038, 0xf62a4c12))
  })
  it('is spread evenly, and neighbours are strangers', () => {
    const n = 4000
    const draws = Array.from({ length: n }, (_, i) => draw({ key: 99, ordinal: 3 }, i))
    const mean = draws.reduce((a, b) => a + b, 0) / n
    expect(mean).toBeGreaterThan(0.48)
    expect(mean).toBeLessThan(0.52)
    const together = draws.slice(1).reduce((sum, v, i) => sum + (v - mean) * (draws[i] - mean), 0) / n
    expect(Math.abs(together)).toBeLessThan(0.005)
  })
  it('a range holds its draws', () =>
    expect([within([-3, 5], 0), within([-3, 5], 0.5), within([2, 2], 0.9)]).toEqual([-3, 1, 2]))
})
