import { describe, expect, it } from 'vitest'
import { calculated } from './arithmetic'

describe('numbers as people type them', () => {
  it.each([
    ['1.5*2', 3],
    ['(3+1)/2', 2],
    ['0,8', 0.8],
    ['-2', -2],
    ['−2 + 5', 3],
    ['2*-3', -6],
    ['1/0', undefined],
    ['two', undefined],
    ['1 2', undefined],
    ['(1', undefined],
    ['', undefined],
  ])('%s', (text, value) => expect(calculated(text)).toBe(value))
})
