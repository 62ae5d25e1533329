import { describe, expect, it } from 'vitest'
import { channelAt, CHANNEL, frameIn, run, walksOf } from '~~/core/engine'
import { readShow, type Show } from '~~/core/show'
import { across, oneRule } from '~~/core/testing/small-show'
import { firingsOf, wayOfStep } from './step-ways'
import { propOutline } from '../forms/thing-forms'

const place = {
  props: [{ id: 'door', name: 'Door', kind: 'box', at: [5, 0, 1], yaw: 30, size: [2, 2, 0.1] }],
  lights: [{ id: 'lamp', name: 'Lamp', kind: 'point', at: [1, 2, 1], candela: 10 }],
  marks: [
    { id: 'a', name: 'A', kind: 'camera', at: [0, 2, 0] },
    { id: 'b', name: 'B', kind: 'camera', at: [4, 2, 0], yaw: 90 },
    { id: 'spot', name: 'Spot', kind: 'standing', at: [9, 0, 9] },
  ],
}
const made = (step: object): Show => oneRule({}, [{ id: 's', ...step }], { show: { place } })
const way = (step: object, show = made(step)) => wayOfStep(show, show.cues[0]!, show.cues[0]!.steps[0]!)
const round = (spots: readonly (readonly number[])[]) => spots.map((spot) => spot.map((v) => Math.round(v * 1e6) / 1e6))

describe('what a step does in the place', () => {
  it('is where a prop stands once it has slid and turned as the run moves it', () => {
    const step = {
      kind: 'prop',
      prop: 'door',
      slide: { by: [1, 0, 0.5] },
      turn: { by: 80, about: [-1, 0] },
      hold: 'keep',
    }
    const show = made(step)
    const result = run(show, walksOf(show, ['w']), { seed: 1 })
    const { at, yaw } = frameIn(show, result, 'door', result.length)
    expect(channelAt(show, result, CHANNEL.prop('door'), result.length, 0).turn).toBe(80)
    const { moved, lines } = way(step)
    expect(round(moved[0]!)).toEqual(round(propOutline({ ...show.place.props[0]!, at: [at[0], at[1], at[2]], yaw })))
    // The corner that goes farthest is away from the hinge, and its way ends where that is then.
    expect(round(moved[0]!)).toContainEqual(round([lines[0]!.spots.at(-1)!])[0])
  })
  it('is a line where a prop only slides, and only its place where it does neither', () => {
    expect(round(way({ kind: 'prop', prop: 'door', slide: { by: [0, 1, 2] } }).lines[0]!.spots.slice(0, 1))).toEqual([
      [5, 1],
    ])
    expect(way({ kind: 'prop', prop: 'door', shown: false })).toMatchObject({ moved: [], lines: [], spots: [[5, 1]] })
  })
  it('is the way of the picture from mark to mark, cut or travelled', () => {
    const { marks, lines } = way({
      kind: 'camera',
      marks: [{ mark: 'a', stay: 1 }, { mark: 'b', travel: 2 }, { mark: 'a' }],
    })
    expect(marks.map(({ id }) => id)).toEqual(['a', 'b', 'a'])
    expect(lines.map(({ jump }) => jump)).toEqual([false, true])
  })
  it('is the way from the zones that fire it to where a move puts somebody', () => {
    const { lines, marks } = way({ kind: 'move', mark: 'spot' })
    expect(lines).toEqual([{ spots: [[3, 0], [9, 9]], jump: true }]) // prettier-ignore
    expect(marks[0]!.id).toBe('spot')
  })
  it.each<[string, object, number[][]]>([
    ['a light', { kind: 'light', light: 'lamp', candela: 1 }, [[1, 1]]],
    ['a drift of a light', { kind: 'drift', target: { light: 'lamp' }, rate: 1, to: 2 }, [[1, 1]]],
    ['a prompt over a prop', { kind: 'prompt', text: 'Look', anchor: { prop: 'door' } }, [[5, 1]]],
    ['a prompt over a mark', { kind: 'prompt', text: 'Look', anchor: { mark: 'spot' } }, [[9, 9]]],
    ['a prompt in a zone', { kind: 'prompt', text: 'Look', anchor: { zone: 'z' } }, [[3, 0]]],
    ['a zone that is switched', { kind: 'zone', zone: 'z', enabled: false }, [[3, 0]]],
    ['a burst in the zone', { kind: 'burst', where: { at: 'zone' }, count: [1, 2], life: [1, 1] }, [[3, 0]]],
    ['a fade', { kind: 'fade', in: 1, stay: 0, out: 1 }, []],
  ])('is where %s is', (_, step, spots) => {
    expect(way(step).spots).toEqual(spots)
  })
  it('is of the zone’s own things where it names parts of a kit, and nothing where nobody fires it', () => {
    const steps = [{ id: 's', kind: 'prop', prop: 'part:own', slide: { by: [1, 0, 0] } }]
    const rule = { id: 'r', on: { at: 'enter' }, cue: 'cue' }
    const kit = { id: 'kit', name: 'Kit', parts: [{ id: 'own', name: 'Own', is: 'prop' }], rules: [rule] }
    const kept = oneRule({}, [], {
      zone: { rules: [], kit: 'kit', parts: { own: 'door' } },
      cue: { steps },
      show: { place, kits: [kit] },
    })
    expect(way(steps[0]!, kept).lines[0]!.spots[0]).toEqual([5, 1])
    const spare = oneRule({}, [], { zone: { rules: [] }, cue: { steps }, show: { place } })
    expect(way(steps[0]!, spare)).toMatchObject({ moved: [], lines: [], spots: [] })
  })
  it('is heard as far as it reaches', () => {
    const sounds = [{ id: 'thud', name: 'Thud', asset: 'ab'.repeat(32), seconds: 2 }]
    const step = { id: 's', kind: 'sound', sound: 'thud', where: { at: 'prop', prop: 'door' }, reach: { far: 7 } }
    const show = oneRule({}, [step], { show: { place, sounds } })
    expect(way(step, show).reaches).toEqual([{ at: [5, 1], radius: 7 }])
    const around = { ...step, where: { at: 'around', near: 2, far: 5 } }
    const rings = oneRule({}, [around], { show: { place, sounds } })
    expect(way(around, rings).reaches).toEqual([2, 5].map((radius) => ({ at: [3, 0], radius })))
  })
  it('is fired by rules of zones, kits and the show that are on', () => {
    const rule = (id: string, more = {}) => ({ id, on: { at: 'enter' }, cue: 'c', ...more })
    const show = readShow({
      format: 'esvik-show',
      version: 1,
      title: 'Fired',
      place: {},
      cues: [{ id: 'c', name: 'C', steps: [] }],
      kits: [{ id: 'k', name: 'K', rules: [rule('in-kit')] }],
      zones: [
        { id: 'a', name: 'A', ...across(0, 1), rules: [rule('own'), rule('off', { enabled: false })] },
        { id: 'b', name: 'B', ...across(2, 3), kit: 'k' },
      ],
      rules: [{ ...rule('clock'), on: { at: 'clock', seconds: 1 } }],
    })
    expect(firingsOf(show, show.cues[0]!)).toEqual([{ rule: 'own', zone: 'a' }, { rule: 'b/in-kit', zone: 'b' }, { rule: 'clock' }]) // prettier-ignore
  })
})
