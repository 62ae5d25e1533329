import { describe, expect, it } from 'vitest'
import { run, walksOf } from '../../engine'
import { oneRule, SOUND } from '../../testing/small-show'
import { loudnessOf, loudnessShares } from '..'

describe('loudness over a run', () => {
  const steady = new Map([[SOUND.asset, { envelope: Float32Array.from({ length: 20 }, () => 0.1) }]])
  const loudness = (steps: object[], more: object = {}) => {
    const show = oneRule({}, steps, { show: { sounds: [SOUND], ...more } })
    return loudnessOf(show, run(show, walksOf(show, ['w']), { seed: 1 }), 0, steady)
  }
  const at = (curve: Float32Array, t: number) => curve[Math.round(t / 0.1)]
  it('a bed of constant power reads what its power says, and silence −70', () => {
    const curve = loudness([{ id: 'b', kind: 'bed', sound: 'thud', fadeIn: 0, hold: 10 }])
    expect(at(curve, 1)).toBe(-70)
    expect(at(curve, 6)).toBeCloseTo(-0.691 + 10 * Math.log10(0.1), 2)
  })
  it('gains add up in decibels, two equal sounds in power', () => {
    const bed = (id: string, gain: number) => ({ id, kind: 'bed', sound: 'thud', fadeIn: 0, gain, hold: 10 })
    const one = at(loudness([bed('a', 0)]), 6)
    expect(at(loudness([bed('a', -6)]), 6)).toBeCloseTo(one - 6, 3)
    expect(at(loudness([bed('a', 0), bed('b', 0)]), 6)).toBeCloseTo(one + 3.01, 2)
    expect(at(loudness([bed('a', 0)], { buses: [{ id: 'bed', name: 'Beds', gain: -12 }] }), 6)).toBeCloseTo(one - 12, 3)
  })
  it('what makes a moment loud: each sound’s share, which add up to what the curve says', () => {
    const bed = (id: string, sound: string, gain: number) => ({ id, kind: 'bed', sound, fadeIn: 0, gain, hold: 10 })
    const sounds = [SOUND, { ...SOUND, id: 'hum', name: 'Hum' }]
    const show = oneRule({}, [bed('a', 'thud', -10), bed('b', 'hum', 0), bed('c', 'thud', -10)], { show: { sounds } })
    const made = run(show, walksOf(show, ['w']), { seed: 1 })
    const shares = loudnessShares(show, made, 0, steady, 6)
    expect(shares.map(({ sound, by }) => [sound, by.map(({ step }) => step)])).toEqual([
      ['hum', ['b']],
      ['thud', ['a', 'c']],
    ])
    expect(shares[1].share).toBeCloseTo(0.2 / 1.2, 3)
    expect(shares[1].level).toBeCloseTo(shares[0].level - 7, 1)
    const whole = 10 * Math.log10(shares.reduce((sum, { level }) => sum + 10 ** (level / 10), 0))
    expect(whole).toBeCloseTo(at(loudnessOf(show, made, 0, steady), 6), 3)
    expect(loudnessShares(show, made, 0, steady, 1)).toEqual([])
  })
  it('a sound at a spot falls off as the player walks away', () => {
    const curve = loudness([
      {
        id: 's',
        kind: 'sound',
        sound: 'thud',
        loop: true,
        hold: 16,
        where: { at: 'zone' },
        reach: { near: 1, far: 50 },
      },
    ])
    expect(at(curve, 6)).toBeGreaterThan(at(curve, 10))
    expect(at(curve, 10)).toBeGreaterThan(at(curve, 16))
  })
})
