import { describe, expect, it } from 'vitest'
import { across, show as smallShow } from '../../testing/small-show'
import { cueAt, kitRulesOf, ownCuesOf, patchOf, readShow, usesOf, writeShow, type Show } from '..'

const lamp = (id: string) => ({ id, name: id, kind: 'point', at: [0, 2, 0], candela: 3 })
const PARTS = [
  { id: 'lamp', name: 'Lamp', is: 'light' },
  { id: 'lit', name: 'Lit', is: 'flag' },
]
const press = { id: 'press', on: { at: 'use' }, when: [{ flag: 'part:lit', is: '=', value: false }], cue: 'on' }
/** A switch at two zones; `more` is laid over the document. */
const document = (more: object = {}): object => ({
  format: 'esvik-show',
  version: 1,
  title: 'Switches',
  place: { lights: [lamp('one'), lamp('two')], marks: [{ id: 'm', name: 'M', kind: 'standing', at: [0, 0, 0] }] },
  flags: [
    { id: 'lit-one', name: 'One', start: false },
    { id: 'lit-two', name: 'Two', start: false },
    { id: 'count', name: 'Count', start: 0 },
  ],
  cues: [
    {
      id: 'on',
      name: 'On',
      steps: [
        { id: 'light', kind: 'light', light: 'part:lamp', on: true, hold: 'keep' },
        { id: 'flag', kind: 'flag', flag: 'part:lit', set: true },
      ],
    },
    { id: 'plain', name: 'Plain', steps: [] },
  ],
  kits: [{ id: 'switch', name: 'Switch', parts: PARTS, rules: [press] }],
  zones: [
    { id: 'a', name: 'A', ...across(2, 4), kit: 'switch', parts: { lamp: 'one', lit: 'lit-one' } },
    { id: 'b', name: 'B', ...across(6, 8), kit: 'switch', parts: { lamp: 'two', lit: 'lit-two' } },
  ],
  ...more,
})
const read = (more?: object): Show => readShow(document(more))
const zone = (parts: object | undefined, more: object = {}) => ({
  id: 'a',
  name: 'A',
  ...across(2, 4),
  kit: 'switch',
  ...(parts && { parts }),
  ...more,
})
const whole = { lamp: 'one', lit: 'lit-one' }

describe('a kit with parts', () => {
  it('gives each of its zones rules and cues with that zone’s own things', () => {
    const show = read()
    expect(show.zones.map((each) => kitRulesOf(show, each)[0].when[0].flag)).toEqual(['lit-one', 'lit-two'])
    expect(show.zones.map((each) => cueAt(show, 'on', each)!.steps[0])).toMatchObject([
      { light: 'one' },
      { light: 'two' },
    ])
    expect([...ownCuesOf(show).keys()]).toEqual(['on@a', 'on@b'])
    expect(cueAt(show, 'plain', show.zones[0])).toBe(show.cues[1])
  })
  it('is written as it is read, and its zones are known to use their things', () => {
    const show = read()
    expect(readShow(JSON.parse(writeShow(show)))).toEqual(show)
    expect(usesOf(show, 'lights', 'one').map(({ keys }) => keys.join('/'))).toEqual(['zones/0/parts/lamp'])
    expect(usesOf(show, 'lights', 'part:lamp')).toHaveLength(1)
  })
  it('stands for a thing only where the table says so, not in a text', () => {
    const show = read({
      cues: [
        {
          id: 'on',
          name: 'On',
          steps: [
            { id: 'say', kind: 'prompt', text: 'part:lamp', anchor: { mark: 'm' } },
            { id: 'send', kind: 'signal', name: 'part:lit' },
          ],
        },
      ],
    })
    expect(cueAt(show, 'on', show.zones[0])!.steps).toMatchObject([{ text: 'part:lamp' }, { name: 'part:lit' }])
  })
  it('keeps the cues of its zones as they are while nothing of them changes', () => {
    const show = read()
    const moved = patchOf(show, (edit) => edit.set(['zones', 'a', 'rim'], 1)).show
    expect(ownCuesOf(moved)).toBe(ownCuesOf(show))
    const other = patchOf(show, (edit) => edit.set(['zones', 'a', 'parts', 'lamp'], 'two')).show
    expect(cueAt(other, 'on', other.zones[0])!.steps[0]).toMatchObject({ light: 'two' })
  })
})

describe('what is wrong with parts is named at its place', () => {
  it.each<[string, object, string, string]>([
    ['a zone that fills too few', { zones: [zone({ lamp: 'one' })] }, '/zones/0/parts', '"lit"'],
    ['a zone that fills none', { zones: [zone(undefined)] }, '/zones/0/parts', '"lamp"'],
    ['a part that the kit has not', { zones: [zone({ ...whole, bell: 'one' })] }, '/zones/0/parts/bell', 'not a part'],
    ['parts without a kit', { zones: [zone(whole, { kit: undefined })] }, '/zones/0/parts/lamp', 'not a part'],
    ['a thing that is not there', { zones: [zone({ ...whole, lamp: 'three' })] }, '/zones/0/parts/lamp', '"three"'],
    ['a thing of another kind', { zones: [zone({ ...whole, lamp: 'm' })] }, '/zones/0/parts/lamp', 'light "m"'],
    [
      'a flag that doesn’t fit',
      { zones: [zone({ ...whole, lit: 'count' })] },
      '/zones/0/parts/lit',
      'which is a number',
    ],
    [
      'a rule of a zone’s own',
      { zones: [zone(whole, { rules: [{ ...press, id: 'own', cue: 'plain' }] })] },
      '/zones/0/rules/0/when/0/flag',
      'no kit',
    ],
    [
      'a rule of the whole show',
      { rules: [{ id: 'all', on: { at: 'clock', seconds: 1 }, cue: 'on' }] },
      '/cues/0/steps/0/light',
      'rule of no kit',
    ],
    [
      'a kit that lacks it',
      {
        kits: [{ id: 'switch', name: 'Switch', parts: PARTS.slice(0, 1), rules: [{ ...press, cue: 'plain' }] }],
        zones: [],
      },
      '/kits/0/rules/0/when/0/flag',
      'does not have',
    ],
    [
      'a part of another kind',
      {
        cues: [{ id: 'on', name: 'On', steps: [{ id: 's', kind: 'zone', zone: 'part:lamp', enabled: true }] }],
      },
      '/cues/0/steps/0/zone',
      'zone part "lamp"',
    ],
    [
      'a cue that another kit fires, too',
      {
        kits: [
          { id: 'switch', name: 'Switch', parts: PARTS, rules: [press] },
          { id: 'other', name: 'Other', rules: [{ id: 'x', on: { at: 'enter' }, cue: 'on', enabled: false }] },
        ],
      },
      '/cues/0/steps/0/light',
      '"Other" does not have',
    ],
    ['what is no id', { zones: [zone({ ...whole, lamp: 'part:lamp' })] }, '/zones/0/parts/lamp', 'none can stand here'],
    [
      'a walk that looks at one',
      { walks: [{ id: 'w', name: 'W', points: [{ at: [0, 0, 0], look: { prop: 'part:lamp' } }] }] },
      '/walks/0/points/0/look/prop',
      'none can stand here',
    ],
    [
      'a level of a bus',
      { cues: [{ id: 'on', name: 'On', steps: [{ id: 's', kind: 'level', bus: 'part:lamp', gain: -3 }] }] },
      '/cues/0/steps/0/bus',
      'none can stand here',
    ],
  ])('%s', (_, more, pointer, words) => {
    let error: (Error & { pointer?: string }) | undefined
    try {
      read(more)
    } catch (thrown) {
      error = thrown as Error
    }
    expect(error?.message).toContain(words)
    expect(error?.pointer).toBe(pointer)
  })
  it('but a cue that no rule fires may name any', () => {
    const cue = { id: 'spare', name: 'Spare', steps: [{ id: 's', kind: 'light', light: 'part:anything', on: true }] }
    const base = document() as { cues: object[] }
    expect(() => read({ cues: [...base.cues, cue] })).not.toThrow()
  })
  it('and a show of it runs, with nothing of that cue', () => {
    expect(() =>
      smallShow({
        cues: [
          { id: 'c', name: 'C', steps: [{ id: 's', kind: 'drift', target: { light: 'part:x' }, rate: 1, to: 2 }] },
        ],
      }),
    ).not.toThrow()
  })
})
