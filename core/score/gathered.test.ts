import { expect, it } from 'vitest'
import { run, walksOf } from '../engine'
import { across, show } from '../testing/small-show'
import { lanesIn, lanesOf, rowsGathered, scoreOf, zoneOfGroup } from '.'

const rule = (id: string) => ({ id, on: { at: 'enter' }, cue: 'c' })
const zone = (id: string, at: number) => ({ id, name: id, ...across(at, at + 1), rules: [rule(`r-${id}`)] })
const made = show({
  cues: [{ id: 'c', name: 'C', steps: [] }],
  zones: [zone('a', 2), zone('b', 5), zone('c', 8), zone('d', 11)],
  groups: [
    { id: 'scare', name: 'Scare', zones: ['c', 'a'] },
    { id: 'alone', name: 'Alone', zones: ['d'] },
  ],
})
const lanes = lanesOf(scoreOf(made, run(made, walksOf(made, ['w']), { seed: 1 })))
const names = (closed: string[], zones = ['a', 'b', 'c', 'd']) =>
  lanesIn(lanes, rowsGathered(zones, made.groups, new Set(closed))).map(({ zone }) => zone)

it('zones of a group stand under its name, where the first of them is; one alone stands as it is', () => {
  expect(names([])).toEqual([zoneOfGroup('scare'), 'a', 'c', 'b', 'd'])
  expect(names(['scare', 'alone'])).toEqual([zoneOfGroup('scare'), 'b', 'd'])
  expect(names([], ['b', 'c'])).toEqual(['b', 'c'])
})

it('a closed group shows in one lane what becomes of all its zones, an open one leaves that to their own', () => {
  const of = (closed: string[]) => lanesIn(lanes, rowsGathered(['a', 'b', 'c'], made.groups, new Set(closed)))[0]
  expect(of(['scare']).fired.map(({ rule }) => rule)).toEqual(['r-a', 'r-c'])
  expect(of(['scare'])).toMatchObject({ group: 'scare', name: 'Scare', met: 1 })
  expect(of([]).fired).toEqual([])
})
