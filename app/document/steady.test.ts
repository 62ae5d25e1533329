import { describe, expect, it } from 'vitest'
import { computed, shallowRef } from 'vue'
import { fieldwise, keptFor, steady } from './steady'

describe('what mostly says the same', () => {
  it('is the same object as long as it does', () => {
    const source = shallowRef([1, 2])
    const list = steady(() => source.value.map((n) => ({ n })))
    const first = list.value
    source.value = [1, 2]
    expect(list.value).toBe(first)
    source.value = [1, 3]
    expect(list.value).toEqual([{ n: 1 }, { n: 3 }])
  })
  it('is made anew only when one of the things it is made of is another', () => {
    const place = {}
    const show = shallowRef<{ place: object; title: string }>({ place, title: 'One' })
    let made = 0
    const kept = keptFor(
      () => [show.value.place],
      () => ++made,
    )
    expect(kept.value).toBe(1)
    show.value = { place, title: 'Two' }
    expect(kept.value).toBe(1)
    show.value = { place: {}, title: 'Two' }
    expect(kept.value).toBe(2)
  })
})

describe('a thing seen field by field', () => {
  const rules = [{ id: 'r' }]
  const zone = shallowRef<{ id: string; name: string; rules: object[] } | undefined>({ id: 'z', name: 'Zone', rules })
  const seen = fieldwise(() => zone.value)
  it('asks nobody again who reads none of what has changed', () => {
    let asked = 0
    const name = computed(() => (asked++, seen.name))
    expect([name.value, asked]).toEqual(['Zone', 1])
    zone.value = { ...zone.value!, rules: [] }
    expect([name.value, asked]).toEqual(['Zone', 1])
    zone.value = { ...zone.value, name: 'Quay' }
    expect([name.value, asked]).toEqual(['Quay', 2])
  })
  it('can be copied and written like the thing itself, and stays as it was once that is gone', () => {
    expect({ ...seen }).toEqual({ id: 'z', name: 'Quay', rules: [] })
    expect(JSON.stringify(seen)).toBe('{"id":"z","name":"Quay","rules":[]}')
    expect('note' in seen).toBe(false)
    zone.value = undefined
    expect(seen.name).toBe('Quay')
  })
})
