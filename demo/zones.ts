/** Where the kelp works listens, and why each rule is tuned as it is. */
type Point = [number, number, number]
const box = (at: Point, size: Point, yaw = 0) => ({ kind: 'box', at, size, yaw })
const cylinder = (at: Point, radius: number, height = 2.4) => ({ kind: 'cylinder', at, radius, height })

export const zones = [
  {
    id: 'quay-air',
    name: 'Quay air',
    shape: box([5, 0, 13], [14, 4, 22]),
    rim: 0.5,
    rules: [{ id: 'quay-bed', on: { at: 'enter' }, cue: 'quay-air' }],
  },
  {
    id: 'rope-post',
    name: 'Rope post',
    note: 'People turn round here to look at the gulls; the cooldown keeps the rope from creaking twice in one look.',
    shape: cylinder([4, 0, 9.5], 1.9),
    rules: [{ id: 'rope', on: { at: 'enter' }, cue: 'rope-answers', cooldown: { seconds: 22 } }],
  },
  {
    id: 'gull-perch',
    name: 'Gull perch',
    note: 'Over people’s heads on purpose: only the gull comes so high.',
    shape: { kind: 'sphere', at: [8.2, 4.6, 11.3], radius: 1.3 },
    rules: [{ id: 'perch', on: { at: 'enter' }, who: { kinds: ['creature'] }, cue: 'gull-cries' }],
  },
  {
    id: 'sea-gate',
    name: 'Sea gate',
    note: 'Whoever dithers in the gate hears it once: debounce. It sounds on the way in and on the way out.',
    shape: box([12, 0, 11.9], [1.6, 2.6, 2.2]),
    rules: [
      { id: 'gate-in', on: { at: 'enter' }, cue: 'gate-shuts', debounce: 3, who: { kinds: ['player'] } },
      { id: 'gate-out', on: { at: 'leave' }, cue: 'gate-shuts', debounce: 3, chance: 0.5 },
    ],
  },
  {
    id: 'press-hall',
    name: 'Press hall dread',
    note: 'Whoever comes back while it still broods brings nothing new: it goes on as it is.',
    shape: box([18, 0, 11.5], [11.4, 3, 12.6]),
    rim: 0.4,
    rules: [{ id: 'dread', on: { at: 'enter' }, cue: 'hall-dread' }],
  },
  {
    id: 'press-side',
    name: 'Beside the press',
    note: 'The line is for people who stop here, not for those who hurry by.',
    shape: box([18, 0, 12.6], [3.6, 2.4, 2]),
    rules: [{ id: 'press-dwell', on: { at: 'dwell', seconds: 2 }, cue: 'press-prompt', limit: { times: 1 } }],
  },
  {
    id: 'lantern-hook',
    name: 'Lantern hook',
    note: 'The hint is for those without the lantern; who has it sees no more of it, and takes it only once.',
    shape: cylinder([21.5, 0, 6.4], 1.8),
    rules: [
      {
        id: 'lantern-hint',
        on: { at: 'enter' },
        cue: 'lantern-prompt',
        when: [{ flag: 'lantern', is: '=', value: false }],
      },
      {
        id: 'lantern-take',
        on: { at: 'use', facing: { prop: 'hook', within: 60 } },
        cue: 'lantern-taken',
        limit: { times: 1 },
        per: 'run',
      },
    ],
  },
  {
    id: 'rack-threshold',
    name: 'Drying rack threshold',
    note: 'Only with the lantern in hand: the dark needs something to take away. Twice at most, and not twice in one visit to the loft.',
    shape: box([31.2, 2.4, 6.4], [2, 2.2, 3]),
    rim: 0.4,
    rules: [
      {
        id: 'rack',
        on: { at: 'enter' },
        when: [{ flag: 'lantern', is: '=', value: true }],
        debounce: 0.8,
        limit: { times: 2 },
        cooldown: { seconds: 24, from: 'end' },
        chance: 0.85,
        onLeave: 'nothing',
        cue: 'rack-comes-down',
      },
    ],
  },
  {
    id: 'loft',
    name: 'Loft creaks',
    shape: box([36.5, 2.4, 5.75], [13, 3, 7.5]),
    rules: [{ id: 'loft-bed', on: { at: 'enter' }, cue: 'loft-creaks' }],
  },
  {
    id: 'loft-screen',
    name: 'Behind the screen',
    shape: box([39.8, 2.4, 5.75], [6, 2.6, 7]),
    note: 'Whoever reads the tide log does so in the dark.',
    holds: ['tide-log'],
    rules: [{ id: 'screen-dark', on: { at: 'enter' }, cue: 'loft-dark', delay: 0.6 }],
  },
  {
    id: 'tide-log',
    name: 'Tide log',
    note: 'A second press while the page is read changes nothing: one reads to the end.',
    shape: {
      kind: 'prism',
      y: 2.4,
      height: 2.2,
      outline: [
        [40, 2.6],
        [42.8, 2.6],
        [42.8, 5.4],
        [41.2, 6],
        [39.8, 4.8],
      ],
    },
    rules: [
      { id: 'log-hint', on: { at: 'enter' }, cue: 'log-prompt' },
      {
        id: 'log-read',
        on: { at: 'use', facing: { prop: 'log-desk', within: 75 } },
        cue: 'read-log',
        cooldown: { seconds: 40 },
      },
    ],
  },
  {
    id: 'kiln-room',
    name: 'Kiln warmth',
    shape: box([28.5, 0, 14.5], [9, 3, 7]),
    rules: [{ id: 'kiln-bed', on: { at: 'enter' }, cue: 'kiln-warmth' }],
  },
  {
    id: 'kiln-mouth',
    name: 'Kiln mouth',
    note: 'Only for those who stand and stare. While it still roars, a second stare is not answered.',
    shape: cylinder([29.5, 0, 14.8], 1.5),
    rules: [
      { id: 'kiln-stare', on: { at: 'dwell', seconds: 1.6 }, cue: 'kiln-roars', busy: 'skip', onLeave: 'nothing' },
    ],
  },
  {
    id: 'salt-hatch',
    name: 'Salt hatch',
    note: 'From the kiln only: coming back the hatch stands open.',
    shape: box([32.4, 0, 14.4], [0.9, 2.2, 1.4]),
    rules: [{ id: 'hatch', on: { at: 'enter' }, cue: 'through-hatch', limit: { times: 1 }, onLeave: 'nothing' }],
  },
  {
    id: 'salt-sacks',
    name: 'Salt sacks',
    note: 'Rare on purpose: three walkers in ten should ask each other whether they heard it.',
    shape: { kind: 'sphere', at: [37.2, 0.8, 16], radius: 2.2 },
    rules: [{ id: 'sacks', on: { at: 'enter' }, cue: 'salt-runs', chance: 0.3 }],
  },
  {
    id: 'undercroft',
    name: 'Undercroft drip',
    shape: box([50, -2.4, 15], [10, 2.6, 8]),
    rim: 0.3,
    rules: [{ id: 'drip-bed', on: { at: 'enter' }, cue: 'undercroft-drip' }],
  },
  {
    id: 'chain-well',
    name: 'Chain well',
    note: 'Once for each player: it is the loudest thing down here.',
    shape: cylinder([50.5, -2.4, 14], 1.4),
    rules: [{ id: 'chain', on: { at: 'enter' }, cue: 'chain-drops', limit: { times: 1 } }],
  },
  {
    id: 'winch-door',
    name: 'Winch house door',
    note: 'The horn answers those who leave, and the second one waits for the first.',
    shape: box([4.9, 0, 24], [2.2, 2.4, 1.6]),
    rules: [{ id: 'horn', on: { at: 'leave' }, cue: 'horn-answers', busy: 'queue', onLeave: 'nothing' }],
  },
  {
    id: 'winch',
    name: 'Winch',
    note: 'Pressing again while it turns does nothing.',
    shape: cylinder([5, 0, 27.6], 1.7),
    rules: [
      { id: 'winch-hint', on: { at: 'enter' }, cue: 'winch-prompt' },
      { id: 'winch-turn', on: { at: 'use' }, cue: 'winch-turns', busy: 'skip' },
    ],
  },
  {
    id: 'quay-end',
    name: 'Quay end',
    shape: box([-0.6, 0, 20], [2.6, 2.4, 5], 12),
    rules: [
      { id: 'buoy', on: { at: 'dwell', seconds: 1 }, cue: 'bell', cooldown: { seconds: 30 }, onLeave: 'nothing' },
    ],
  },
  {
    id: 'under-the-window',
    name: 'Under the window',
    note: 'Only for those who look up at the loft while they stand by the screen; walking by with the eyes on the desk shows nobody.',
    shape: box([33.6, 2.4, 6.6], [5.4, 2.4, 4.6]),
    rules: [
      {
        id: 'somebody',
        on: { at: 'look', target: { prop: 'figure' }, within: 25, seconds: 0.4 },
        cue: 'somebody-stands',
        limit: { times: 1 },
        onLeave: 'nothing',
      },
    ],
  },
  {
    id: 'kiln-step',
    name: 'Kiln step',
    note: 'The shutter goes down again behind whoever has passed, from where it is.',
    shape: box([24, 0, 14.4], [2.6, 2.4, 2.2]),
    notices: 'feet',
    rules: [{ id: 'shutter', on: { at: 'enter' }, cue: 'shutter-lifts' }],
  },
  {
    id: 'cart-side',
    name: 'Beside the cart',
    note: 'Tied to the cart: it comes along when the cart rolls.',
    tiedTo: { prop: 'cart' },
    shape: box([0, 0, 0], [1.9, 1.6, 1.6]),
    rules: [{ id: 'bump-into', on: { at: 'enter' }, cue: 'cart-bumps', cooldown: { seconds: 6 } }],
  },
  {
    id: 'salt-floor',
    name: 'Salt floor',
    note: 'Once in a run: a cart that has rolled stays where it is.',
    shape: box([36, 0, 14.5], [5.4, 2.4, 6.6]),
    rules: [
      {
        id: 'cart-starts',
        on: { at: 'dwell', seconds: 1.5 },
        cue: 'cart-rolls',
        limit: { times: 1 },
        per: 'run',
        onLeave: 'nothing',
      },
    ],
  },
  {
    id: 'loft-return',
    name: 'Way back through the loft',
    note: 'Switched on by the log: the loft is quiet on the way in and not on the way out.',
    enabled: false,
    shape: box([37.8, 2.4, 5.4], [1.8, 2.4, 3]),
    rules: [{ id: 'breathes', on: { at: 'enter' }, cue: 'loft-breathes', limit: { times: 1 }, onLeave: 'nothing' }],
  },
  {
    id: 'boat',
    name: 'Upturned boat',
    note: 'Answers the winch’s rope wherever the player is; the zone only says where it stands.',
    shape: cylinder([8.5, 0, 19.5], 2.6),
    rules: [
      { id: 'boat-answers', on: { at: 'signal', name: 'rope taut' }, cue: 'boat-groans', cooldown: { seconds: 8 } },
    ],
  },
  {
    id: 'ramp-boards',
    name: 'Ramp boards',
    note: 'Feet on the same boards within two seconds are the same steps, and steps that still sound are not heard twice.',
    shape: box([27, 0, 6.5], [5, 2.6, 2.6]),
    notices: 'feet',
    rules: [{ id: 'boards', on: { at: 'enter' }, cue: 'ramp-steps', debounce: 2 }],
  },
  {
    id: 'hall-board',
    name: 'Loose board in the hall',
    note: 'The first of three that share a kit, each with a board of its own: here it simply answers.',
    shape: cylinder([17, 0, 10.2], 0.7),
    notices: 'feet',
    kit: 'loose-board',
    parts: { board: 'hall-board' },
  },
  {
    id: 'loft-board',
    name: 'Loose board in the loft',
    note: 'Late on purpose: it should knock behind whoever has passed.',
    shape: cylinder([38.6, 2.4, 5.1], 0.7),
    notices: 'feet',
    kit: 'loose-board',
    parts: { board: 'loft-board' },
    overrides: { board: { delay: 0.9, onLeave: 'nothing' } },
  },
  {
    id: 'croft-step',
    name: 'Undercroft step',
    note: 'The same board as upstairs, on stone: it knocks half the time, or it would be a doorbell.',
    shape: cylinder([46, -2.4, 14.5], 0.8),
    notices: 'feet',
    kit: 'loose-board',
    parts: { board: 'croft-step' },
    overrides: { board: { chance: 0.5 } },
  },
]

/** Rules that several zones share; each zone remembers them for itself. */
export const kits = [
  {
    id: 'loose-board',
    name: 'Loose board',
    parts: [{ id: 'board', name: 'Board', is: 'prop' }],
    rules: [{ id: 'board', on: { at: 'enter' }, debounce: 2, cooldown: { seconds: 8 }, cue: 'board-knocks' }],
  },
]

/** What happens wherever one is. */
export const rules = [{ id: 'tide', on: { at: 'clock', seconds: 75 }, cue: 'tide-turns' }]
