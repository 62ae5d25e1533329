import { describe, expect, it } from 'vitest'
import { run, walksOf } from '../engine'
import { across, oneRule, show } from '../testing/small-show'
import { scoreOf } from '.'

const scored = (made: ReturnType<typeof show>) => scoreOf(made, run(made, walksOf(made, ['w']), { seed: 1 }))

describe('acts of cues', () => {
  const steps = [
    { id: 'c', kind: 'camera', at: 0.5, marks: [{ mark: 'eye', stay: 1 }] },
    { id: 'f', kind: 'flag', at: 1, flag: 'lit', set: true },
    { id: 's', kind: 'signal', at: 1, name: 'ring', delay: 0.5 },
    { id: 'n', kind: 'bed', sound: 'hum' },
  ]
  const made = oneRule({}, steps, {
    show: {
      place: { marks: [{ id: 'eye', name: 'Eye', kind: 'camera', at: [0, 3, 0] }] },
      flags: [{ id: 'lit', name: 'Lit', start: false }],
      sounds: [{ id: 'hum', name: 'Hum', asset: 'ab'.repeat(32), seconds: 4 }],
    },
  })
  const listening = show({
    ...made,
    zones: [
      ...made.zones,
      {
        id: 'ear',
        name: 'Ear',
        ...across(9, 10),
        rules: [
          {
            id: 'hears',
            on: { at: 'signal', name: 'ring' },
            cue: 'cue',
            when: [{ flag: 'lit', is: '=', value: false }],
          },
        ],
      },
    ],
  })
  const { lanes, signals } = scored(listening)

  it('stand in the lane of the zone that fired them, sounds aside', () => {
    const lane = lanes.find(({ zone }) => zone === 'z')!
    expect(lane.acts.map(({ t, kind, step }) => [Math.round(t * 1e6) / 1e6, kind, step])).toEqual([
      [2.2, 'camera', 'c'],
      [2.7, 'flag', 'f'],
      [2.7, 'signal', 's'],
    ])
  })
  it('a signal leads from where it was sent to every rule that heard it, whatever came of that', () => {
    expect(signals).toHaveLength(1)
    const { name, sent, t, from, heard } = signals[0]
    expect([name, from, Math.round(sent * 1e6) / 1e6, Math.round(t * 1e6) / 1e6]).toEqual(['ring', 'z', 2.7, 3.2])
    expect(heard).toEqual([{ zone: 'ear', rule: 'hears', fired: false }])
  })
})
