import { expect, it } from 'vitest'
import { eventsOf, run } from '~~/core/engine'
import { point, oneRule, walk } from '~~/core/testing/small-show'
import { unmetAt, unmetConditions } from './unmet-conditions'

it('a moment that a condition held back says which flag, what it was, and what was wanted', () => {
  const there = walk('w', point(-2), point(3), point(-2), point(3), point(-2))
  const of = (when: object[], flags: object[], steps: object[] = []) => {
    const show = oneRule({ on: { at: 'enter' }, when }, steps, { show: { flags, walks: [there] } })
    const events = eventsOf(run(show, show.walks, { seed: 1 }))
    const unmet = unmetConditions(show, events)
    return events.flatMap((event) => (event.kind === 'held' ? [unmetAt(unmet, event.rule, event.t)] : []))
  }
  const lit = [{ id: 'lit', name: 'Lit', start: false }]
  const seen = [{ id: 'n', name: 'Times seen', start: 0 }]
  expect(of([{ flag: 'lit', is: '=', value: true }], lit)[0]).toBe('Lit is no, wanted yes')
  expect(of([{ flag: 'n', is: '>=', value: 2 }], seen)[0]).toBe('Times seen is 0, wanted at least 2')
  // The first time it lets one through and counts; after that it is held by what it has counted itself.
  const counted = of([{ flag: 'n', is: '<', value: 1 }], seen, [{ id: 'c', kind: 'flag', flag: 'n', add: 1 }])
  expect(counted[0]).toBe('Times seen is 1, wanted less than 1')
})
