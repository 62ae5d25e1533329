import { describe, expect, it } from 'vitest'
import { lines, logFor, point, show, walk } from '../../testing/small-show'

describe('what lasts and ends', () => {
  const later = { id: 'b', kind: 'light', light: 'l', on: false, at: 4 }
  const withLight = (steps: object[], more: object = {}) =>
    show({
      place: { lights: [{ id: 'l', name: 'L', kind: 'point', at: [0, 2, 0], candela: 10 }] },
      cues: [{ id: 'cue', name: 'Cue', steps }],
      zones: [
        {
          id: 'z',
          name: 'Z',
          shape: { kind: 'box', at: [3, 0, 0], size: [2, 2, 2] },
          rules: [{ id: 'r', on: { at: 'enter' }, cue: 'cue', ...more }],
        },
      ],
      walks: [walk('w', point(0), point(20))],
    })
  it('a step of the cue’s length that begins after the release says done', () => {
    const log = logFor(withLight([{ id: 'a', kind: 'light', light: 'l', on: true, hold: 'release' }, later]))
    expect(lines(log.events, 'end')).toEqual(['5.7 end cue done'])
  })
  it('a burst lasts its longer life, and its count is a whole number, each as likely', () => {
    const burst = { id: 's', kind: 'burst', where: { at: 'zone' }, count: [2, 4], life: [1, 2.5] }
    const made = withLight([burst])
    const counts = Array.from({ length: 300 }, (_, seed) => logFor(made, { seed }).events).map((events) => {
      expect(lines(events, 'end')).toEqual(['4.2 end cue done'])
      return (events.find(({ kind }) => kind === 'step') as { count: number }).count
    })
    for (const count of [2, 3, 4]) {
      const met = counts.filter((each) => each === count).length
      expect(met).toBeGreaterThan(75)
      expect(met).toBeLessThan(125)
    }
  })
})
