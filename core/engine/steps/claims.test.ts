import { describe, expect, it } from 'vitest'
import { values } from '../../testing/steps-show'

describe('light', () => {
  const dim = { id: 'l', kind: 'light', light: 'lamp', candela: 20 }
  it('ramps from where it is, is held until release, and goes back to its base', () => {
    const step = { ...dim, ramp: { seconds: 2 }, release: { seconds: 1 }, hold: 'release' }
    expect(values([step], 'light:lamp', 'candela', [1, 1.7, 2.7, 3.7, 4.3, 4.8, 5.3, 9])).toEqual([
      100, 100, 60, 20, 20, 60, 100, 100,
    ])
  })
  it('turns back from where it is when released half way', () => {
    const step = { ...dim, ramp: { seconds: 5.2 }, release: { seconds: 1 }, hold: 'release' }
    expect(values([step], 'light:lamp', 'candela', [4.3, 4.8, 5.3])).toEqual([60, 80, 100])
  })
  it('eases as the format says', () => {
    const at = (ease: string) =>
      values([{ ...dim, ramp: { seconds: 2, ease }, hold: 'release' }], 'light:lamp', 'candela', [2.2])[0]
    // a quarter of the time gone
    expect([at('linear'), at('in'), at('out'), at('inout')]).toEqual([80, 95, 65, 87.5])
  })
  it('with a rate takes as long as the way is far', () => {
    const step = { ...dim, ramp: { rate: 40 }, hold: 'keep' }
    expect(values([step], 'light:lamp', 'candela', [2.7, 3.7, 9])).toEqual([60, 20, 20])
  })
  it('mixes colours in linear light and switches as a factor', () => {
    const step = {
      id: 'l',
      kind: 'light',
      light: 'lamp',
      colour: '#000000',
      on: false,
      ramp: { seconds: 2 },
      hold: 'release',
    }
    expect(values([step], 'light:lamp', 'colour', [2.7])).toEqual(['#bcbcbc'])
    expect(values([step], 'light:lamp', 'on', [2.7, 3.7, 4.3, 5.3, 6.3])).toEqual([0.5, 0, 0, 0.5, 1])
  })
  it('of two claims the newest rules; when it ends the older one does', () => {
    const older = { ...dim, hold: 'release' }
    const newer = { ...dim, id: 'm', candela: 70, at: 0.5, hold: 1 }
    expect(values([older, newer], 'light:lamp', 'candela', [1.7, 2.2, 3.1, 3.2, 4.2, 4.3])).toEqual([
      20, 70, 70, 20, 20, 100,
    ])
  })
  it('an older claim that ends while a newer one still ramps does not touch the ramp', () => {
    const newer = { ...dim, id: 'n', candela: 0, at: 0.4, ramp: { seconds: 2 }, hold: 3 }
    const older = { ...dim, candela: 50, hold: 1 }
    // From 50 at 2.1 s on in a line to 0 at 4.1 s; the older one ends at 2.7 s.
    expect(values([older, newer], 'light:lamp', 'candela', [2.1, 2.6, 3.1, 3.6, 4.1])).toEqual([50, 37.5, 25, 12.5, 0])
  })
  it('an older claim that ends under a newer one changes nothing', () => {
    const older = { ...dim, hold: 1 }
    const newer = { ...dim, id: 'm', candela: 70, at: 0.5, hold: 'release' }
    expect(values([older, newer], 'light:lamp', 'candela', [2.2, 2.7, 4.2, 4.3])).toEqual([70, 70, 70, 100])
  })
})

describe('drift', () => {
  it('rises at its rate to its limit, and falls after release', () => {
    const step = { id: 'd', kind: 'drift', target: { light: 'lamp' }, rate: 50, to: 200, fall: 25 }
    expect(values([step], 'light:lamp', 'candela', [1.7, 2.7, 3.7, 4.3, 6.3, 8.3])).toEqual([
      100, 150, 200, 200, 150, 100,
    ])
  })
})

describe('atmosphere by a preset', () => {
  const atmospheres = [
    { id: 'night', name: 'Night', level: 0.2, ambient: '#102030', fog: { colour: '#000000', density: 0.5 } },
  ]
  const step = {
    id: 'a',
    kind: 'atmosphere',
    preset: 'night',
    fog: { colour: '#ffffff', density: 0.1 },
    hold: 'release',
  }
  const at = (field: string) => values([step], 'atmosphere', field, [1, 3, 9], { show: { atmospheres } })
  it('takes its fields, its own over them, and goes back to what was there', () => {
    expect(at('level')).toEqual([1, 0.2, 1])
    expect(at('ambient')).toEqual(['#8899aa', '#102030', '#8899aa'])
    expect(at('fogDensity')).toEqual([0, 0.1, 0])
    expect(at('exposure')).toEqual([1, 1, 1])
  })
  it('that is nowhere is refused by its name', () => {
    expect(() => values([step], 'atmosphere', 'level', [1])).toThrow(/night/)
  })
})

describe('atmosphere and level', () => {
  it('goes back to what was there before', () => {
    const step = {
      id: 'a',
      kind: 'atmosphere',
      level: 0.2,
      fog: { colour: '#ffffff', density: 0.5 },
      ramp: { seconds: 1 },
      hold: 'release',
    }
    expect(values([step], 'atmosphere', 'level', [1, 2.2, 4, 9])).toEqual([1, 0.6, 0.2, 1])
    expect(values([step], 'atmosphere', 'fogDensity', [1, 2.2, 4, 9])).toEqual([0, 0.25, 0.5, 0])
  })
  it('takes a bus down for the player', () => {
    expect(values([{ id: 'b', kind: 'level', bus: 'bed', gain: -12, hold: 1 }], 'bus:bed', 'gain', [1, 2, 3])).toEqual([
      0, -12, 0,
    ])
  })
})
