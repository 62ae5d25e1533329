import { anchors, camerasOf, one, PICKS } from './choices'
import type { Piece, StepPart } from './parts'
import { number, seconds, choice, text, colour, either, perhaps, hold, type Kind, type Of } from './pieces'

/** What happens to a player’s picture and hands, as sentences. */
export const FELT = {
  prompt: (step: Kind<'prompt'>, of: Of): Piece[] => [
    'A board says ',
    text('Text', 'text', step.text),
    ' with the key ',
    text('Key', 'key', step.key, 'none'),
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
      { choose: (put, way) => put(['faces'], way === 'one' ? 0 : 'camera') },
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
  camera: (step: Kind<'camera'>, of: Of): Piece[] => [
    'The picture goes to',
    { as: 'stops', name: 'Marks', path: ['marks'], value: step.marks, options: camerasOf(of) },
    'and comes back ',
    perhaps('Back', 'back', step.back, 'at once', 'in', { seconds: 1, ease: 'linear' }),
    ...(step.back
      ? [
          ' ',
          seconds('Back in', 'back.seconds', step.back.seconds),
          ' ',
          { as: 'ease', name: 'Back, ease', path: ['back', 'ease'], value: step.back.ease } satisfies StepPart,
        ]
      : []),
    '. Heard from ',
    choice('Ears', 'ears', step.ears, [
      { value: 'player', words: 'where the player stands' },
      { value: 'camera', words: 'where the camera is' },
    ]),
    '.',
  ],
  fade: (step: Kind<'fade'>): Piece[] => [
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
  freeze: (step: Kind<'freeze'>, of: Of): Piece[] => [
    'Takes ',
    { as: 'locks', name: 'Takes', path: ['locks'], value: step.locks },
    ' ',
    hold(of, step),
    '.',
  ],
  move: (step: Kind<'move'>, of: Of): Piece[] => [
    'Puts whoever set it off at ',
    choice('To', 'mark', step.mark, one(of, 'mark'), { picks: PICKS.one('mark') }),
    ', ',
    number('Lift', 'lift', step.lift, 'm above it', { step: 0.05 }),
    ', ',
    either('Quietly', 'quiet', step.quiet, 'without setting off what is there', 'setting off what is there'),
    '.',
  ],
}
