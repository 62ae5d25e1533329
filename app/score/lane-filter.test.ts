import { describe, expect, it } from 'vitest'
import { run, walksOf } from '~~/core/engine'
import { lanesOf, scoreOf } from '~~/core/score'
import { across, show as smallShow, SOUND } from '~~/core/testing/small-show'
import { bedsFirst, lanesThrough, type LaneFilter } from './lane-filter'

const zone = (id: string, from: number, more: object = {}) => ({ id, name: id, ...across(from, from + 1), ...more })
const enter = (id: string, cue: string, more: object = {}) => ({ id, on: { at: 'enter' }, cue, ...more })
const show = smallShow({
  sounds: [SOUND],
  flags: [{ id: 'f', name: 'F', start: false }],
  place: { lights: [{ id: 'lamp', name: 'Lamp', kind: 'point', at: [3, 2, 0], candela: 10 }] },
  cues: [
    { id: 'dark', name: 'Dark', steps: [{ id: 'off', kind: 'light', light: 'lamp', on: false }] },
    { id: 'wind', name: 'Wind', steps: [{ id: 'bed', kind: 'bed', sound: SOUND.id }] },
    { id: 'bang', name: 'Bang', scare: true, steps: [] },
    { id: 'set', name: 'Set', steps: [{ id: 's', kind: 'flag', flag: 'f', set: true }] },
  ],
  kits: [{ id: 'kit', name: 'Kit', rules: [enter('k', 'set')] }],
  zones: [
    zone('lit', 2, { rules: [enter('a', 'dark')], tags: ['quay'] }),
    zone('kit-zone', 4, { kit: 'kit', tags: ['quay'] }),
    zone('quiet', 6, { rules: [enter('b', 'set', { chance: 0 })] }),
    zone('bare', 8),
    zone('far', 90, { rules: [enter('c', 'bang')] }),
    zone('windy', 10, { rules: [enter('d', 'wind')] }),
  ],
  walks: [{ id: 'w', name: 'Walk', points: [{ at: [0, 0, 0] }, { at: [12, 0, 0] }] }],
})
const lanes = lanesOf(scoreOf(show, run(show, walksOf(show, ['w']), { seed: 1 })))
const through = (filter: LaneFilter) => lanesThrough(show, lanes, filter).map((lane) => lane.zone)

describe('the lanes that are shown', () => {
  it('are all where nothing is asked', () => {
    expect(through({})).toEqual(lanes.map((lane) => lane.zone))
  })
  it('are those of a sense, a kit, a tag', () => {
    expect(through({ sense: 'light' })).toEqual(['lit'])
    expect(through({ kit: 'kit' })).toEqual(['kit-zone'])
    expect(through({ tag: 'quay' })).toEqual(['lit', 'kit-zone'])
    expect(through({ tag: 'quay', sense: 'signals' })).toEqual(['kit-zone'])
  })
  it('are those that startle, in one', () => {
    expect(through({ scares: true })).toEqual(['far'])
  })
  it('have beds at the top where that is asked', () => {
    expect(bedsFirst(show, lanes).map(({ zone }) => zone)).toEqual(['windy', 'lit', 'kit-zone', 'quiet', 'bare', 'far'])
  })
  it('are those that fired, were held, did neither, were never met', () => {
    expect(through({ did: 'fired' })).toEqual(['lit', 'kit-zone', 'windy'])
    expect(through({ did: 'held' })).toEqual(['quiet'])
    expect(through({ did: 'neither' })).toEqual(['bare'])
    expect(through({ did: 'unmet' })).toEqual(['far'])
  })
})
