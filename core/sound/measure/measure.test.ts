import { describe, expect, it } from 'vitest'
import { measure } from '..'

const RATE = 48_000
/** What takes a minute is measured at a third of that. */
const LOW = 16_000
/** Tones of 1 kHz one after another, each so loud (dBFS) for so many seconds, the same in each channel but for what that is louder. */
function tones(
  stretches: [level: number, seconds: number][],
  channels: number[] = [0, 0],
  rate = RATE,
): Float32Array[] {
  const total = stretches.reduce((sum, [, seconds]) => sum + Math.round(seconds * rate), 0)
  return channels.map((louder) => {
    const samples = new Float32Array(total)
    let at = 0
    for (const [level, seconds] of stretches) {
      const amplitude = 10 ** ((level + louder) / 20)
      const end = at + Math.round(seconds * rate)
      for (; at < end; at++) samples[at] = amplitude * Math.sin((2 * Math.PI * 1000 * at) / rate)
    }
    return samples
  })
}

describe('loudness, by the signals of EBU Tech 3341', () => {
  const loudness = (stretches: [number, number][], channels?: number[]) =>
    measure(tones(stretches, channels, LOW), LOW).integrated!
  it.each<[string, [number, number][]]>([
    ['1: a steady tone', [[-23, 20]]],
    [
      '3: softer before and after',
      [
        [-36, 10],
        [-23, 60],
        [-36, 10],
      ],
    ],
    [
      '4: and nearly silent around that',
      [
        [-72, 10],
        [-36, 10],
        [-23, 60],
        [-36, 10],
        [-72, 10],
      ],
    ],
    [
      '5: louder in the middle',
      [
        [-26, 20],
        [-20, 20.1],
        [-26, 20],
      ],
    ],
  ])('%s reads −23 LUFS', (_, stretches) => {
    expect(Math.abs(loudness(stretches) + 23)).toBeLessThan(0.1)
  })
  it('2: a tone that is 10 dB softer reads −33', () => {
    expect(Math.abs(loudness([[-33, 20]]) + 33)).toBeLessThan(0.1)
  })
  it('6: five channels count with their weights, the one for low effects not at all', () => {
    expect(Math.abs(loudness([[0, 20]], [-28, -28, -24, -30, -30]) + 23)).toBeLessThan(0.1)
    expect(Math.abs(loudness([[0, 20]], [-28, -28, -24, 0, -30, -30]) + 23)).toBeLessThan(0.1)
  })
  it('is the same at every sample rate, and for the loudest 400 ms and 3 s', () => {
    for (const rate of [8000, 22_050, 44_100, 48_000, 96_000]) {
      const found = measure(tones([[-23, 10]], [0, 0], rate), rate)
      for (const value of [found.integrated!, found.loudestMoment!, found.loudestShortTerm!])
        expect(Math.abs(value + 23)).toBeLessThan(0.1)
    }
  })
})

it('what is shorter than 400 ms has no loudness as a whole, but a loudest moment: its energy over those', () => {
  const [long, short] = [tones([[-23, 5]]), tones([[-23, 0.1]])].map((channels) => measure(channels, 48_000))
  expect(short!.integrated).toBeUndefined()
  // A quarter of 400 ms at the level of the long one is 6 dB softer; the filter rings a little.
  expect(Math.abs(short!.loudestMoment! - (long!.loudestMoment! - 6.02))).toBeLessThan(0.5)
  expect(short!.truePeak!).toBeCloseTo(long!.truePeak!, 0)
})

describe('loudness range, by the signals of EBU Tech 3342', () => {
  it.each<[number, [number, number][]]>([
    [
      10,
      [
        [-20, 20],
        [-30, 20],
      ],
    ],
    [
      5,
      [
        [-20, 20],
        [-15, 20],
      ],
    ],
    [
      20,
      [
        [-40, 20],
        [-20, 20],
      ],
    ],
    [
      15,
      [
        [-50, 20],
        [-35, 20],
        [-20, 20],
        [-35, 20],
        [-50, 20],
      ],
    ],
  ])('reads %s LU', (range, stretches) => {
    expect(Math.abs(measure(tones(stretches, [0, 0], LOW), LOW).range! - range)).toBeLessThan(1)
  })
})

describe('true peak, by the signals of EBU Tech 3341', () => {
  const wave = (part: number, degrees: number, amplitude: number) => {
    const samples = Float32Array.from({ length: RATE / 2 }, (_, i) => {
      const edge = Math.min(1, i / 500, (RATE / 2 - i) / 500)
      return edge * amplitude * Math.sin((2 * Math.PI * i) / part + (degrees * Math.PI) / 180)
    })
    return measure([samples], RATE).truePeak
  }
  it.each<[number, number, number, number, number]>([
    [15, 4, 0, 0.5, -6],
    [16, 4, 45, 0.5, -6],
    [17, 6, 60, 0.5, -6],
    [18, 8, 67.5, 0.5, -6],
    [19, 4, 45, 1.41, 3],
  ])('%s: a quarter, sixth, eighth of the sample rate, whatever its phase', (_, part, degrees, amplitude, expected) => {
    const read = wave(part, degrees, amplitude)
    expect(read).toBeLessThan(expected + 0.2)
    expect(read).toBeGreaterThan(expected - 0.2)
  })
})

describe('whatever a sound holds', () => {
  const numbers = (samples: Float32Array, rate: number) =>
    Object.values(measure([samples], rate)).flatMap((value) =>
      typeof value === 'object' ? Object.values(value) : value,
    )
  it.each([1000, 1681, 2000, 3300, 3364, 4000, 8000, 384_000])(
    'at %i Hz its measures are numbers, or absent',
    (rate) => {
      const tone = (length: number, loud: number) =>
        Float32Array.from({ length }, (_, i) => loud * Math.sin((2 * Math.PI * 200 * i) / rate))
      for (const samples of [tone(rate * 4, 0.5), tone(rate, 1e6), tone(3, 1), new Float32Array(rate)])
        for (const value of numbers(samples, rate)) expect(value === undefined || Number.isFinite(value)).toBe(true)
      // 200 Hz of half the full scale, wherever half the rate lies: −9 dBFS, and K-weighting takes about 0.3 dB of it.
      expect(measure([tone(rate * 4, 0.5)], rate).integrated).toBeCloseTo(-9.99, 0)
      expect(Math.abs(measure([tone(rate * 4, 0.5)], rate).integrated! + 9.99)).toBeLessThan(0.15)
    },
  )
})

describe('what else is measured of a sound', () => {
  it('how long nothing is heard before and after it', () => {
    const { silence, seconds } = measure(tones([[-90, 0.5], [-20, 1], [-90, 0.25]]), RATE) // prettier-ignore
    expect(seconds).toBeCloseTo(1.75)
    expect(silence.head).toBeCloseTo(0.5, 2)
    expect(silence.tail).toBeCloseTo(0.25, 2)
  })
  it('how often it is clipped', () => {
    const loud = tones([[6, 0.01]])[0]!.map((x) => Math.max(-1, Math.min(1, x)))
    expect(measure([loud], RATE).clipped).toBe(20)
    expect(measure(tones([[0, 0.01]]), RATE).clipped).toBe(0)
  })
  it('how far it lies beside nought, and how its end meets its beginning', () => {
    const shifted = tones([[-20, 1]])[0]!.map((x) => x + 0.1)
    expect(measure([shifted], RATE).offset).toBeCloseTo(0.1, 3)
    expect(measure(tones([[-20, 1]]), RATE).seam).toBeLessThan(0.2)
    const ramp = Float32Array.from({ length: 1000 }, (_, i) => i / 500 - 1)
    expect(measure([ramp], RATE).seam).toBeCloseTo(2, 1)
  })
  it('of silence, of nothing and of what is too short, no loudness', () => {
    expect(measure([new Float32Array(RATE)], RATE)).toMatchObject({
      integrated: undefined,
      range: undefined,
      truePeak: undefined,
    })
    expect(measure([], RATE)).toMatchObject({ seconds: 0, channels: 0, integrated: undefined })
    expect(measure(tones([[-20, 0.3]]), RATE).integrated).toBeUndefined()
  })
})
