import { readShow, ShowError, writeShow } from '../show'
import { oneRule, SOUND } from './small-show'

/** A show with one of many things, and references between them. */
export const show = oneRule(
  { cooldown: { seconds: 4 }, limit: { times: 2 }, on: { at: 'use', facing: { prop: 'door', within: 30 } } },
  [
    { id: 'l', kind: 'light', light: 'lamp', candela: 20, ramp: { seconds: 2 }, hold: 'release' },
    { id: 's', kind: 'sound', sound: 'thud', where: { at: 'around', near: 1, far: 3 } },
    { id: 'p', kind: 'prompt', text: 'Look', anchor: { prop: 'door' }, key: 'E' },
    { id: 'f', kind: 'freeze', locks: ['walk'], hold: 2 },
  ],
  {
    show: {
      sounds: [SOUND],
      flags: [{ id: 'lit', name: 'Lit', start: false }],
      place: {
        lights: [{ id: 'lamp', name: 'Lamp', kind: 'point', at: [0, 2, 0], candela: 100 }],
        props: [{ id: 'door', name: 'Door', kind: 'box', at: [3, 0, 0], size: [1, 2, 0.1] }],
        floors: [
          {
            id: 'floor',
            name: 'Floor',
            y: 0,
            outline: [
              [0, 0],
              [9, 0],
              [9, 9],
            ],
          },
        ],
      },
    },
  },
)

/** Its document, to be spoilt. */
export const plain = (): any => JSON.parse(writeShow(show))

/** What is wrong with a document, or undefined. */
export function wrong(file: unknown): ShowError | undefined {
  try {
    readShow(file)
    return undefined
  } catch (error) {
    if (error instanceof ShowError) return error
    throw error
  }
}
