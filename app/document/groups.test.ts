import { describe, expect, it } from 'vitest'
import { fragmentOf, paste, patchOf, readShow, type Editor, type Listed, type Show } from '~~/core/show'
import { removeCue } from '~/cues/edits/cue-edits'
import { removeSound } from '~/sounds/sound-uses'
import { cuesOnlyOf, groupOf, groupTogether, membersOf, putInGroup, removeWalk } from './groups'
import { removeThing, usesOfThing } from './things'

const show: Show = readShow({
  format: 'esvik-show',
  version: 1,
  title: 'Groups',
  place: { props: [{ id: 'jar', name: 'Jar', kind: 'box', at: [0, 0, 0], size: [1, 1, 1] }], walls: [{ id: 'wall', from: [0, 0], to: [1, 0] }] }, // prettier-ignore
  sounds: [{ id: 'thud', name: 'Thud', asset: 'ab'.repeat(32), seconds: 1 }],
  cues: [{ id: 'cue', name: 'Cue', steps: [] }],
  zones: [{ id: 'z', name: 'Z', shape: { kind: 'sphere', at: [0, 0, 0], radius: 1 }, rules: [{ id: 'e', on: { at: 'end', cue: 'cue' }, cue: 'cue' }] }], // prettier-ignore
  walks: [{ id: 'w', name: 'W', points: [{ at: [0, 0, 0] }] }],
  groups: [{ id: 'g', name: 'Scare', zones: ['z'], cues: ['cue'], props: ['jar'], walls: ['wall'], sounds: ['thud'], walks: ['w'] }], // prettier-ignore
  remarks: [{ id: 'r', text: 'Too bright', at: [0, 0, 0], walk: 'w' }],
})
const after = (work: (edit: Editor) => void) => patchOf(show, work).show
const group = (of: Show) => of.groups[0]!

describe('what is in a group', () => {
  it('is found by its kind and id', () => {
    expect(groupOf(show.groups, 'props', 'jar')?.name).toBe('Scare')
    expect(groupOf(show.groups, 'lights', 'jar')).toBeUndefined()
  })
  it('is in none any more once it is taken away, and being in one is no use that is asked about', () => {
    expect(usesOfThing(show, { kind: 'prop', id: 'jar' })).toEqual([])
    expect(group(after((e) => removeThing(e, { kind: 'prop', id: 'jar' }))).props).toEqual([])
    expect(group(after((e) => removeThing(e, { kind: 'wall', id: 'wall' }))).walls).toEqual([])
    expect(group(after((e) => removeSound(e, 'thud'))).sounds).toEqual([])
    const walked = after((e) => removeWalk(e, 'w'))
    expect([group(walked).walks, walked.remarks[0]!.walk]).toEqual([[], undefined])
  })
  it('a cue goes with the rules that wait for its end', () => {
    const gone = after((e) => removeCue(e, 'cue'))
    expect([group(gone).cues, gone.zones[0]!.rules, gone.cues]).toEqual([[], [], []])
  })
  it('goes from one group to another, or out of it', () => {
    const made = after((e) => {
      const other = groupTogether(e, [{ list: 'props', id: 'jar' }], 'Scare')
      expect(other).toBe('scare-2')
      putInGroup(e, { list: 'zones', id: 'z' }, undefined)
    })
    expect(made.groups.map(({ name, props, zones }) => [name, props, zones])).toEqual([
      ['Scare', [], []],
      ['Scare 2', ['jar'], undefined],
    ])
  })
  it('brings the cues along that only its zones fire', () => {
    expect(cuesOnlyOf(show, ['z'])).toEqual(['cue'])
    const shared = { ...show, rules: [{ ...show.zones[0]!.rules[0]!, id: 'other' }] }
    expect(cuesOnlyOf(shared, ['z'])).toEqual([])
  })
  it('is copied with all that is in it, and the copy holds the copies alone', () => {
    const all: Listed[] = [...membersOf(group(show)), { list: 'groups', id: 'g' }]
    const things = all.filter(({ list }) => list !== 'sounds')
    const twice = after((e) => void paste(e, fragmentOf(show, things), things, { isOwn: true }))
    expect(twice.groups[1]).toMatchObject({ name: 'Scare 2', zones: ['z-2'], cues: ['cue-2'], props: ['jar-2'], sounds: [] }) // prettier-ignore
    expect(twice.zones[1]!.rules[0]).toMatchObject({ cue: 'cue-2', on: { cue: 'cue-2' } })
    expect(twice.sounds).toHaveLength(1)
  })
  it('is in one only, and there', () => {
    const twice = { ...show, groups: [...show.groups, { id: 'h', name: 'H', props: ['jar'] }] }
    expect(() => readShow(twice)).toThrow(/\/groups\/1\/props\/0 is "jar", which is in a group already/)
    expect(() => readShow({ ...show, groups: [{ id: 'h', name: 'H', lights: ['none'] }] })).toThrow(
      /names the light "none"/,
    )
  })
})
