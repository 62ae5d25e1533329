/** What the kelp works can do to whoever walks it at night. */
const range = (low: number, high: number) => [low, high]
const around = (near: number, far: number, arc = 360) => ({ at: 'around', near, far, arc })

export const pools = [
  { id: 'gulls', name: 'Gulls', sounds: [1, 2, 3].map((n) => ({ sound: `gull-${n}` })), gain: range(-6, 0), pitch: range(-150, 150) },
  { id: 'ropes', name: 'Ropes', sounds: [1, 2, 3].map((n) => ({ sound: `rope-creak-${n}` })), gain: range(-3, 0), pitch: range(-200, 100) },
  { id: 'drips', name: 'Drips', sounds: [1, 2, 3, 4].map((n) => ({ sound: `drip-${n}` })), gain: range(-9, 0), pitch: range(-300, 300), avoid: 2 },
  { id: 'knocks', name: 'Wood knocks', sounds: [1, 2, 3].map((n) => ({ sound: `knock-${n}` })), gain: range(-6, 0), pitch: range(-200, 0) },
  { id: 'chains', name: 'Chains', sounds: [1, 2].map((n) => ({ sound: `chain-${n}` })), draw: 'sequence', pitch: range(-100, 0) },
]

export const cues = [
  {
    id: 'quay-air',
    name: 'Quay air',
    steps: [
      { id: 'air', kind: 'bed', sound: 'wind-and-sea', gain: -2, fadeIn: 2, fadeOut: 3 },
      { id: 'far-gulls', kind: 'scatter', pool: 'gulls', every: range(7, 16), first: range(3, 6), where: around(9, 18), gain: range(-8, -3) },
      { id: 'far-bell', kind: 'scatter', pool: 'ropes', every: range(11, 20), where: around(3, 7), gain: range(-12, -6) },
    ],
  },
  { id: 'rope-answers', name: 'Rope answers', steps: [{ id: 'creak', kind: 'sound', pool: 'ropes', where: { at: 'prop', prop: 'rope-post' }, gain: range(0, 3) }] },
  { id: 'gull-cries', name: 'Gull cries', for: 'everyone', steps: [{ id: 'cry', kind: 'sound', pool: 'gulls', where: { at: 'zone' }, gain: range(2, 4) }] },
  { id: 'gate-shuts', name: 'Sea gate', steps: [{ id: 'iron', kind: 'sound', sound: 'gate', where: { at: 'zone' } }] },
  {
    id: 'hall-dread',
    name: 'Hall dread',
    steps: [
      { id: 'swell', kind: 'bed', sound: 'hall-swell', gain: 1, fadeIn: 4, fadeOut: 4 },
      { id: 'dim', kind: 'atmosphere', level: 0.35, shadow: '#101a24', vignette: { amount: 0.45, softness: 0.6 }, ramp: { seconds: 5, ease: 'inout' }, release: { seconds: 3 }, hold: 'release' },
      { id: 'knocking', kind: 'scatter', pool: 'knocks', every: range(9, 22), first: range(4, 9), where: around(5, 11, 240), most: 2 },
    ],
  },
  {
    id: 'press-prompt',
    name: 'Press prompt',
    steps: [{ id: 'read-press', kind: 'prompt', text: 'The press is still warm', anchor: { prop: 'press' }, lift: 0.6 }],
  },
  {
    id: 'lantern-taken',
    name: 'Lantern taken',
    for: 'everyone',
    steps: [
      { id: 'lift', kind: 'sound', sound: 'lantern', where: { at: 'prop', prop: 'hook' }, gain: range(3, 3) },
      { id: 'glow', kind: 'light', light: 'lantern', candela: 38, flicker: { pattern: 'candle', rate: 6, depth: 0.2 }, ramp: { seconds: 1.2, ease: 'out' }, hold: 'keep', at: 0.5 },
      { id: 'have-lantern', kind: 'flag', flag: 'lantern', set: true },
    ],
  },
  {
    id: 'lantern-prompt',
    name: 'Lantern prompt',
    steps: [{ id: 'take-it', kind: 'prompt', text: 'Take the lantern', key: 'E', anchor: { prop: 'hook' }, lift: 0.2 }],
  },
  {
    id: 'rack-comes-down',
    name: 'Rack comes down',
    scare: true,
    steps: [
      { id: 'rise', kind: 'sound', sound: 'low-swell', where: { at: 'head' }, bus: 'scare', gain: range(-8, -8) },
      { id: 'dark', kind: 'light', light: 'loft-lamp', on: false, at: 2.3, ramp: { seconds: 0.08 }, release: { seconds: 2.5, ease: 'in' }, hold: 4 },
      { id: 'fall', kind: 'sound', sound: 'rack-falls', where: { at: 'prop', prop: 'rack' }, bus: 'scare', at: 2.4, gain: range(8, 8) },
      { id: 'rooted', kind: 'freeze', locks: ['walk'], at: 2.4, hold: 1.4 },
    ],
  },
  {
    id: 'loft-creaks',
    name: 'Loft creaks',
    steps: [
      { id: 'slats', kind: 'bed', sound: 'loft-wind', fadeIn: 3, fadeOut: 2.5 },
      { id: 'boards', kind: 'scatter', pool: 'knocks', every: range(6, 14), where: around(2, 6, 200), gain: range(-6, 0) },
    ],
  },
  {
    id: 'loft-dark',
    name: 'Loft goes dark',
    steps: [
      { id: 'out', kind: 'light', light: 'loft-lamp', candela: 3, ramp: { seconds: 1.5 }, release: { seconds: 2 }, hold: 'release' },
      { id: 'night', kind: 'atmosphere', level: 0.12, ramp: { seconds: 2 }, release: { seconds: 2.5 }, hold: 'release' },
    ],
  },
  {
    id: 'read-log',
    name: 'Reading the tide log',
    steps: [
      { id: 'hands', kind: 'freeze', locks: ['walk', 'look', 'use'] },
      { id: 'pages', kind: 'sound', sound: 'page', where: { at: 'prop', prop: 'log-desk' }, at: 0.6, gain: range(4, 4) },
      { id: 'over-desk', kind: 'camera', at: 0.3, marks: [{ mark: 'over-log', travel: 1.2, ease: 'inout', stay: 4.5 }], back: { seconds: 1, ease: 'inout' } },
      { id: 'blink', kind: 'fade', at: 6.4, in: 0.4, stay: 0.3, out: 0.7 },
    ],
  },
  { id: 'log-prompt', name: 'Tide log prompt', steps: [{ id: 'read-it', kind: 'prompt', text: 'Read the tide log', key: 'E', anchor: { prop: 'log-desk' }, lift: 0.4 }] },
  {
    id: 'kiln-warmth',
    name: 'Kiln warmth',
    steps: [
      { id: 'breath', kind: 'bed', sound: 'kiln-breath', where: { at: 'prop', prop: 'kiln' }, gain: 6, fadeIn: 2 },
      { id: 'warmer', kind: 'drift', target: { light: 'kiln-fire' }, rate: 6, to: 80, fall: 10 },
      { id: 'red-air', kind: 'atmosphere', ambient: '#aa7a5a', ramp: { seconds: 3 }, release: { seconds: 3 }, hold: 'release' },
    ],
  },
  {
    id: 'kiln-roars',
    name: 'Kiln roars',
    scare: true,
    steps: [
      { id: 'roar', kind: 'sound', sound: 'kiln-roar', where: { at: 'prop', prop: 'kiln' }, bus: 'scare', gain: range(5, 5) },
      { id: 'flare', kind: 'light', light: 'kiln-fire', candela: 160, at: 0.7, ramp: { seconds: 0.4, ease: 'out' }, release: { seconds: 2.5, ease: 'in' }, hold: 1.2 },
      { id: 'sparks', kind: 'burst', at: 0.7, where: { at: 'prop', prop: 'kiln' }, count: range(18, 40), life: range(0.5, 1.6), rise: 1.2, colour: '#ffb060' },
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
  { id: 'salt-runs', name: 'Salt runs', steps: [{ id: 'run', kind: 'sound', sound: 'salt', where: { at: 'prop', prop: 'sacks' }, gain: range(5, 5) }] },
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
      { id: 'down', kind: 'sound', pool: 'chains', where: { at: 'zone' }, bus: 'scare', gain: range(3, 3), jitter: 0.4, at: 0.4 },
      { id: 'stutter', kind: 'light', light: 'croft-lamp', candela: 6, flicker: { pattern: 'tube', rate: 9, depth: 0.8 }, at: 0.4, hold: 3.2 },
    ],
  },
  { id: 'winch-turns', name: 'Winch turns', steps: [{ id: 'pawl', kind: 'sound', sound: 'winch', where: { at: 'prop', prop: 'winch' }, gain: range(2, 2) }] },
  { id: 'winch-prompt', name: 'Winch prompt', steps: [{ id: 'turn-it', kind: 'prompt', text: 'Turn the winch', key: 'E', anchor: { prop: 'winch' } }] },
  {
    id: 'horn-answers',
    name: 'Horn answers',
    for: 'everyone',
    steps: [
      { id: 'duck', kind: 'level', bus: 'bed', gain: -7, ramp: { seconds: 0.6 }, release: { seconds: 2 }, hold: 5 },
      { id: 'horn', kind: 'sound', sound: 'horn', where: { at: 'mark', mark: 'out-at-sea' }, reach: { near: 24, far: 120 }, gain: range(4, 4) },
    ],
  },
  { id: 'bell', name: 'Buoy bell', steps: [{ id: 'stroke', kind: 'sound', sound: 'buoy', where: { at: 'mark', mark: 'out-at-sea' }, reach: { near: 26, far: 120 } }] },
]
