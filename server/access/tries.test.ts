import { describe, expect, it } from 'vitest'
import { ownerOf, tried } from './tries'

describe('trying a passphrase', () => {
  it('wrong ones are counted, five a minute, by whoever tries; right ones are not', () => {
    for (let n = 0; n < 20; n++) tried('10.0.0.1', 1000)!.forgiven()
    for (let n = 0; n < 5; n++) expect(tried('10.0.0.1', 2000 + n)).toBeDefined()
    expect(tried('10.0.0.1', 3000)).toBeUndefined()
    expect(tried('10.0.0.2', 3000)).toBeDefined()
    expect(tried('10.0.0.1', 62_001)).toBeDefined()
  })
  it('so many at once are no way around it', () => {
    const all = Array.from({ length: 50 }, () => tried('10.0.0.3', 5000))
    expect(all.filter(Boolean)).toHaveLength(5)
  })
  it('a network of IPv6 is one, and an address of IPv4 is itself however it is written', () => {
    expect(ownerOf('2001:db8::1')).toBe(ownerOf('2001:db8:0:0:ffff::2'))
    expect(ownerOf('2001:db8:0:1::1')).not.toBe(ownerOf('2001:db8::1'))
    expect(ownerOf('::ffff:10.0.0.1')).toBe('10.0.0.1')
  })
})
