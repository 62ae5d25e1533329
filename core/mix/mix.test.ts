import { amplitude } from '../base'
import { describe, expect, it } from 'vitest'
import { decode, type Decoded } from '../audio'
import { run, walksOf } from '../engine'
import type { Show } from '../show'
import { aboutSound, loudnessOf } from '../sound'
import { oneRule, point, SOUND, walk } from '../testing/small-show'
import { noise, powerOf, tone } from '../testing/tones'
import { Mix, mixdown, RATE, resampled, sourceOf, type MixOptions } from '.'

const SECONDS = 4
/** So much of each run is mixed (s). */
const LENGTH = 7.5
const mono = (samples: Float32Array): Decoded => ({ channels: [samples], rate: RATE })
const HUM = mono(tone(500, SECONDS, RATE))
/** A show whose one zone is entered at 1.7 s and left at 4.3, and what it sounds. */
const heardIn = (steps: object[], more: object = {}) =>
  oneRule({}, steps, { show: { sounds: [{ ...SOUND, seconds: SECONDS }], ...more } })
const bed = { id: 'b', kind: 'bed', sound: SOUND.id, fadeIn: 0, fadeOut: 0 }

function mixed(show: Show, sound: Decoded = HUM, options: MixOptions = {}): [Float32Array, Float32Array] {
  const mix = new Mix(show, run(show, walksOf(show, ['w']), { seed: 1, length: LENGTH }), 0, options)
  const sides = [new Float32Array(mix.length), new Float32Array(mix.length)] as [Float32Array, Float32Array]
  const source = sourceOf(sound)
  while (!mix.isDone) {
    const { at } = mix
    mix.goOn(() => source).forEach((part, i) => sides[i].set(part, at))
  }
  return sides
}
const between = (side: Float32Array, from: number, to: number) =>
  side.slice(Math.round(from * RATE), Math.round(to * RATE))
/** How loud both sides are together between two times, against the file (dB). */
const level = (sides: [Float32Array, Float32Array], from: number, to: number, of = HUM) =>
  10 * Math.log10(sides.reduce((sum, side) => sum + powerOf(between(side, from, to)), 0) / powerOf(of.channels[0]))

describe('a mix', () => {
  it('has a sound at the head from the sample on which it begins, half its power on each side', () => {
    const [left, right] = mixed(heardIn([bed]))
    expect(powerOf(between(left, 0, 1.7))).toBe(0)
    const at = Math.round(1.7 * RATE)
    for (const i of [1, 100, 20_000]) expect(left[at + i]).toBeCloseTo(HUM.channels[0][i] * Math.SQRT1_2, 6)
    expect(right).toEqual(left)
    expect(level([left, right], 2, 4)).toBeCloseTo(0, 2)
    expect(powerOf(between(left, 4.31, 6))).toBe(0)
  })
  it('has two channels at the head as they are', () => {
    const sound = { channels: [tone(300, 4, RATE), tone(900, 4, RATE, 0.1)], rate: RATE }
    const sides = mixed(heardIn([bed]), sound)
    for (const side of [0, 1])
      expect(sides[side][Math.round(1.7 * RATE) + 777]).toBeCloseTo(sound.channels[side][777], 6)
  })
  it('goes round without a step, and fades straight', () => {
    const [left] = mixed(
      heardIn([{ ...bed, fadeIn: 1 }], { walks: [walk('w', point(0), point(3, { pause: 9 }), point(9))] }),
    )
    const at = (t: number) => Math.max(...between(left, t, t + 0.01))
    expect(at(2.2) / at(5)).toBeCloseTo(0.5, 1)
    let step = 0
    for (let i = Math.round(5 * RATE); i < Math.round(7 * RATE); i++)
      step = Math.max(step, Math.abs(left[i] - left[i - 1]))
    // A tone of 500 Hz goes on from the seam at 5.7 s as it did before it.
    expect(step).toBeLessThan(0.5 * Math.SQRT1_2 * ((2 * Math.PI * 500) / RATE) * 1.01)
  })
  it('follows gains, buses and what changes them', () => {
    const louder = heardIn([{ ...bed, gain: -6 }], { buses: [{ id: 'bed', name: 'Beds', gain: -4 }] })
    expect(level(mixed(louder), 2, 4)).toBeCloseTo(-10, 2)
    const down = heardIn([bed, { id: 'd', kind: 'level', bus: 'bed', gain: -20, at: 1, hold: 'release' }])
    expect(level(mixed(down), 2, 2.6)).toBeCloseTo(0, 1)
    expect(level(mixed(down), 3, 4)).toBeCloseTo(-20, 1)
  })
  it('is softer with distance, and louder on the side where it comes from', () => {
    const at = (x: number, z: number, more: object = {}) =>
      heardIn(
        [
          {
            id: 's',
            kind: 'sound',
            sound: SOUND.id,
            loop: true,
            hold: 'release',
            where: { at: 'mark', mark: 'm' },
            ...more,
          },
        ],
        {
          place: { marks: [{ id: 'm', name: 'M', kind: 'standing', at: [x, 1.65, z] }] },
          walks: [walk('w', point(0), point(3, { pause: 3 }), point(9))],
        },
      )
    // They face +X as they stand at 3 m: what lies at +Z is to their right.
    const [left, right] = mixed(at(3, 4))
    expect(powerOf(between(right, 3.5, 5)) / powerOf(between(left, 3.5, 5))).toBeCloseTo(19, 0)
    expect(level([left, right], 3.5, 5)).toBeCloseTo(-12, 1)
    const ahead = mixed(at(7, 0))
    expect(powerOf(between(ahead[0], 3.5, 5))).toBeCloseTo(powerOf(between(ahead[1], 3.5, 5)), 6)
    expect(level(ahead, 3.5, 5)).toBeCloseTo(-12, 1)
  })
  it('loses to each wall what its reach says, but not where an opening lets it through', () => {
    const through = (openings: object[]) =>
      heardIn(
        [
          {
            id: 's',
            kind: 'sound',
            sound: SOUND.id,
            loop: true,
            hold: 'release',
            where: { at: 'mark', mark: 'm' },
            reach: { near: 9, walls: 15 },
          },
        ],
        {
          place: {
            marks: [{ id: 'm', name: 'M', kind: 'standing', at: [3, 1.65, 4] }],
            walls: [2.5, 3].map((z, i) => ({ id: `w${i}`, from: [-9, z], to: [30, z], openings })),
          },
        },
      )
    expect(level(mixed(through([])), 2, 4)).toBeCloseTo(-30, 1)
    expect(level(mixed(through([{ id: 'o', at: 0, width: 39 }])), 2, 4)).toBeCloseTo(0, 1)
  })
  it('is read faster where it is pitched, and no less loud for it', () => {
    const octave = heardIn([{ id: 's', kind: 'sound', sound: SOUND.id, where: { at: 'head' }, pitch: [1200, 1200] }])
    const sides = mixed(octave)
    const high = tone(1000, 2, RATE)
    const from = Math.round(1.7 * RATE)
    for (const i of [500, 5000, 50_000]) expect(sides[0][from + i]).toBeCloseTo(high[i] * Math.SQRT1_2, 3)
    expect(level(sides, 1.8, 3.6)).toBeCloseTo(0, 2)
    expect(powerOf(between(sides[0], 3.72, 5))).toBe(0)
  })
  it('can be of one bus or one cue alone', () => {
    const show = heardIn([bed, { ...bed, id: 'c', bus: 'music', gain: -12 }])
    expect(level(mixed(show, HUM, { bus: 'music' }), 2, 4)).toBeCloseTo(-12, 2)
    expect(level(mixed(show, HUM, { cue: 'cue' }), 2, 4)).toBeCloseTo(20 * Math.log10(1 + amplitude(-12)), 2)
    expect(mixed(show, HUM, { cue: 'none' })[0].some((value) => value !== 0)).toBe(false)
  })
})

describe('a mixdown', () => {
  const show = heardIn([{ ...bed, fadeIn: 1, fadeOut: 2 }, { id: 's', kind: 'sound', sound: SOUND.id, where: { at: 'zone' }, pitch: [-300, -300], gain: [-9, -3] }]) // prettier-ignore
  const played = run(show, walksOf(show, ['w']), { seed: 3, length: LENGTH })
  const sound = mono(noise(SECONDS * RATE))
  async function written(tell?: (share: number) => boolean) {
    const parts: Uint8Array[] = []
    const report = await mixdown(show, played, 0, {
      write: (bytes) => void parts.push(bytes),
      source: async () => sourceOf(sound),
      tell,
    })
    const bytes = new Uint8Array(parts.reduce((sum, { length }) => sum + length, 0))
    parts.reduce((at, part) => (bytes.set(part, at), at + part.length), 0)
    return { bytes, report }
  }

  it('is the same file each time, that reads back as long as it says, with a marker at each cue', async () => {
    const { bytes, report } = await written()
    const again = (await written()).bytes
    expect(again.length === bytes.length && again.every((byte, i) => byte === bytes[i])).toBe(true)
    const back = await decode(bytes)
    expect(back.rate).toBe(RATE)
    expect(back.channels.map((samples) => samples.length / RATE)).toEqual([report!.seconds, report!.seconds])
    expect(String.fromCharCode(...bytes.slice(-16))).toContain('Cue')
    expect(report!.cut).toBe(0)
  })
  it('is as loud over time as the score says', async () => {
    const { report } = await written()
    const score = loudnessOf(show, played, 0, new Map([[SOUND.asset, aboutSound(sound)]]))
    let compared = 0
    report!.shortTerm.forEach((value, i) => {
      // A block of the score is a tenth of a second long: what begins or ends within one may be that much early or late.
      const near = score.slice(i + 28, i + 31)
      if (value < -60 || near.length < 3) return
      compared++
      expect(value, `at ${(i + 30) / 10} s`).toBeLessThan(Math.max(...near) + 0.5)
      expect(value, `at ${(i + 30) / 10} s`).toBeGreaterThan(Math.min(...near) - 0.5)
    })
    expect(compared).toBeGreaterThan(30)
  })
  it('is stopped when it is told to, and says before that how far it is', async () => {
    const shares: number[] = []
    const { report } = await written((share) => shares.push(share) < 3)
    expect(report).toBeUndefined()
    expect(shares).toHaveLength(3)
    expect([...shares].sort()).toEqual(shares)
  })
  it('goes without a sound that is nowhere', async () => {
    const report = await mixdown(show, played, 0, { write: () => {}, source: async () => undefined })
    expect(report).toMatchObject({ integrated: undefined, truePeak: undefined, cut: 0 })
  })
})

it('a sound at another rate is the same sound', () => {
  const there = resampled(tone(1000, 1, 44_100), 44_100, RATE)
  const here = tone(1000, 1, RATE)
  expect(there.length).toBe(RATE)
  for (const i of [300, 10_001, 40_000]) expect(there[i]).toBeCloseTo(here[i], 3)
})
