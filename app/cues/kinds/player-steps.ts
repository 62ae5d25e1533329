import { PLAIN, type SheetsOf } from './step-sheet'
import { framePath, lockRows } from './pictures'
import { after, onlyEnd, type Handle } from './handles'
import { anchors, camerasOf, one, PICKS } from './choices'
import { number, seconds, choice, text, colour, either, perhaps, type SentencePart } from '~/sentence/pieces'
import { keysWhere } from '~/document/making/prompt-keys'
import { hold } from './step-pieces'
import { curveOf } from './curves'
import { CHANNEL } from '~~/core/engine'

/** What happens to a player’s picture and hands, as sentences. */
export const FELT: SheetsOf<'prompt' | 'camera' | 'fade' | 'freeze' | 'move'> = {
  prompt: {
    ...PLAIN,
    sentence: (step, of) => [
      'A board says ',
      text('Text', 'text', step.text),
      ' with the key ',
      { ...text('Key', 'key', step.key, 'none'), offers: keysWhere(of.show, of.cue.id) },
      ' at ',
      choice('Stands at', 'anchor', step.anchor, anchors(of), { picks: PICKS.anchor }),
      ', ',
      number('Lift', 'lift', step.lift, 'm above it', { step: 0.05 }),
      ', facing ',
      choice(
        'Faces',
        'faces',
        typeof step.faces === 'number' ? 'one' : 'camera',
        [
          { value: 'camera', words: 'whoever reads it' },
          { value: 'one', words: 'one way' },
        ],
        { choose: (put, way) => put('faces', way === 'one' ? 0 : 'camera') },
      ),
      ...(typeof step.faces === 'number' ? [' ', number('Facing', 'faces', step.faces, '°', { step: 5 })] : []),
      ', to be read from ',
      choice('Side', 'side', step.side, [
        { value: 'both', words: 'both sides' },
        { value: 'front', words: 'the front only' },
      ]),
      ', lines ',
      number('Size', 'size', step.size, 'm high', { min: 0.01, step: 0.01 }),
      ', ',
      hold(of, step),
      '.',
    ],
    handles: onlyEnd,
    picture: () => ({ on: 'board' }),
  },
  camera: {
    ...PLAIN,
    sentence: (step, of) => [
      'The picture goes to',
      { as: 'stops', name: 'Marks', way: 'marks', value: step.marks, options: camerasOf(of) },
      'and comes back ',
      perhaps('Back', 'back', step.back, 'at once', 'in', { seconds: 1, ease: 'linear' }),
      ...(step.back
        ? [
            ' ',
            seconds('Back in', 'back.seconds', step.back.seconds),
            ' ',
            { as: 'ease', name: 'Back, ease', way: 'back.ease', value: step.back.ease } satisfies SentencePart,
          ]
        : []),
      '. Heard from ',
      choice('Ears', 'ears', step.ears, [
        { value: 'player', words: 'where the player stands' },
        { value: 'camera', words: 'where the camera is' },
      ]),
      '.',
    ],
    handles: ({ marks, back }, { from }) => {
      const found: Handle[] = []
      let t = from
      marks.forEach(({ travel, stay }, i) => {
        found.push(after(`travel ${i + 1}`, `Travel ${i + 1}`, t, travel, `marks.${i}.travel`))
        t += travel
        found.push(after(`stay ${i + 1}`, `Stay ${i + 1}`, t, stay, `marks.${i}.stay`))
        t += stay
      })
      return back ? [...found, after('end', 'Back in', t, back.seconds, 'back.seconds')] : found
    },
    picture: ({ marks, back }, { stroke, x, y }) => ({
      frames: framePath(marks, back?.seconds ?? 0, stroke.from, x, y),
    }),
    named: 'beside',
  },
  fade: {
    ...PLAIN,
    sentence: (step) => [
      'The picture goes to ',
      colour('Colour', 'colour', step.colour),
      ' in ',
      seconds('In', 'in', step.in),
      ', stays so for ',
      seconds('Stays', 'stay', step.stay),
      ' and comes back in ',
      seconds('Out', 'out', step.out),
      '.',
    ],
    handles: (step, { from }) => [
      after('in', 'In', from, step.in, 'in'),
      after('stay', 'Stays', from + step.in, step.stay, 'stay'),
      after('end', 'Out', from + step.in + step.stay, step.out, 'out'),
    ],
    curve: () => ({ ...curveOf(CHANNEL.picture, ({ opacity }) => opacity), brief: true }),
    picture: ({ colour }) => ({ fill: colour }),
    named: 'beside',
  },
  freeze: {
    ...PLAIN,
    sentence: (step, of) => [
      'Takes ',
      { as: 'locks', name: 'Takes', way: 'locks', value: step.locks, some: step.pace === undefined },
      ', ',
      number('Pace', 'pace', step.pace, '% of their pace left', {
        min: 1,
        max: 100,
        step: 5,
        times: 100,
        absent: { words: 'leaves their pace as it is', start: 0.5 },
      }),
      ' ',
      hold(of, step),
      '.',
    ],
    handles: onlyEnd,
    picture: ({ locks }, { y }) => ({ locks: lockRows(locks, y) }),
    named: 'beside',
  },
  move: {
    ...PLAIN,
    sentence: (step, of) => [
      'Puts whoever set it off at ',
      choice('To', 'mark', step.mark, one(of, 'mark'), { picks: PICKS.one('mark') }),
      ', ',
      number('Lift', 'lift', step.lift, 'm above it', { step: 0.05 }),
      ', ',
      either('Quietly', 'quiet', step.quiet, 'without setting off what is there', 'setting off what is there'),
      '.',
    ],
    picture: () => ({ on: 'slab' }),
  },
}
