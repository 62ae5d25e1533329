import { PLAIN, type SheetsOf } from './step-sheet'
import { curveOfBus, curveOfLight } from './curves'
import { changing, onlyEnd } from './handles'
import type { Atmosphere, Show } from '~~/core/show'
import { drifting, named, one, PICKS } from './choices'
import { number, choice, colour, perhaps, type Piece } from '~/sentence/pieces'
import { hold, ramped, unitOf } from './step-pieces'
import { curveOf } from './curves'
import { CHANNEL } from '~~/core/engine'

/** What an atmosphere says, or a step that changes it: what it leaves out is left as it is. */
export const atmospherePieces = (show: Show, of: Partial<Atmosphere>): Piece[] => [
  'Level ',
  number('Level', 'level', of.level, '', {
    min: 0,
    step: 0.05,
    absent: { words: 'as it is', start: show.atmosphere.level },
  }),
  ', ambient ',
  colour('Ambient', 'ambient', of.ambient, 'as it is'),
  ', shadow ',
  colour('Shadow', 'shadow', of.shadow, 'as it is'),
  ', exposure ',
  number('Exposure', 'exposure', of.exposure, '', {
    min: 0,
    step: 0.05,
    absent: { words: 'as it is', start: show.atmosphere.exposure },
  }),
  ', ',
  perhaps('Fog', 'fog', of.fog, 'fog as it is', 'fog', show.atmosphere.fog ?? { colour: '#8899aa', density: 0.05 }),
  ...(of.fog
    ? [
        ' in ',
        colour('Fog colour', 'fog.colour', of.fog.colour),
        ' as dense as ',
        number('Fog density', 'fog.density', of.fog.density, '', { min: 0, step: 0.01 }),
      ]
    : []),
  ', ',
  perhaps(
    'Vignette',
    'vignette',
    of.vignette,
    'vignette as it is',
    'a vignette',
    show.atmosphere.vignette ?? { amount: 0.4, softness: 0.5 },
  ),
  ...(of.vignette
    ? [
        ' of ',
        number('Vignette amount', 'vignette.amount', of.vignette.amount, '', { min: 0, max: 1, step: 0.05 }),
        ', soft by ',
        number('Vignette softness', 'vignette.softness', of.vignette.softness, '', { min: 0, max: 1, step: 0.05 }),
      ]
    : []),
]

/** What becomes lighter, darker, another colour, as sentences. */
export const LIT: SheetsOf<'light' | 'drift' | 'atmosphere'> = {
  light: {
    ...PLAIN,
    sentence(step, of) {
      const light = of.show.place.lights.find(({ id }) => id === step.light)
      return [
        choice('Light', 'light', step.light, one(of, 'light'), { picks: PICKS.one('light') }),
        ' burns at ',
        number('Candela', 'candela', step.candela, 'cd', {
          min: 0,
          step: 1,
          absent: { words: 'what it has', start: light?.candela ?? 40 },
        }),
        ' in ',
        colour('Colour', 'colour', step.colour, 'its own colour', true),
        ', is ',
        choice('On', 'on', step.on, [
          { value: undefined, words: 'on or off as it was' },
          { value: true, words: 'on' },
          { value: false, words: 'off' },
        ]),
        ' and ',
        perhaps('Flicker', 'flicker', step.flicker, 'steady', 'flickers', { pattern: 'candle', rate: 6, depth: 0.4 }),
        ...(step.flicker
          ? [
              ' like ',
              choice('Pattern', 'flicker.pattern', step.flicker.pattern, [
                { value: 'candle', words: 'a candle' },
                { value: 'tube', words: 'a failing tube' },
                { value: 'pulse', words: 'a pulse' },
              ]),
              ', ',
              number('Flicker rate', 'flicker.rate', step.flicker.rate, 'times a second', {
                min: 0,
                max: 1000,
                step: 0.5,
              }),
              ', as deep as ',
              number('Flicker depth', 'flicker.depth', step.flicker.depth, 'of it', { min: 0, max: 1, step: 0.05 }),
            ]
          : []),
        '.',
        ...ramped(of, step, 'cd', 20),
      ]
    },
    idle: ({ candela, colour, on, flicker }) =>
      candela === undefined && colour === undefined && on === undefined && flicker === undefined,
    handles: changing,
    curve: ({ light, candela, flicker }, show) => ({
      ...curveOfLight(show, light, candela ?? 0),
      fine: flicker !== undefined,
    }),
  },
  drift: {
    ...PLAIN,
    sentence: (step, of) => [
      choice('Of', 'target', step.target, drifting(of), { picks: PICKS.lit }),
      ' drifts to ',
      number('To', 'to', step.to, unitOf(step.target), { step: 1 }),
      ' by ',
      number('Rate', 'rate', step.rate, `${unitOf(step.target)} a second`, { min: 0.001 }),
      ', ',
      hold(of, step),
      '; then it falls back ',
      number('Falls', 'fall', step.fall, `${unitOf(step.target)} a second`, {
        min: 0.001,
        absent: { words: 'at once', start: step.rate },
      }),
      '.',
    ],
    handles: onlyEnd,
    curve: ({ target, to }, show) =>
      'light' in target ? curveOfLight(show, target.light, to) : curveOfBus(target.bus),
  },
  atmosphere: {
    ...PLAIN,
    sentence: (step, of) => [
      'It becomes ',
      choice('Preset', 'preset', step.preset, [
        { value: undefined, words: 'what is said here' },
        ...named(of.show.atmospheres),
      ]),
      '. ',
      ...atmospherePieces(of.show, step),
      '.',
      ...ramped(of, step, 'levels', 0.5),
    ],
    idle: ({ preset, ambient, level, shadow, fog, vignette, exposure }) =>
      [preset, ambient, level, shadow, fog, vignette, exposure].every((field) => field === undefined),
    handles: changing,
    curve: () => curveOf(CHANNEL.atmosphere, ({ level }) => Math.min(1, level)),
  },
}
