import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { places, VALUES } from '../../testing/mutations'
import { randomShow } from '../../testing/random-show'
import { applyPatch, differences, pointerOf } from '..'

describe('the difference of two shows', () => {
  it('is a patch that makes one of the other, and nothing where there is none', () => {
    fc.assert(
      fc.property(randomShow, randomShow, fc.infiniteStream(fc.nat()), (show, other, numbers) => {
        const pick = <T>(of: readonly T[]): T => of[numbers.next().value! % of.length]
        let after = show
        for (let n = 0; n < 5; n++) {
          const path = pointerOf(pick(places(after).slice(1)))
          const op = pick(['replace', 'remove'] as const)
          after = applyPatch(after, [op === 'remove' ? { op, path } : { op, path, value: pick(VALUES) }])
        }
        for (const [from, to] of [
          [show, after],
          [after, show],
          [show, other],
        ])
          // prettier-ignore
          expect(applyPatch(from, differences(from, to))).toEqual(to)
        expect(differences(show, structuredClone(show))).toEqual([])
      }),
      { numRuns: 60, endOnFailure: true },
    )
  })
  it('of one changed thing is about that thing alone', () => {
    const show = fc.sample(randomShow, { numRuns: 1, seed: 2 })[0]
    const after = applyPatch(show, [{ op: 'replace', path: '/zones/1/rim', value: 0.7 }])
    expect(differences(show, after)).toEqual([{ op: 'replace', path: '/zones/1/rim', value: 0.7 }])
  })
})
