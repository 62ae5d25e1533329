import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { places, VALUES } from '../../testing/mutations'
import { anyShow, randomShow } from '../../testing/random-show'
import {
  applyPatch,
  checkTouched,
  completed,
  PatchConflict,
  pointerOf,
  readShow,
  ShowError,
  valueAtPointer,
  writtenBytes,
  writtenMore,
  type Operation,
  type Show,
} from '..'

/** The show after a patch, if it is taken. */
function after(show: Show, patch: Operation[]): Show | undefined {
  try {
    const whole = completed(show, patch)
    const made = applyPatch(show, whole)
    checkTouched(made, whole, show)
    return made
  } catch (error) {
    if (error instanceof ShowError || error instanceof PatchConflict) return undefined
    throw error
  }
}

const KEYS = ['constructor', '__proto__', 'toString', '-', '0', '999', '-1', '1.5', 'name', 'note', 'rim', 'tags', '']

describe('whatever edits make of a show', () => {
  it('is what a reader of its document would have, in up to 4000 random edits', () => {
    let tried = 0
    let taken = 0
    fc.assert(
      fc.property(anyShow, fc.infiniteStream(fc.nat()), (show, numbers) => {
        let now = show
        const pick = <T>(of: readonly T[]): T => of[numbers.next().value! % of.length]
        for (let n = 0; n < 40; n++) {
          const all = places(now).slice(1)
          const keys = pick(all)
          const alike = valueAtPointer(now, pointerOf(pick(all.filter((other) => other.at(-1) === keys.at(-1)))))
          const path = pointerOf(pick([true, true, false]) ? keys : [...keys.slice(0, -1), pick(KEYS)])
          const op = pick(['add', 'replace', 'remove'] as const)
          const made = after(now, [
            op === 'remove' ? { op, path } : { op, path, value: pick([alike, alike, pick(VALUES)]) },
          ])
          tried++
          if (!made) continue
          taken++
          expect(readShow(JSON.parse(JSON.stringify(made))), `${op} ${path}`).toEqual(made)
          now = made
        }
      }),
      { numRuns: 100, seed: 4, endOnFailure: true },
    )
    expect(taken).toBeGreaterThan(tried / 10)
  })

  const show = fc.sample(randomShow, { numRuns: 1, seed: 2 })[0]
  it.each<[string, Operation, RegExp]>([
    ['a list that is removed', { op: 'remove', path: '/sounds' }, /^\/sounds is missing/],
    ['nobody meant', { op: 'replace', path: '/zones/0/rules/0/who/kinds', value: [] }, /kinds must have 1 or more/],
    ['an empty place', { op: 'replace', path: '/place', value: {} }, /names the/],
    ['a NUL', { op: 'replace', path: '/title', value: 'a\0' }, /\/title holds a NUL/],
    ['half a pair', { op: 'replace', path: '/zones/0/name', value: '\udc00' }, /\/zones\/0\/name holds a NUL or half/],
    ['a reserved name', { op: 'add', path: '/zones/0/constructor', value: 1 }, /nothing at \/zones\/0\/constructor/],
    ['a reserved name within', JSON.parse('{"op":"add","path":"/wishes","value":{"__proto__":{}}}'), /reserved/],
  ])('%s is refused by name', (_, operation, words) => {
    const patch = [operation]
    expect(() => {
      const whole = completed(show, patch)
      checkTouched(applyPatch(show, whole), whole)
    }).toThrow(words)
  })
  it('a walk keeps a point, and a show its 5,000 zones at most', () => {
    const points = show.walks[0].points.map((): Operation => ({ op: 'remove', path: '/walks/0/points/0' }))
    expect(() => checkTouched(applyPatch(show, points), points)).toThrow('/walks/0/points must have 1 or more')
    const zone = { ...show.zones[0], rules: [] }
    const many = { ...show, zones: Array.from({ length: 5000 }, (_, n) => ({ ...zone, id: `z${n}` })), cues: [], rules: [] } // prettier-ignore
    const more: Operation[] = [{ op: 'add', path: '/zones/-', value: { ...zone, id: 'one-more' } }]
    expect(() => checkTouched(applyPatch(many, more), more)).toThrow('/zones must have 5000 at most')
  })
  it('is refused where its own document would be too long to be read, and may then get shorter', () => {
    const zone = { ...show.zones[0], rules: [], note: 'x'.repeat(20_000) }
    const zones = Array.from({ length: 430 }, (_, n) => ({ ...zone, id: `z${n}` }))
    const large = { ...show, zones, cues: [], rules: [] }
    const more: Operation[] = [{ op: 'replace', path: '/note', value: 'more' }]
    expect(writtenBytes(large)).toBeGreaterThan(8 * 1048576)
    expect(() => checkTouched(applyPatch(large, more), more, large)).toThrow(
      /larger than 8 MiB as a document \(8\.\d MiB\)/,
    )
    const less: Operation[] = [{ op: 'remove', path: '/zones/0' }]
    expect(() => checkTouched(applyPatch(large, less), less, large)).not.toThrow()
  })
  it('a document’s length is known without writing it', () => {
    fc.assert(
      fc.property(randomShow, fc.string({ unit: 'binary' }), (made, title) => {
        const named = { ...made, title }
        const written = JSON.stringify(named, null, 2)
        expect(writtenBytes(named)).toBe(new Blob([written]).size)
      }),
      { numRuns: 60 },
    )
  })
  it('nor is by how much an edit makes it longer', () => {
    fc.assert(
      fc.property(randomShow, randomShow, fc.string({ unit: 'binary' }), (made, other, note) => {
        const zones = made.zones.map((zone, i) => (i === 1 ? { ...zone, note, rim: 0.25, kit: undefined } : zone))
        for (const after of [{ ...made, zones }, { ...made, zones: zones.toSpliced(0, 1) }, { ...made, note }, other])
          expect(writtenBytes(made) + writtenMore(after, made)).toBe(writtenBytes(after))
      }),
      { numRuns: 60 },
    )
  })
})
