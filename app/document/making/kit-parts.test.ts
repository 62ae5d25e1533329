import { describe, expect, it } from 'vitest'
import { eventsOf, run, walksOf } from '~~/core/engine'
import { patchOf, readShow, type Editor, type Show, completeZone, type Shape } from '~~/core/show'
import { point, show as smallShow, walk } from '~~/core/testing/small-show'
import { alongLine, around, makeOwn, makePart, ownable, removePart, spotOf, stamp, takeKit } from './kit-parts'
import { shiftedBy, turnedAbout } from './placement'

const box = (x: number, z = 0) => ({
  shape: { kind: 'box', at: [x, 0, z], size: [2, 2, 4], yaw: 0 } satisfies Shape as Shape,
})
const press = (value: boolean, cue: string) => ({
  id: cue,
  on: { at: 'use' },
  when: [{ flag: 'lit', is: '=', value }],
  cue,
})
const light = (id: string, on: boolean) => [
  { id: `${id}-light`, kind: 'light', light: 'lamp', on, hold: 'keep' },
  { id: `${id}-flag`, kind: 'flag', flag: 'lit', set: on },
]
/** A switch that was made by hand and shares its rules, its lamp beside it. */
const one = smallShow({
  place: {
    lights: [
      { id: 'lamp', name: 'Lamp', kind: 'point', at: [3, 2, 1], candela: 30, on: false, tiedTo: { prop: 'stand' } },
    ],
    props: [{ id: 'stand', name: 'Stand', kind: 'box', at: [3, 0, 1], size: [0.2, 1, 0.2] }],
  },
  flags: [{ id: 'lit', name: 'Lit', start: false }],
  cues: [
    { id: 'on', name: 'On', steps: light('on', true) },
    { id: 'off', name: 'Off', steps: light('off', false) },
  ],
  kits: [{ id: 'switch', name: 'Switch', rules: [press(false, 'on'), press(true, 'off')] }],
  zones: [{ id: 'hall', name: 'Hall switch', ...box(3), kit: 'switch' }],
  walks: [walk('w', point(0), ...[3, 13, 23].map((x) => point(x, { use: true, pause: 1 })), point(30))],
})
const edited = (show: Show, work: (edit: Editor) => void): Show => {
  const after = patchOf(show, work).show
  return readShow(JSON.parse(JSON.stringify(after)))
}
const withParts = edited(one, (edit) => {
  makePart(edit, 'switch', 'hall', 'light', 'lamp')
  makePart(edit, 'switch', 'hall', 'flag', 'lit')
  makePart(edit, 'switch', 'hall', 'prop', 'stand')
})
/** Which lamps burn at a time of the walk. */
function burning(show: Show): string[] {
  const log = eventsOf(run(show, walksOf(show, ['w']), { seed: 1 }))
  return log.flatMap((event) => (event.kind === 'step' && event.of === 'light' ? [event.channel!] : []))
}

describe('what each zone of a kit is to have of its own', () => {
  it('can be whatever the kit’s rules and cues name', () => {
    expect(ownable(one, one.kits[0]!).map(({ is, id }) => `${is} ${id}`)).toEqual(['light lamp', 'flag lit'])
    expect(ownable(withParts, withParts.kits[0]!)).toEqual([])
  })
  it('is named a part by all of them, and stays the zone’s own', () => {
    expect(withParts.kits[0]!.parts.map(({ id, is }) => [id, is])).toEqual([
      ['lamp', 'light'],
      ['lit', 'flag'],
      ['stand', 'prop'],
    ])
    expect(withParts.zones[0]!.parts).toEqual({ lamp: 'lamp', lit: 'lit', stand: 'stand' })
    expect(withParts.kits[0]!.rules[0]!.when[0]!.flag).toBe('part:lit')
    expect(withParts.cues[0]!.steps).toMatchObject([{ light: 'part:lamp' }, { flag: 'part:lit' }])
    expect(burning(withParts)).toEqual(burning(one))
  })
  it('is copied for the other zones of the kit, as far from each as from the first', () => {
    const two = edited(one, (edit) =>
      edit.add(['zones'], { ...one.zones[0]!, id: 'loft', name: 'Loft', ...box(13, 5) }),
    )
    const after = edited(two, (edit) => makePart(edit, 'switch', 'hall', 'light', 'lamp'))
    expect(after.zones.map(({ parts }) => parts)).toEqual([{ lamp: 'lamp' }, { lamp: 'lamp-2' }])
    expect(after.place.lights[1]).toMatchObject({ name: 'Lamp 2', at: [13, 2, 6] })
  })
  it('can be shared again', () => {
    const after = edited(withParts, (edit) => removePart(edit, 'switch', withParts.zones[0]!, 'lamp'))
    expect(after.kits[0]!.parts.map(({ id }) => id)).toEqual(['lit', 'stand'])
    expect(after.cues[0]!.steps[0]).toMatchObject({ light: 'lamp' })
    expect(after.zones[0]!.parts).toEqual({ lit: 'lit', stand: 'stand' })
  })
})

describe('a zone that is stamped', () => {
  it('has a lamp, a flag and a stand of its own, wired, and each goes by itself', () => {
    const after = edited(withParts, (edit) => stamp(edit, 'hall', [shiftedBy(10, 0), shiftedBy(20, 0)]))
    expect(after.zones.map(({ name }) => name)).toEqual(['Hall switch', 'Hall switch 2', 'Hall switch 3'])
    expect(after.zones.map(({ parts }) => parts!.lamp)).toEqual(['lamp', 'lamp-2', 'lamp-3'])
    expect(after.place.lights.map(({ at, tiedTo }) => [at, tiedTo])).toEqual([
      [[3, 2, 1], { prop: 'stand' }],
      [[13, 2, 1], { prop: 'stand-2' }],
      [[23, 2, 1], { prop: 'stand-3' }],
    ])
    expect(after.flags.map(({ name }) => name)).toEqual(['Lit', 'Lit 2', 'Lit 3'])
    expect(burning(after)).toEqual(['light:lamp', 'light:lamp-2', 'light:lamp-3'])
    // Changed once for all.
    const dimmer = edited(after, (edit) => edit.set(['cues', 'on', 'steps', 'on-light', 'candela'], 5))
    expect(burning(dimmer)).toEqual(burning(after))
  })
  it('goes along a line, the last at its end, or around a spot, turned with its place', () => {
    expect(alongLine([0, 0], [10, 5], 2).map(({ spot }) => spot([1, 1]))).toEqual([
      [6, 3.5],
      [11, 6],
    ])
    const placements = around([0, 0], 3)
    expect(placements.map(({ turn }) => turn)).toEqual([90, 180, 270])
    expect(placements[1]!.spot([2, 1]).map((v) => v + 0)).toEqual([-2, -1])
    // A yaw of 90° faces −X: what lay ahead of it, at −Z, lies there.
    expect(
      turnedAbout([0, 0], 90)
        .spot([0, -1])
        .map((v) => v + 0),
    ).toEqual([-1, 0])
    const after = edited(withParts, (edit) => stamp(edit, 'hall', around([13, 0], 1)))
    expect(after.zones[1]!.shape).toMatchObject({ at: [23, 0, 0], yaw: 180 })
    expect(after.place.lights[1]!.at).toEqual([23, 2, -1])
  })
})

describe('a zone that goes its own way', () => {
  const stamped = edited(withParts, (edit) => stamp(edit, 'hall', [shiftedBy(10, 0)]))
  it('has the kit’s rules for itself, and cues of its own with its things', () => {
    const after = edited(stamped, (edit) => makeOwn(edit, 'hall-2'))
    const zone = after.zones[1]!
    expect([zone.kit, zone.parts, zone.rules.length]).toEqual([undefined, undefined, 2])
    const cue = after.cues.find(({ id }) => id === zone.rules[0]!.cue)!
    expect([cue.name, cue.steps[0]]).toMatchObject(['On, Hall switch 2', { light: 'lamp-2' }])
    expect(burning(after)).toEqual(burning(stamped))
    expect(after.cues[0]!.steps[0]).toMatchObject({ light: 'part:lamp' })
  })
  it('can come to a kit from elsewhere, with copies of what another has', () => {
    const other = edited(stamped, (edit) => edit.add(['zones'], completeZone({ id: 'far', name: 'Far', ...box(23) })))
    const after = edited(other, (edit) => takeKit(edit, 'far', 'switch'))
    expect(after.zones[2]!.parts).toEqual({ lamp: 'lamp-3', lit: 'lit-3', stand: 'stand-3' })
    expect(after.place.lights[2]!.at).toEqual([23, 2, 1])
    expect(edited(after, (edit) => takeKit(edit, 'far', undefined)).zones[2]).not.toHaveProperty('parts')
  })
  it('is told so where no zone has what the parts could be', () => {
    const alone = edited(stamped, (edit) => ['hall', 'hall-2'].forEach((id) => edit.remove(['zones', id])))
    const far = edited(alone, (edit) => edit.add(['zones'], completeZone({ id: 'far', name: 'Far', ...box(23) })))
    expect(() => patchOf(far, (edit) => takeKit(edit, 'far', 'switch'))).toThrow('Lamp')
    expect(spotOf(far.zones[0]!)).toEqual([23, 0])
  })
})
