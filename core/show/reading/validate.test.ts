import Ajv from 'ajv/dist/2020'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { plain, wrong } from '../../testing/furnished-show'
import { anyShow } from '../../testing/random-show'
import { keysOf, showJsonSchema, showTable, validate, writeShow } from '..'

describe('the JSON Schema and the Yup schema', () => {
  const ajv = new Ajv({ strict: false, allErrors: false })
  const valid = ajv.compile(showJsonSchema())
  const yup = (file: unknown): boolean => {
    try {
      validate(showTable, file)
      return true
    } catch {
      return false
    }
  }
  /** Every place in a document, to spoil one of. */
  function places(node: unknown, keys: (string | number)[] = []): (string | number)[][] {
    if (typeof node !== 'object' || node === null) return [keys]
    return [
      keys,
      ...Object.entries(node).flatMap(([key, value]) =>
        places(value, [...keys, Array.isArray(node) ? Number(key) : key]),
      ),
    ]
  }
  const VALUES = [null, 'x', -3, 1e308, [], {}, true, '', 0.5, 'cue', undefined]

  it('accept the same documents', () => {
    expect(valid(plain())).toBe(true)
    fc.assert(
      fc.property(anyShow, (made) => valid(JSON.parse(writeShow(made))) === true),
      { numRuns: 30 },
    )
  })
  it('give the same verdict on 300 mutated documents, each refusal with one clear message', () => {
    const all = places(plain()).slice(1)
    let [tried, refused] = [0, 0]
    fc.assert(
      fc.property(fc.constantFrom(...all), fc.constantFrom(...VALUES), (keys, value) => {
        tried++
        const document = plain()
        const parent = keys.slice(0, -1).reduce((node, key) => node[key], document)
        if (value === undefined) delete parent[keys.at(-1)!]
        else parent[keys.at(-1)!] = value
        const whole = JSON.parse(JSON.stringify(document))
        const error = wrong(whole)
        // That a range goes from its smaller end to its larger is what a JSON Schema has no words for.
        if (!error?.message.includes('[smaller, larger]'))
          expect(yup(whole), JSON.stringify([keys, value])).toBe(valid(whole))
        if (!error) return
        refused++
        expect(error.message.length).toBeLessThan(300)
        expect(
          keysOf(error.pointer).join('/').startsWith(keys.slice(0, 2).join('/')) || error.pointer !== undefined,
        ).toBe(true)
      }),
      { numRuns: 300, seed: 3 },
    )
    expect(refused).toBeGreaterThanOrEqual(Math.floor(tried / 2))
  })
})
