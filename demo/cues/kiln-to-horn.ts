import { around, range } from '../ranges'

/** From the kiln down into the undercroft, and out to the winch and the horn. */
export const kilnToHorn = [
  {
    id: 'kiln-warmth',
    name: 'Kiln warmth',
    steps: [
      { id: 'breath', kind: 'bed', sound: 'kiln-breath', where: { at: 'prop', prop: 'kiln' }, gain: 6, fadeIn: 2 },
      { id: 'warmer', kind: 'drift', target: { light: 'kiln-fire' }, rate: 6, to: 80, fall: 10 },
      {
        id: 'red-air',
        kind: 'atmosphere',
        preset: 'kiln-air',
        ramp: { seconds: 3 },
        release: { seconds: 3 },
        hold: 'release',
      },
    ],
  },
  {
    id: 'kiln-roars',
    name: 'Kiln roars',
    scare: true,
    steps: [
      {
        id: 'roar',
        kind: 'sound',
        sound: 'kiln-roar',
        where: { at: 'prop', prop: 'kiln' },
        bus: 'scare',
        gain: range(5, 5),
      },
      {
        id: 'flare',
        kind: 'light',
        light: 'kiln-fire',
        candela: 160,
        at: 0.7,
        ramp: { seconds: 0.4, ease: 'out' },
        release: { seconds: 2.5, ease: 'in' },
        hold: 1.2,
      },
      {
        id: 'sparks',
        kind: 'burst',
        at: 0.7,
        where: { at: 'prop', prop: 'kiln' },
        count: range(18, 40),
        life: range(0.5, 1.6),
        rise: 1.2,
        colour: '#ffb060',
      },
    ],
  },
  {
    id: 'through-hatch',
    name: 'Through the salt hatch',
    steps: [
      { id: 'squeeze', kind: 'freeze', locks: ['walk', 'jump', 'use'] },
      { id: 'blackout', kind: 'fade', in: 0.6, stay: 1.2, out: 0.9 },
      { id: 'put-down', kind: 'move', at: 1.1, mark: 'inside-salt' },
      { id: 'hiss', kind: 'sound', sound: 'salt', where: { at: 'player' }, at: 0.5, gain: range(4, 4) },
    ],
  },
  {
    id: 'salt-runs',
    name: 'Salt runs',
    steps: [{ id: 'run', kind: 'sound', sound: 'salt', where: { at: 'prop', prop: 'sacks' }, gain: range(5, 5) }],
  },
  {
    id: 'undercroft-drip',
    name: 'Undercroft drip',
    steps: [
      { id: 'water', kind: 'bed', sound: 'vault', fadeIn: 2.5, fadeOut: 3 },
      { id: 'drops', kind: 'scatter', pool: 'drips', every: range(0.8, 3.4), where: around(2, 7), most: 3 },
    ],
  },
  {
    id: 'chain-drops',
    name: 'Chain drops',
    scare: true,
    steps: [
      {
        id: 'down',
        kind: 'sound',
        pool: 'chains',
        where: { at: 'zone' },
        bus: 'scare',
        gain: range(3, 3),
        jitter: 0.4,
        at: 0.4,
      },
      {
        id: 'stutter',
        kind: 'light',
        light: 'croft-lamp',
        candela: 6,
        flicker: { pattern: 'tube', rate: 9, depth: 0.8 },
        at: 0.4,
        hold: 3.2,
      },
    ],
  },
  {
    id: 'winch-turns',
    name: 'Winch turns',
    steps: [
      { id: 'pawl', kind: 'sound', sound: 'winch', where: { at: 'prop', prop: 'winch' }, gain: range(2, 2) },
      { id: 'rope-taut', kind: 'signal', name: 'rope taut', at: 1.4, delay: 0.8 },
      {
        id: 'kicks-off',
        kind: 'fling',
        prop: 'handle',
        speed: range(2.5, 4),
        yaw: 120,
        pitch: 45,
        spread: 15,
        spin: range(300, 700),
        impact: 'chains',
        at: 2.6,
      },
    ],
  },
  {
    id: 'winch-prompt',
    name: 'Winch prompt',
    steps: [{ id: 'turn-it', kind: 'prompt', text: 'Turn the winch', key: 'E', anchor: { prop: 'winch' } }],
  },
  {
    id: 'horn-answers',
    name: 'Horn answers',
    for: 'everyone',
    steps: [
      { id: 'duck', kind: 'level', bus: 'bed', gain: -7, ramp: { seconds: 0.6 }, release: { seconds: 2 }, hold: 5 },
      {
        id: 'horn',
        kind: 'sound',
        sound: 'horn',
        where: { at: 'mark', mark: 'out-at-sea' },
        reach: { near: 24, far: 120 },
        gain: range(4, 4),
      },
    ],
  },
  {
    id: 'bell',
    name: 'Buoy bell',
    steps: [
      {
        id: 'stroke',
        kind: 'sound',
        sound: 'buoy',
        where: { at: 'mark', mark: 'out-at-sea' },
        reach: { near: 26, far: 120 },
      },
    ],
  },
  {
    id: 'somebody-stands',
    name: 'Somebody stands there',
    scare: true,
    steps: [
      { id: 'there', kind: 'prop', prop: 'figure', shown: true, at: 0.2, hold: 1.4 },
      { id: 'tap', kind: 'sound', pool: 'knocks', where: { at: 'prop', prop: 'figure' }, bus: 'scare', at: 0.2 },
    ],
  },
]
