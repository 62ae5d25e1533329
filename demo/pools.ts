import { range } from './ranges'

export const pools = [
  {
    id: 'gulls',
    name: 'Gulls',
    sounds: [1, 2, 3].map((n) => ({ sound: `gull-${n}` })),
    gain: range(-6, 0),
    pitch: range(-150, 150),
  },
  {
    id: 'ropes',
    name: 'Ropes',
    sounds: [1, 2, 3].map((n) => ({ sound: `rope-creak-${n}` })),
    gain: range(-3, 0),
    pitch: range(-200, 100),
  },
  {
    id: 'drips',
    name: 'Drips',
    sounds: [1, 2, 3, 4].map((n) => ({ sound: `drip-${n}` })),
    gain: range(-9, 0),
    pitch: range(-300, 300),
    avoid: 2,
  },
  {
    id: 'knocks',
    name: 'Wood knocks',
    sounds: [1, 2, 3].map((n) => ({ sound: `knock-${n}` })),
    gain: range(-6, 0),
    pitch: range(-200, 0),
  },
  {
    id: 'chains',
    name: 'Chains',
    sounds: [1, 2].map((n) => ({ sound: `chain-${n}` })),
    draw: 'sequence',
    pitch: range(-100, 0),
  },
]
