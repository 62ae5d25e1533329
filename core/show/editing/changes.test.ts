import { describe, expect, it } from 'vitest'
import { WHOLE, withSteps } from '../../testing/whole-steps'
import { changesBetween, patchOf, type Editor } from '..'

const full = withSteps('camera', WHOLE.camera)
const between = (work: (edit: Editor) => void) => changesBetween(full, patchOf(full, work).show)

describe('what is otherwise in a later version', () => {
  it('is nothing of a show that is the same', () => {
    expect(changesBetween(full, structuredClone(full))).toEqual([])
    // A database gives the fields back in another order.
    const turned = (value: unknown): unknown =>
      Array.isArray(value)
        ? value.map(turned)
        : typeof value === 'object' && value !== null
          ? Object.fromEntries(Object.entries(value).reverse().map(([key, each]) => [key, turned(each)])) // prettier-ignore
          : value
    expect(changesBetween(full, turned(full) as typeof full)).toEqual([])
  })
  it('is a field of a thing, with what it was and is', () => {
    const [zone] = full.zones
    expect(between((edit) => edit.set(['zones', zone.id, 'rim'], 0.7))).toEqual([
      {
        list: 'zones',
        id: zone.id,
        name: zone.name,
        what: 'changed',
        fields: [{ keys: ['rim'], before: zone.rim, after: 0.7 }],
      },
    ])
  })
  it('is found within rules and steps by their ids, wherever they stand', () => {
    const cue = full.cues.find(({ steps }) => steps.length > 0)!
    const [step] = cue.steps
    const [change] = between((edit) => {
      edit.add(['cues', cue.id, 'steps'], { ...step, id: 'one-more' }, 0)
      edit.set(['cues', cue.id, 'steps', step.id, 'at'], 4.5)
    })
    expect(change.fields.map(({ keys, after }) => [keys.slice(0, 2).join('/'), keys.at(-1), typeof after])).toEqual(
      expect.arrayContaining([
        ['steps/one-more', 'one-more', 'object'],
        [`steps/${step.id}`, 'at', 'number'],
      ]),
    )
    expect(change.fields).toHaveLength(2)
  })
  it('is a thing that came, and one that went', () => {
    const [lamp] = full.place.lights
    expect(
      between((edit) => edit.add(['place', 'lights'], { ...lamp, id: 'new-lamp', name: 'New lamp' })).map(
        ({ what, name }) => `${what} ${name}`,
      ),
    ).toEqual(['added New lamp'])
    expect(
      changesBetween(
        patchOf(full, (edit) => edit.add(['flags'], { id: 'gone', name: 'Gone', start: false })).show,
        full,
      ).map(({ list, what, name }) => `${list} ${what} ${name}`),
    ).toEqual(['flags removed Gone'])
  })
  it('is of the show itself what belongs to no thing', () => {
    const [change] = between((edit) => edit.set(['player', 'walk'], 1.9))
    expect(change).toMatchObject({ list: 'show', fields: [{ keys: ['player', 'walk'], after: 1.9 }] })
  })
})
