import { describe, expect, it } from 'vitest'
import { patchOf, type Show } from '~~/core/show'
import { show as made, SOUND } from '~~/core/testing/small-show'
import { familiesOf } from './library'
import { removeSound, replaceSound, usersOf } from './sound-uses'

const sound = (id: string) => ({ ...SOUND, id, name: id })
const show = made({
  sounds: ['creak', 'groan', 'wind'].map(sound),
  pools: [
    { id: 'both', name: 'Both', sounds: [{ sound: 'creak' }, { sound: 'groan' }] },
    { id: 'one', name: 'One', sounds: [{ sound: 'creak' }] },
  ],
  cues: [
    {
      id: 'cue',
      name: 'Cue',
      steps: [
        { id: 'bed', kind: 'bed', sound: 'creak' },
        { id: 'scatter', kind: 'scatter', pool: 'one', every: [1, 2] },
        { id: 'wind', kind: 'bed', sound: 'wind' },
      ],
    },
  ],
})
const after = (work: (edit: Parameters<typeof replaceSound>[0]) => void): Show => patchOf(show, work).show

it('who uses a sound and a pool is told once each', () => {
  const { sounds, pools } = usersOf(show)
  expect(sounds.get('creak')!.map(({ kind, name }) => `${kind} ${name}`)).toEqual(['pool Both', 'pool One', 'cue Cue'])
  expect(pools.get('one')!.map(({ name }) => name)).toEqual(['Cue'])
  expect(pools.get('both')).toBeUndefined()
})

describe('one sound in the place of another', () => {
  it('stands wherever that stood; a pool that has both keeps the one', () => {
    const { pools, cues } = after((edit) => replaceSound(edit, 'creak', 'groan'))
    expect(pools.map(({ sounds }) => sounds.map((entry) => entry.sound))).toEqual([['groan'], ['groan']])
    expect(cues[0]!.steps[0]).toMatchObject({ kind: 'bed', sound: 'groan' })
  })
})

it('a sound that goes takes its steps along, and the pools that then have nothing', () => {
  const { sounds, pools, cues } = after((edit) => removeSound(edit, 'creak'))
  expect(sounds.map(({ id }) => id)).toEqual(['groan', 'wind'])
  expect(pools.map(({ id }) => id)).toEqual(['both'])
  expect(cues[0]!.steps.map(({ id }) => id)).toEqual(['wind'])
})

it('sounds whose names differ by their number stand together, in its order', () => {
  const named = ['Drip 10', 'Gull', 'Drip 2', 'Drip 1'].map((name) => ({ ...show.sounds[0]!, name }))
  expect(familiesOf(named).map(({ name, sounds }) => [name, sounds.map((one) => one.name)])).toEqual([
    ['Drip 1 to 10', ['Drip 1', 'Drip 2', 'Drip 10']],
    ['Gull', ['Gull']],
  ])
})
