import { PLAIN, type SheetsOf } from './step-sheet'
import { curveOfBus } from './curves'
import { barsPath, ropePath, stemPath, loudestOf } from './pictures'
import { after, held, changing, onlyEnd } from './handles'
import { buses, one, sounding } from './choices'
import { number, range, choice, type Piece } from '~/sentence/pieces'
import { hold, ramped, ONCE, where, bus, loudness, fadesOf, type Kind } from './step-pieces'

const reachOf = ({ reach }: Kind<'sound'>): Piece[] => [
  ' Full up to ',
  number('Full up to', 'reach.near', reach.near, 'm', { min: 0.01 }),
  ', silent from ',
  number('Silent from', 'reach.far', reach.far, 'm', { min: 0.1 }),
  ', falling ',
  choice('Fall', 'reach.law', reach.law, [
    { value: 'inverse', words: 'as sound does' },
    { value: 'linear', words: 'evenly' },
  ]),
  '; each wall takes ',
  number('Each wall takes', 'reach.walls', reach.walls, 'dB', { min: 0, step: 1 }),
  '.',
]

/** What is heard, as sentences. */
export const HEARD: SheetsOf<'sound' | 'bed' | 'scatter' | 'level'> = {
  sound: {
    ...PLAIN,
    sentence: (step, of) => [
      choice(
        'Sound',
        step.sound === undefined ? 'pool' : 'sound',
        step.sound === undefined ? { pool: step.pool } : { sound: step.sound },
        sounding(of),
        {
          choose(put, chosen) {
            const { sound, pool } = chosen as { sound?: string; pool?: string }
            put('sound', sound)
            put('pool', pool)
          },
        },
      ),
      ' sounds ',
      ONCE(step.loop),
      ' ',
      ...where(of, step.where),
      ...loudness(step),
      '.',
      ...(step.loop ? [' It goes on ', hold(of, step), '.'] : []),
      ...bus(of, step.bus),
      ...fadesOf(step),
      // What sounds in the head is as loud wherever one stands.
      ...(step.where.at === 'head' ? [] : reachOf(step)),
    ],
    handles: (step, stroke, length) => [
      after('in', 'Fade in', stroke.from, step.fadeIn, 'fadeIn'),
      ...(step.loop ? [held(stroke, length)] : []),
    ],
    picture: (_, { stroke, x, y, envelopeOf }) => ({
      on: 'slab',
      bars: stroke.sounds.map((one) => barsPath(one, envelopeOf(one.sound), x, y)).join(''),
    }),
  },
  bed: {
    ...PLAIN,
    sentence: (step, of) => [
      choice('Sound', 'sound', step.sound, one(of, 'sound')),
      ' lies ',
      ...where(of, step.where),
      ' at ',
      number('Gain', 'gain', step.gain, 'dB', { step: 0.5 }),
      ', ',
      hold(of, step),
      '.',
      ...fadesOf(step),
      ...bus(of, step.bus),
    ],
    handles(step, stroke, length) {
      const end = held(stroke, length)
      return [
        after('in', 'Fade in', stroke.from, step.fadeIn, 'fadeIn'),
        end,
        after('out', 'Fade out', end.t, step.fadeOut, 'fadeOut'),
      ]
    },
    picture: ({ fadeIn, fadeOut }, { stroke, end, x, y }) => ({
      rope: ropePath(stroke.from, end, fadeIn, fadeOut, x, y),
    }),
  },
  scatter: {
    ...PLAIN,
    sentence: (step, of) => [
      'One of ',
      choice('Pool', 'pool', step.pool, one(of, 'pool')),
      ' every ',
      range('Every', 'every', step.every, 's', 0.001),
      ', the first after ',
      range('First after', 'first', step.first, 's', 0),
      ', ',
      ...where(of, step.where),
      ...loudness(step),
      ', ',
      number('At once', 'most', step.most, 'at once', { min: 1, step: 1 }),
      ' at the most, ',
      hold(of, step),
      '.',
      ...bus(of, step.bus),
    ],
    handles: onlyEnd,
    picture: (_, { stroke, x, y, envelopeOf }) => ({
      stems: stroke.sounds.map((one) => stemPath(one, loudestOf(envelopeOf(one.sound)), x, y)).join(''),
    }),
    named: 'beside',
  },
  level: {
    ...PLAIN,
    sentence: (step, of) => [
      'The level of ',
      choice('Bus', 'bus', step.bus, buses(of.show)),
      ' becomes ',
      number('Gain', 'gain', step.gain, 'dB', { step: 0.5 }),
      '.',
      ...ramped(of, step, 'dB', 6),
    ],
    handles: changing,
    curve: ({ bus }) => curveOfBus(bus),
  },
}
