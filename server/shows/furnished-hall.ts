import { readShow, type Show } from '../../core/show'
import { soundsOf } from '../../demo/demo-show'
import { libraryOfSounds } from '../assets/keep'

/** What a new show begins with: a small furnished hall, a walk through it, and the sounds that are here; no zone yet. */
export async function furnishedHall(title: string): Promise<Show> {
  return readShow({
    format: 'esvik-show',
    version: 1,
    title,
    place: {
      floors: [
        {
          id: 'hall',
          name: 'Hall',
          y: 0,
          outline: [
            [0, 0],
            [14, 0],
            [14, 9],
            [0, 9],
          ],
        },
      ],
      walls: [
        { id: 'north', from: [0, 0], to: [14, 0] },
        { id: 'east', from: [14, 0], to: [14, 9], openings: [{ id: 'way-out', name: 'Way out', at: 3.6, width: 1.8 }] },
        { id: 'south', from: [0, 9], to: [14, 9] },
        { id: 'west', from: [0, 0], to: [0, 9], openings: [{ id: 'way-in', name: 'Way in', at: 3.6, width: 1.8 }] },
        {
          id: 'partition',
          from: [7, 0],
          to: [7, 9],
          openings: [{ id: 'doorway', name: 'Doorway', at: 3.6, width: 1.8 }],
        },
      ],
      props: [
        { id: 'chest', name: 'Chest', kind: 'box', at: [11, 0, 2], size: [1.4, 0.9, 0.8], colour: '#6f5b42' },
        { id: 'column', name: 'Column', kind: 'cylinder', at: [3.5, 0, 6.8], size: [0.8, 3, 0.8], colour: '#77807f' },
      ],
      lights: [
        { id: 'front-lamp', name: 'Front lamp', kind: 'point', at: [3.5, 2.6, 4.5], candela: 40 },
        { id: 'back-lamp', name: 'Back lamp', kind: 'point', at: [10.5, 2.6, 4.5], candela: 40 },
      ],
      marks: [{ id: 'way-in', name: 'Way in', kind: 'standing', at: [0.5, 0, 4.5], yaw: -90 }],
    },
    sounds: soundsOf(await libraryOfSounds()),
    buses: [
      { id: 'bed', name: 'Beds' },
      { id: 'spot', name: 'Spots' },
      { id: 'scare', name: 'Scares' },
    ],
    walks: [
      {
        id: 'through',
        name: 'Through the hall',
        points: [
          { at: [-1.5, 0, 4.5], pause: 2 },
          { at: [5, 0, 4.5] },
          { at: [9, 0, 4.5] },
          { at: [11, 0, 3.2], pause: 4, look: { prop: 'chest' }, use: true, useAfter: 1 },
          { at: [9, 0, 4.5] },
          { at: [5, 0, 4.5] },
          { at: [9, 0, 4.6] },
          { at: [15.5, 0, 4.5], pause: 2 },
        ],
      },
    ],
  })
}
