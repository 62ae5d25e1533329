import { describe, expect, it } from 'vitest'
import { lines, oneRule, point, walk } from '../testing/small-show'
import { eventsOf, positionAt, run, walksOf } from '.'

const played = (steps: object[], ...points: object[]) => {
  const place = { marks: [{ id: 'far', name: 'Far', kind: 'standing', at: [40, 0, 0] }] }
  const show = oneRule({ on: { at: 'enter' } }, steps, { show: { walks: [{ ...walk('w', ...points), went: true }], place } }) // prettier-ignore
  return run(show, walksOf(show, ['w']), { seed: 1 })
}

describe('what somebody did', () => {
  it('is held by no freeze, slowed by none and sent nowhere, though the log tells of them', () => {
    const steps = [
      { id: 'f', kind: 'freeze', locks: ['walk', 'look'], pace: 0.5, hold: 3 },
      { id: 'm', kind: 'move', mark: 'far' },
    ]
    const went = played(steps, point(0), point(20))
    expect(positionAt(went.paths[0], 10)).toEqual([10, 0, 0])
    const events = eventsOf(went)
    expect(lines(events, 'enter', 'leave')).toEqual(['1.7 enter z', '4.3 leave z'])
    expect(events.filter(({ kind }) => kind === 'lock' || kind === 'move').map(({ kind }) => kind)).toEqual(['lock'])
  })

  it('jumps: it is elsewhere at once, and touches nothing between', () => {
    const over = played([], point(0, { pause: 1 }), point(6, { jump: true, pause: 2 }), point(7))
    expect(eventsOf(over).filter(({ kind }) => kind === 'enter')).toEqual([])
    expect([0.9, 1.1, 3.5].map((t) => positionAt(over.paths[0], t)[0])).toEqual([0, 6, 6.5])
    // Into it, and out of it.
    const into = played(
      [],
      point(0, { pause: 1 }),
      point(3, { jump: true, pause: 2 }),
      point(9, { jump: true, pause: 1 }),
    )
    expect(lines(eventsOf(into), 'enter', 'leave')).toEqual(['1 enter z', '3 leave z'])
  })
})
