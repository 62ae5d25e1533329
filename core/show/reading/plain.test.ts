import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { randomShow } from '../../testing/random-show'
import { checkPlain, parseShow, readShow, ShowError, writeShow } from '..'

describe('a document that can’t be read', () => {
  it('is refused with line and column where it stops being JSON, in one line', () => {
    const text = writeShow(fc.sample(randomShow, { numRuns: 1, seed: 2 })[0])
    const cut = text.replace('"title"', 'title')
    expect(() => parseShow(cut)).toThrow(/not JSON: .* at line 4, column 3$/)
    expect(() => parseShow(text.slice(0, 100))).toThrow(/line \d+, column \d+$/)
    expect(() => parseShow('')).toThrow('The document is not JSON: it is empty')
  })
  it('is not walked where a list in it is endless, and told back in few words', () => {
    const endless = { format: 'esvik-show', version: 1, title: 'x', place: new Array(2_000_000).fill(1) }
    expect(() => readShow(endless)).toThrow('/place must have 20,000 at most, not 2,000,000')
    let deep: unknown = 1
    for (let n = 0; n < 5000; n++) deep = [deep]
    expect(() => checkPlain(deep)).toThrow(/levels deep/)
    const strange = { format: 'esvik-show', version: 1, title: 'x', place: {}, ['k'.repeat(5000)]: 1 }
    try {
      readShow(strange)
      expect.unreachable()
    } catch (error) {
      expect((error as ShowError).message.length).toBeLessThan(401)
      expect((error as ShowError).pointer.length).toBeLessThan(201)
    }
  })
})
