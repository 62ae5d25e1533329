import { expect, it } from 'vitest'
import { oneRule, SOUND } from '../testing/small-show'
import { usesOf } from '.'

const show = oneRule(
  { cooldown: { seconds: 4 }, limit: { times: 2 }, on: { at: 'use', facing: { prop: 'door', within: 30 } } },
  [
    { id: 'l', kind: 'light', light: 'lamp', candela: 20, ramp: { seconds: 2 }, hold: 'release' },
    { id: 's', kind: 'sound', sound: 'thud', where: { at: 'around', near: 1, far: 3 } },
    { id: 'p', kind: 'prompt', text: 'Look', anchor: { prop: 'door' }, key: 'E' },
    { id: 'f', kind: 'freeze', locks: ['walk'], hold: 2 },
  ],
  {
    show: {
      sounds: [SOUND],
      flags: [{ id: 'lit', name: 'Lit', start: false }],
      place: {
        lights: [{ id: 'lamp', name: 'Lamp', kind: 'point', at: [0, 2, 0], candela: 100 }],
        props: [{ id: 'door', name: 'Door', kind: 'box', at: [3, 0, 0], size: [1, 2, 0.1] }],
        floors: [
          {
            id: 'floor',
            name: 'Floor',
            y: 0,
            outline: [
              [0, 0],
              [9, 0],
              [9, 9],
            ],
          },
        ],
      },
    },
  },
)

it('everything that uses a thing is found', () => {
  expect(usesOf(show, 'props', 'door').map((use) => use.keys.join('/'))).toEqual([
    'cues/0/steps/2/anchor/prop',
    'zones/0/rules/0/on/facing/prop',
  ])
})
