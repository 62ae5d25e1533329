import { describe, expect, it } from 'vitest'
import { patchOf, readShow, type Show } from '~~/core/show'
import {
  nameOfThing,
  othersLike,
  ownerOf,
  placeOfUse,
  removeThing,
  replaceThing,
  thingIn,
  usesOfThing,
  type ThingRef,
} from './things'

const rule = (id: string, on: object) => ({ id, on, cue: 'cue' })
const show = readShow({
  format: 'esvik-show',
  version: 1,
  title: 'Things',
  place: {
    walls: [{ id: 'w', from: [0, 0], to: [4, 0] }],
    props: [
      { id: 'jar', name: 'Jar', kind: 'cylinder', at: [1, 0, 1], size: [1, 1, 1] },
      { id: 'box', name: 'Box', kind: 'box', at: [3, 0, 1], size: [1, 1, 1] },
    ],
    lights: [{ id: 'lamp', name: 'Lamp', kind: 'point', at: [1, 2, 1], candela: 3, tiedTo: { prop: 'jar' } }],
    marks: [
      { id: 'eye', name: 'Eye', kind: 'camera', at: [0, 2, 0] },
      { id: 'other-eye', name: 'Other eye', kind: 'camera', at: [9, 2, 0] },
      { id: 'spot', name: 'Spot', kind: 'standing', at: [0, 0, 0] },
    ],
  },
  cues: [
    {
      id: 'cue',
      name: 'Rattle',
      steps: [
        { id: 'slide', kind: 'prop', prop: 'jar', slide: { by: [1, 0, 0] } },
        { id: 'dim', kind: 'light', light: 'lamp', candela: 1 },
        { id: 'cut', kind: 'camera', marks: [{ mark: 'eye', stay: 1 }] },
        { id: 'off', kind: 'zone', zone: 'far', enabled: false },
      ],
    },
  ],
  zones: [
    {
      id: 'near',
      name: 'Near',
      shape: { kind: 'sphere', at: [0, 0, 0], radius: 1 },
      tiedTo: { prop: 'jar' },
      rules: [
        rule('sees', { at: 'look', target: { prop: 'jar' }, within: 20 }),
        rule('uses', { at: 'use', facing: { prop: 'jar', within: 30 } }),
      ],
    },
    { id: 'far', name: 'Far', shape: { kind: 'sphere', at: [9, 0, 0], radius: 1 } },
  ],
  walks: [{ id: 'walk', name: 'Round', points: [{ at: [0, 0, 0] }, { at: [1, 0, 0], look: { prop: 'jar' } }] }],
})
const without = (ref: ThingRef): Show => patchOf(show, (edit) => removeThing(edit, ref)).show
const ownersOf = (ref: ThingRef) => usesOfThing(show, ref).map((use) => ownerOf(show, use))

describe('what depends on a thing', () => {
  it('is said by name', () => {
    expect(ownersOf({ kind: 'prop', id: 'jar' }).sort()).toEqual(
      ['Lamp', 'a step of Rattle', 'point 2 of Round', 'the zone Near', 'the zone Near', 'the zone Near'].sort(),
    )
    expect(ownersOf({ kind: 'mark', id: 'eye' })).toEqual(['a step of Rattle'])
    expect(ownersOf({ kind: 'zone', id: 'far' })).toEqual(['a step of Rattle'])
    expect(ownersOf({ kind: 'wall', id: 'w' })).toEqual([])
    expect(ownersOf({ kind: 'prop', id: 'box' })).toEqual([])
  })
})

describe('another in the place of a thing', () => {
  const instead = (ref: ThingRef, to: string) => patchOf(show, (edit) => replaceThing(edit, ref, to)).show
  it('is used by all that used the one', () => {
    const after = instead({ kind: 'prop', id: 'jar' }, 'box')
    expect(usesOfThing(after, { kind: 'prop', id: 'jar' })).toEqual([])
    expect(usesOfThing(after, { kind: 'prop', id: 'box' })).toHaveLength(6)
    expect(after.walks[0]!.points[1]!.look).toEqual({ prop: 'box' })
  })
  it('is of the same sort: a camera mark for a camera mark', () => {
    expect(othersLike(show, { kind: 'mark', id: 'eye' })).toEqual([{ id: 'other-eye', name: 'Other eye' }])
    expect(othersLike(show, { kind: 'prop', id: 'jar' }).map(({ id }) => id)).toEqual(['box'])
    expect(othersLike(show, { kind: 'light', id: 'lamp' })).toEqual([])
  })
})

describe('where one goes to see a use', () => {
  it('is the step of a cue, the zone, the walk, the light that is tied', () => {
    const places = usesOfThing(show, { kind: 'prop', id: 'jar' }).map((use) => placeOfUse(show, use))
    expect(places).toContainEqual({ kind: 'cue', id: 'cue', step: 'slide' })
    expect(places).toContainEqual({ kind: 'zone', id: 'near' })
    expect(places).toContainEqual({ kind: 'walk', id: 'walk' })
    expect(places).toContainEqual({ kind: 'light', id: 'lamp' })
  })
})

describe('taking a thing away', () => {
  const stop = (mark: string) => ({ mark, travel: 0, ease: 'linear' as const, stay: 0 })
  it('leaves a picture that goes to several marks the others', () => {
    const two = patchOf(show, (edit) =>
      edit.set(['cues', 'cue', 'steps', 'cut', 'marks'], [stop('eye'), { ...stop('other-eye'), stay: 2 }]),
    ).show
    const after = patchOf(two, (edit) => removeThing(edit, { kind: 'mark', id: 'eye' })).show
    expect(after.cues[0]!.steps.find(({ id }) => id === 'cut')).toMatchObject({
      marks: [{ mark: 'other-eye', stay: 2 }],
    })
  })
  it('lets go of ties and looks, and takes with it what can’t be without it', () => {
    const after = without({ kind: 'prop', id: 'jar' })
    expect(after.place.props.map(({ id }) => id)).toEqual(['box'])
    expect(after.place.lights[0]!.tiedTo).toBeUndefined()
    expect(after.zones[0]!.tiedTo).toBeUndefined()
    expect(after.walks[0]!.points[1]!.look).toBe('ahead')
    expect(after.cues[0]!.steps.map(({ id }) => id)).toEqual(['dim', 'cut', 'off'])
    expect(after.zones[0]!.rules.map(({ id, on }) => [id, on])).toEqual([['uses', { at: 'use', key: 'E' }]])
  })
  it.each<[ThingRef, string[]]>([
    [{ kind: 'light', id: 'lamp' }, ['slide', 'cut', 'off']],
    [{ kind: 'mark', id: 'eye' }, ['slide', 'dim', 'off']],
    [{ kind: 'zone', id: 'far' }, ['slide', 'dim', 'cut']],
    [{ kind: 'wall', id: 'w' }, ['slide', 'dim', 'cut', 'off']],
  ])('of %o leaves a show that can be read again', (ref, steps) => {
    const after = without(ref)
    expect(thingIn(after, ref.kind, ref.id)).toBeUndefined()
    expect(after.cues[0]!.steps.map(({ id }) => id)).toEqual(steps)
    expect(readShow(JSON.parse(JSON.stringify(after)))).toEqual(after)
  })
})

it('a wall without a name is called by its id, so that it keeps it when another is deleted', () => {
  const walls = ['wall', 'wall-2', 'w'].map((id) => ({ id, from: [0, 0], to: [4, 0] }))
  const of = (gone: string) => readShow({ ...show, place: { ...show.place, walls: walls.filter(({ id }) => id !== gone) } }) // prettier-ignore
  const names = (now: Show) => now.place.walls.map(({ id }) => nameOfThing(now, { kind: 'wall', id }))
  expect(names(of(''))).toEqual(['Wall', 'Wall 2', 'Wall w'])
  expect(names(of('wall'))).toEqual(['Wall 2', 'Wall w'])
  expect(nameOfThing(show, { kind: 'prop', id: 'box' })).toBe('Box')
})
