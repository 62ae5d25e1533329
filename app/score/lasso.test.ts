import { describe, expect, it } from 'vitest'
import type { Lane } from '~~/core/score'
import { zonesWithin } from './lasso'

const lane = (zone: string, more: Partial<Lane>): Lane => ({
  zone,
  name: zone,
  presences: [],
  fired: [],
  held: [],
  playings: [],
  acts: [],
  debounces: [],
  cooldowns: [],
  ...more,
})
const presence = (from: number, to: number) => ({ from, to, player: 'p' })
const lanes = [
  lane('dock', { presences: [presence(1, 3)] }),
  lane('lamp', { presences: [presence(8, 9)] }),
  lane('', { group: 'scares', presences: [presence(2, 4)] }),
  lane('old', { presences: [presence(2, 4)], gone: true }),
]
const groups = [{ id: 'scares', name: 'Scares', zones: ['drop', 'howl'] }]
const within = (from: number, to: number, a = 0, b = 3) => zonesWithin(lanes, groups, { lanes: [a, b], from, to })

describe('what a lasso in the score takes', () => {
  it('takes the zones in whose lanes something lies in the span', () => {
    expect(within(0, 5)).toEqual(['dock', 'drop', 'howl'])
    expect(within(7, 20)).toEqual(['lamp'])
    expect(within(10, 20)).toEqual([])
  })
  it('takes only the lanes it goes over, drawn upwards or downwards', () => {
    expect(within(0, 20, 1, 0)).toEqual(['dock', 'lamp'])
    expect(within(2.5, 2.6, 2, 2)).toEqual(['drop', 'howl'])
  })
})
