import { describe, expect, it } from 'vitest'
import { envelopeOf } from '..'

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
