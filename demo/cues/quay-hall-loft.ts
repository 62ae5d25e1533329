import { around, range } from '../ranges'

/** From the quay through the hall into the loft. */
export const quayHallLoft = [
  {
    id: 'quay-air',
    name: 'Quay air',
    steps: [
      { id: 'air', kind: 'bed', sound: 'wind-and-sea', gain: -2, fadeIn: 2, fadeOut: 3 },
      {
        id: 'far-gulls',
        kind: 'scatter',
        pool: 'gulls',
        every: range(7, 16),
        first: range(3, 6),
        where: around(9, 18),
        gain: range(-8, -3),
      },
      {
        id: 'far-bell',
        kind: 'scatter',
        pool: 'ropes',
        every: range(11, 20),
        where: around(3, 7),
        gain: range(-12, -6),
      },
    ],
  },
  {
    id: 'rope-answers',
    name: 'Rope answers',
    steps: [{ id: 'creak', kind: 'sound', pool: 'ropes', where: { at: 'prop', prop: 'rope-post' }, gain: range(0, 3) }],
  },
  {
    id: 'gull-cries',
    name: 'Gull cries',
    for: 'everyone',
    steps: [{ id: 'cry', kind: 'sound', pool: 'gulls', where: { at: 'zone' }, gain: range(2, 4) }],
  },
  { id: 'gate-shuts', name: 'Sea gate', steps: [{ id: 'iron', kind: 'sound', sound: 'gate', where: { at: 'zone' } }] },
  {
    id: 'hall-dread',
    name: 'Hall dread',
    steps: [
      { id: 'swell', kind: 'bed', sound: 'hall-swell', gain: 1, fadeIn: 4, fadeOut: 4 },
      {
        id: 'dim',
        kind: 'atmosphere',
        preset: 'hall-dread',
        ramp: { seconds: 5, ease: 'inout' },
        release: { seconds: 3 },
        hold: 'release',
      },
      {
        id: 'knocking',
        kind: 'scatter',
        pool: 'knocks',
        every: range(9, 22),
        first: range(4, 9),
        where: around(5, 11, 240),
        most: 2,
      },
    ],
  },
  {
    id: 'press-prompt',
    name: 'Press prompt',
    steps: [
      { id: 'read-press', kind: 'prompt', text: 'The press is still warm', anchor: { prop: 'press' }, lift: 0.6 },
    ],
  },
  {
    id: 'lantern-taken',
    name: 'Lantern taken',
    for: 'everyone',
    steps: [
      { id: 'lift', kind: 'sound', sound: 'lantern', where: { at: 'prop', prop: 'hook' }, gain: range(3, 3) },
      {
        id: 'glow',
        kind: 'light',
        light: 'lantern',
        candela: 38,
        flicker: { pattern: 'candle', rate: 6, depth: 0.2 },
        ramp: { seconds: 1.2, ease: 'out' },
        hold: 'keep',
        at: 0.5,
      },
      { id: 'have-lantern', kind: 'flag', flag: 'lantern', set: true },
      { id: 'dread-goes', kind: 'stop', cue: 'hall-dread', fade: 2.5 },
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
      {
        id: 'dark',
        kind: 'light',
        light: 'loft-lamp',
        on: false,
        at: 2.3,
        ramp: { seconds: 0.08 },
        release: { seconds: 2.5, ease: 'in' },
        hold: 4,
      },
      {
        id: 'fall',
        kind: 'sound',
        sound: 'rack-falls',
        where: { at: 'prop', prop: 'rack' },
        bus: 'scare',
        at: 2.4,
        gain: range(8, 8),
      },
      { id: 'rooted', kind: 'freeze', locks: ['walk'], at: 2.4, hold: 1.4 },
    ],
  },
  {
    id: 'loft-creaks',
    name: 'Loft creaks',
    steps: [
      { id: 'slats', kind: 'bed', sound: 'loft-wind', fadeIn: 3, fadeOut: 2.5 },
      {
        id: 'boards',
        kind: 'scatter',
        pool: 'knocks',
        every: range(6, 14),
        where: around(2, 6, 200),
        gain: range(-6, 0),
      },
    ],
  },
  {
    id: 'loft-dark',
    name: 'Loft goes dark',
    steps: [
      {
        id: 'out',
        kind: 'light',
        light: 'loft-lamp',
        candela: 3,
        ramp: { seconds: 1.5 },
        release: { seconds: 2 },
        hold: 'release',
      },
      {
        id: 'night',
        kind: 'atmosphere',
        preset: 'loft-night',
        ramp: { seconds: 2 },
        release: { seconds: 2.5 },
        hold: 'release',
      },
    ],
  },
  {
    id: 'read-log',
    name: 'Reading the tide log',
    steps: [
      { id: 'hands', kind: 'freeze', locks: ['walk', 'look', 'use'] },
      {
        id: 'pages',
        kind: 'sound',
        sound: 'page',
        where: { at: 'prop', prop: 'log-desk' },
        at: 0.6,
        gain: range(4, 4),
      },
      {
        id: 'over-desk',
        kind: 'camera',
        at: 0.3,
        marks: [{ mark: 'over-log', travel: 1.2, ease: 'inout', stay: 4.5 }],
        back: { seconds: 1, ease: 'inout' },
      },
      { id: 'blink', kind: 'fade', at: 6.4, in: 0.4, stay: 0.3, out: 0.7 },
      { id: 'way-back', kind: 'zone', zone: 'loft-return', enabled: true, at: 6.8 },
    ],
  },
  {
    id: 'log-prompt',
    name: 'Tide log prompt',
    steps: [
      { id: 'read-it', kind: 'prompt', text: 'Read the tide log', key: 'E', anchor: { prop: 'log-desk' }, lift: 0.4 },
    ],
  },
]
