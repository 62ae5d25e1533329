import { around, range } from '../ranges'

/** What moves by itself: the shutter, the cart, the tide, boards and boats. */
export const whatMoves = [
  {
    id: 'shutter-lifts',
    name: 'Shutter lifts',
    for: 'everyone',
    steps: [
      {
        id: 'lift-shutter',
        kind: 'prop',
        prop: 'shutter',
        slide: { by: [0, 1.9, 0] },
        ramp: { seconds: 1.2, ease: 'inout' },
        release: { seconds: 2.4 },
        hold: 'release',
      },
      {
        id: 'shutter-chain',
        kind: 'sound',
        pool: 'chains',
        where: { at: 'prop', prop: 'shutter' },
        gain: range(-6, -6),
      },
    ],
  },
  {
    id: 'cart-rolls',
    name: 'Cart rolls',
    for: 'everyone',
    steps: [
      {
        id: 'roll',
        kind: 'prop',
        prop: 'cart',
        slide: { by: [2.4, 0, 0] },
        turn: { by: 20 },
        at: 0.3,
        ramp: { seconds: 2.2, ease: 'out' },
        hold: 'keep',
      },
      {
        id: 'wheels',
        kind: 'sound',
        sound: 'winch',
        where: { at: 'prop', prop: 'cart' },
        gain: range(-8, -8),
        at: 0.3,
      },
    ],
  },
  {
    id: 'cart-bumps',
    name: 'Cart bumps',
    steps: [{ id: 'bump', kind: 'sound', pool: 'knocks', where: { at: 'zone' } }],
  },
  {
    id: 'tide-turns',
    name: 'Tide turns',
    for: 'everyone',
    steps: [
      {
        id: 'toll',
        kind: 'sound',
        sound: 'buoy',
        where: { at: 'mark', mark: 'out-at-sea' },
        reach: { near: 26, far: 140 },
      },
      {
        id: 'greyer',
        kind: 'atmosphere',
        preset: 'sea-haze',
        ramp: { seconds: 20 },
        hold: 'keep',
      },
    ],
  },
  {
    id: 'loft-breathes',
    name: 'Loft breathes',
    steps: [{ id: 'breath-behind', kind: 'sound', sound: 'low-swell', where: around(2, 3, 90), gain: range(-9, -6) }],
  },
  {
    id: 'boat-groans',
    name: 'Boat groans',
    for: 'everyone',
    steps: [
      {
        id: 'groan',
        kind: 'sound',
        pool: 'ropes',
        where: { at: 'prop', prop: 'boat' },
        pitch: range(-900, -700),
        gain: range(2, 2),
      },
    ],
  },
  {
    id: 'ramp-steps',
    name: 'Ramp boards',
    steps: [{ id: 'board', kind: 'sound', pool: 'knocks', where: { at: 'player' }, gain: range(-9, -6) }],
  },
  {
    id: 'board-knocks',
    name: 'Board knocks',
    note: 'The board of whichever zone it is gives way under the foot and comes up again.',
    steps: [
      {
        id: 'knock',
        kind: 'sound',
        pool: 'knocks',
        where: { at: 'prop', prop: 'part:board' },
        gain: range(-4, -1),
      },
      {
        id: 'give',
        kind: 'prop',
        prop: 'part:board',
        slide: { by: [0, -0.03, 0] },
        ramp: { seconds: 0.06 },
        release: { seconds: 0.35, ease: 'out' },
        hold: 0.3,
      },
    ],
  },
]
