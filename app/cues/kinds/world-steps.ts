import { CHANNEL } from '~~/core/engine'
import { PLAIN, type SheetsOf } from './step-sheet'
import { fleckPath } from './pictures'
import { changing, rounded } from './handles'
import { poolOfOne } from '~/document/making/fresh-step'
import { hingeOf } from '~/document/making/hinge'
import { signalsOf } from '~/document/flags-and-signals'
import { countsIn, named, one, PICKS } from './choices'
import {
  number,
  seconds,
  range,
  choice,
  text,
  colour,
  either,
  perhaps,
  type PutIn,
  type SentencePart,
} from '~/sentence/pieces'
import { ramped, where } from './step-pieces'
import { curveOf } from './curves'

/** What a prop can be drawn of. */
const SURFACES = (['boards', 'planks', 'plaster', 'stone', 'brick', 'metal', 'cloth', 'earth', 'water'] as const).map(
  (value) => ({ value, words: value }),
)
/** What happens in the place and between cues, as sentences. */
export const HAPPENING: SheetsOf<'prop' | 'fling' | 'burst' | 'signal' | 'flag' | 'zone' | 'stop'> = {
  prop: {
    ...PLAIN,
    sentence(step, of) {
      const prop = of.show.place.props.find(({ id }) => id === step.prop)
      return [
        choice('Prop', 'prop', step.prop, one(of, 'prop'), { picks: PICKS.one('prop') }),
        ' ',
        perhaps('Slides', 'slide', step.slide, 'slides nowhere', 'slides', {
          by: prop?.form === 'door' && prop.hinge === 'slides' ? [prop.size[0], 0, 0] : [0, 0, 0],
        }),
        ...(step.slide
          ? [
              ' by ',
              {
                as: 'point',
                name: 'Slide',
                way: 'slide.by',
                value: step.slide.by,
                unit: 'm',
                axes: ['X', 'Y', 'Z'],
                ways: ['to its right', 'up', 'to its front'],
              } satisfies SentencePart,
            ]
          : []),
        ', ',
        perhaps('Turns', 'turn', step.turn, 'turns nowhere', 'turns', {
          by: prop && hingeOf(prop) ? (prop.hinge === 'right' ? -90 : 90) : 0,
          about: (prop && hingeOf(prop)) ?? [0, 0],
        }),
        ...(step.turn
          ? [
              ' by ',
              number('Turn', 'turn.by', step.turn.by, '°', { step: 5 }),
              ' about ',
              {
                as: 'point',
                name: 'About',
                way: 'turn.about',
                value: step.turn.about,
                unit: 'm',
                axes: ['X', 'Z'],
                ways: ['right', 'in front of its middle'],
              } satisfies SentencePart,
            ]
          : []),
        ', ',
        choice('Shown', 'shown', step.shown, [
          { value: undefined, words: 'is shown as it was' },
          { value: true, words: 'is shown' },
          { value: false, words: 'is hidden' },
        ]),
        ', in ',
        colour('Colour', 'colour', step.colour, 'its own colour'),
        ', of ',
        choice('Surface', 'surface', step.surface, [{ value: undefined, words: 'what it is of' }, ...SURFACES]),
        ', ',
        choice('Taken along', 'carried', step.carried, [
          { value: undefined, words: 'staying in the place' },
          { value: true, words: 'taken along by whoever set it off' },
        ]),
        '.',
        ...ramped(of, step, 'm or °', 1),
      ]
    },
    idle: ({ slide, turn, shown, colour, surface, carried }) =>
      Math.hypot(...(slide?.by ?? [0])) === 0 &&
      !turn?.by &&
      [shown, colour, surface, carried].every((field) => field === undefined),
    handles: changing,
    curve({ prop, slide, turn }) {
      const slides = Math.hypot(...(slide?.by ?? [0]))
      const turns = Math.abs(turn?.by ?? 0)
      if (slides === 0 && turns === 0) return undefined
      return curveOf(CHANNEL.prop(prop), (now) =>
        Math.min(1, slides > 0 ? Math.hypot(...now.slide) / slides : Math.abs(now.turn) / turns),
      )
    },
  },
  fling: {
    ...PLAIN,
    sentence: (step, of) => [
      choice('Prop', 'prop', step.prop, one(of, 'prop'), { picks: PICKS.one('prop') }),
      ' is flung at ',
      range('Speed', 'speed', step.speed, 'm/s', 0),
      ' towards ',
      number('Yaw', 'yaw', step.yaw, '°', { step: 5 }),
      ', ',
      number('Pitch', 'pitch', step.pitch, '° up', { min: -90, max: 90, step: 5 }),
      ', give or take ',
      number('Spread', 'spread', step.spread, '°', { min: 0, max: 180, step: 1 }),
      ', ',
      perhaps('Spin', 'spin', step.spin, 'without a spin', 'spinning at', [90, 180]),
      ...(step.spin ? [' ', range('Spin rate', 'spin', step.spin, '° a second')] : []),
      '. Where it hits, ',
      choice(
        'Sounds as',
        'impact',
        step.impact,
        [
          { value: undefined, words: 'nothing' },
          ...one(of, 'pool').map(({ value, words }) => ({ value, words: `one of ${words}` })),
          // A pool of it alone is made.
          ...one(of, 'sound').map(({ value, words }) => ({ value: { sound: value }, words })),
        ],
        {
          choose(put, chosen, edit) {
            const { sound } = (chosen ?? {}) as { sound?: string }
            put('impact', sound === undefined ? (chosen as string | undefined) : poolOfOne(edit, sound))
          },
        },
      ),
      ' sounds. It ',
      choice(
        'Stays',
        'vanishAfter',
        step.vanishAfter !== undefined,
        [
          { value: false, words: 'stays where it lands' },
          { value: true, words: 'vanishes' },
        ],
        { choose: (put, on) => put('vanishAfter', on ? 3 : undefined) },
      ),
      ...(step.vanishAfter === undefined
        ? []
        : [' after ', seconds('Vanishes after', 'vanishAfter', step.vanishAfter)]),
      '.',
    ],
    named: 'beside',
  },
  burst: {
    ...PLAIN,
    sentence: (step, of) => [
      range('Count', 'count', step.count, 'sparks', 0, 1),
      ' fly up ',
      ...where(of, step.where),
      ', each for ',
      range('Life', 'life', step.life, 's', 0),
      ', ',
      perhaps('Speed', 'speed', step.speed, 'at no speed of their own', 'at', [1, 2]),
      ...(step.speed ? [' ', range('Sparks’ speed', 'speed', step.speed, 'm/s', 0)] : []),
      ', rising by ',
      number('Rise', 'rise', step.rise, 'm/s'),
      ', in ',
      colour('Colour', 'colour', step.colour, 'any colour'),
      ', ',
      number('Size', 'size', step.size, 'm across', {
        min: 0,
        step: 0.005,
        absent: { words: 'of no set size', start: 0.02 },
      }),
      '.',
    ],
    handles: ({ life: [least, most] }, { from }) => [
      {
        key: 'end',
        says: 'Life',
        t: from + most,
        put(put, t) {
          const to = rounded(t - from)
          put('life', [Math.min(least, to), to])
        },
      },
    ],
    picture: ({ count, life }, { stroke, x, y }) => ({ flecks: fleckPath(count[1], stroke.from, life[1], x, y) }),
    named: 'beside',
  },
  signal: {
    ...PLAIN,
    sentence: (step, { show }) => [
      'Sends the signal ',
      { ...text('Signal', 'name', step.name), offers: signalsOf(show).map(({ name }) => name) } as SentencePart,
      ' after ',
      seconds('Delay', 'delay', step.delay),
      '.',
    ],
    picture: () => ({ on: 'thread' }),
  },
  flag: {
    ...PLAIN,
    sentence(step, of) {
      const counts = (id: unknown) => countsIn(of.show, id as string)
      const change = (put: PutIn, { set, add }: { set?: boolean | number; add?: number }) => {
        put('add', add)
        put('set', set)
      }
      const flag = choice('Flag', 'flag', step.flag, one(of, 'flag'), {
        choose(put, id) {
          put('flag', id as string)
          if (counts(id) !== counts(step.flag)) change(put, { set: counts(id) ? 1 : true })
        },
      })
      if (!counts(step.flag)) return [flag, ' is set to ', either('Set to', 'set', step.set === true, 'yes', 'no'), '.']
      const becomes = choice(
        'Becomes',
        step.set === undefined ? 'add' : 'set',
        step.set === undefined ? 'add' : 'set',
        [
          { value: 'set', words: 'is set to' },
          { value: 'add', words: 'changes by' },
        ],
        { choose: (put, way) => change(put, way === 'add' ? { add: 1 } : { set: 1 }) },
      )
      const value =
        step.set === undefined
          ? number('By', 'add', step.add, '', { step: 1 })
          : number('Set to', 'set', step.set as number, '', { step: 1 })
      return [flag, ' ', becomes, ' ', value, '.']
    },
    picture: () => ({ on: 'thread' }),
  },
  zone: {
    ...PLAIN,
    sentence: (step, of) => [
      choice('Zone', 'zone', step.zone, one(of, 'zone'), { picks: PICKS.one('zone') }),
      ' is switched ',
      either('On', 'enabled', step.enabled, 'on', 'off'),
      '.',
    ],
    picture: () => ({ on: 'thread' }),
  },
  stop: {
    ...PLAIN,
    sentence: (step, of) => [
      choice('Cue', 'cue', step.cue, named(of.show.cues)),
      ' ends, and what it sounds dies away in ',
      seconds('Fade', 'fade', step.fade),
      '.',
    ],
    picture: () => ({ on: 'thread' }),
  },
}
