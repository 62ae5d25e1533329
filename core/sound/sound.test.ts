import { describe, expect, it } from 'vitest'
import { run, walksOf } from '../engine'
import { oneRule, SOUND } from '../testing/small-show'
import { distanceGain, envelopeOf, loudnessOf } from '.'

const RATE = 48_000
const sine = (hertz: number, decibels: number, seconds = 4) =>
  Float32Array.from(
    { length: seconds * RATE },
    (_, i) => 10 ** (decibels / 20) * Math.sin((2 * Math.PI * hertz * i) / RATE),
  )
const lufs = (envelope: Float32Array) => -0.691 + 10 * Math.log10(envelope.slice(5, 35).reduce((a, b) => a + b, 0) / 30)

describe('envelopes', () => {
  // ITU-R BS.1770-5: a 997 Hz sine at 0 dB full scale on one channel reads −3.01 LKFS.
  it('a 997 Hz sine of one channel at full scale reads −3.01 LUFS', () =>
    expect(lufs(envelopeOf([sine(997, 0)], RATE))).toBeCloseTo(-3.01, 1))
  // EBU Tech 3341, test case 1: a 1 kHz sine at −23 dBFS on both channels reads −23.
  it('a 1 kHz sine of both channels at −23 dBFS reads −23 LUFS', () =>
    expect(lufs(envelopeOf([sine(1000, -23), sine(1000, -23)], RATE))).toBeCloseTo(-23, 1))
  it('low notes count less, high ones more', () => {
    expect(lufs(envelopeOf([sine(40, 0)], RATE))).toBeLessThan(-7)
    expect(lufs(envelopeOf([sine(5000, 0)], RATE))).toBeGreaterThan(0)
  })
})

describe('distance', () => {
  const reach = { near: 2, far: 20, law: 'inverse' as const }
  it('is full up to near, halves with each doubling, and is silent from far', () => {
    expect([1, 2, 4, 8].map((d) => distanceGain(reach, d))).toEqual([1, 1, 0.5, 0.25])
    expect(distanceGain(reach, 20)).toBe(0)
    expect(distanceGain(reach, 19)).toBeGreaterThan(0)
  })
  it('linear goes straight down', () => expect(distanceGain({ ...reach, law: 'linear' }, 11)).toBeCloseTo(0.5, 9))
})

describe('loudness over a run', () => {
  const steady = new Map([[SOUND.asset, Float32Array.from({ length: 20 }, () => 0.1)]])
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
