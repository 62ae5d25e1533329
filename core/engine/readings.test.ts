import { describe, expect, it } from 'vitest'
import { readShow, type Show } from '../show'
import { channelAt, eventsOf, run } from '.'
import { READINGS } from '../../tests/harness/readings'

/** Small shows, each for a sentence of what a run means, with what another engine makes of them. */
describe('what a run means', () => {
  it.each(READINGS)('$name', ({ show: document, expected, channels }) => {
    if (expected.error) {
      expect(() => readShow(document)).toThrow(new RegExp(expected.names!.join('|')))
      return
    }
    const show: Show = readShow(document)
    const walks = expected.walks.map((id) => show.walks.find((walk) => walk.id === id)!)
    const result = run(show, walks, { seed: expected.seed, withoutFlights: true })
    const order = (kinds: readonly { kind: string }[]) => kinds.map(({ kind }) => kind)
    const events = eventsOf(result)
    expect(order(events)).toEqual(order(expected.events!))
    events.forEach((event, i) => {
      const { t, ...said } = expected.events![i]
      expect(event.t).toBeCloseTo(t, 4)
      for (const [field, value] of Object.entries(said)) near(event[field as never], value)
    })
    expect(result.length).toBeCloseTo(expected.length!, 4)
    for (const { channel, at, values } of channels ?? [])
      at.forEach((t, i) => {
        const fields = channelAt(show, result, channel, t, 0)
        for (const [field, value] of Object.entries(values[i])) near(fields[field], value)
      })
  })
})

function near(is: unknown, wanted: unknown): void {
  if (typeof wanted === 'number') return expect(is).toBeCloseTo(wanted, 4)
  if (!Array.isArray(wanted)) return expect(is).toEqual(wanted)
  // A set of controls has no order.
  const isSet = wanted.every((one) => typeof one === 'string')
  if (isSet) return expect([...(is as string[])].sort()).toEqual([...wanted].sort())
  wanted.forEach((one, i) => near((is as unknown[])[i], one))
}
