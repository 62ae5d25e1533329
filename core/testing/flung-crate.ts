import { eventsOf, run, walksOf, type Run } from '../engine'
import { point, show, walk } from './small-show'

/** A ball-like box on a large floor; a clock flings it at 1 s. */
export const made = (fling: object, more: any = {}) =>
  show({
    place: {
      floors: [
        {
          id: 'floor',
          name: 'Floor',
          y: 0,
          outline: [
            [-50, -50],
            [50, -50],
            [50, 50],
            [-50, 50],
          ],
        },
      ],
      props: [{ id: 'crate', name: 'Crate', kind: 'box', at: [0, 1, 5], size: [0.4, 0.4, 0.4], ...more.prop }],
      walls: more.walls ?? [],
    },
    sounds: [{ id: 'thud', name: 'Thud', asset: 'ab'.repeat(32), seconds: 1 }],
    pools: [{ id: 'thuds', name: 'Thuds', sounds: [{ sound: 'thud' }] }],
    cues: [
      {
        id: 'throw',
        name: 'Throw',
        steps: [{ id: 'f', kind: 'fling', prop: 'crate', speed: [6, 6], yaw: -90, pitch: 30, ...fling }],
      },
      { id: 'cue', name: 'Cue', steps: [] },
    ],
    zones: [
      {
        id: 'z',
        name: 'Z',
        shape: { kind: 'box', at: [2, 0, 5], size: [1, 4, 2] },
        rules: [{ id: 'r', on: { at: 'enter' }, who: { kinds: ['prop'] }, cue: 'cue' }],
      },
    ],
    rules: [{ id: 'c', on: { at: 'clock', seconds: 1 }, cue: 'throw' }],
    walks: [walk('w', point(0, { pause: 15 }))],
  })

export const played = (document: ReturnType<typeof show>, seed = 1): Run =>
  run(document, walksOf(document, ['w']), { seed })

export const of = (result: Run, kind: string): any[] => eventsOf(result).filter((event) => event.kind === kind)
