import { describe, expect, it } from 'vitest'
import { run, walksOf } from '../../engine'
import { across, oneRule, show as made, SOUND } from '../../testing/small-show'
import { noise, tone } from '../../testing/tones'
import {
  ambienceMap,
  ambientSounds,
  countSprinkle,
  crossfades,
  deepestHole,
  heardAt,
  pictureOf,
  seamsOf,
  sprinkled,
} from '..'
import { centreOf } from '../measure/spectrum'

const RATE = 48_000
/** A file of a constant power, which reads −11 LUFS. */
const STEADY = { envelope: Float32Array.from({ length: 20 }, () => 10 ** ((-11 + 0.691) / 10)) }
const envelopes = new Map([[SOUND.asset, STEADY]])
const floor = (x0: number, x1: number) => ({ id: 'floor', name: 'Floor', y: 0, outline: [[x0, -3], [x1, -3], [x1, 3], [x0, 3]] }) // prettier-ignore
const bedIn = (id: string, x0: number, x1: number, gain: number, more: object = {}) => ({
  cue: {
    id,
    name: id,
    steps: [{ id: `${id}-bed`, kind: 'bed', sound: SOUND.id, gain, fadeIn: 0.5, fadeOut: 0.5, ...more }],
  },
  zone: { id, name: id, ...across(x0, x1), rules: [{ id: `${id}-rule`, on: { at: 'enter' }, cue: id }] },
})
const place = (...beds: ReturnType<typeof bedIn>[]) =>
  made({
    sounds: [SOUND],
    place: { floors: [floor(0, 20)] },
    cues: beds.map(({ cue }) => cue),
    zones: beds.map(({ zone }) => zone),
  })

describe('what is heard where one stays', () => {
  const show = place(bedIn('near', 0, 8, -10), bedIn('far', 6, 14, -20))
  const sounds = ambientSounds(show, envelopes)
  it('are the beds of the zones that one is in, the loudest first', () => {
    const at = (x: number) =>
      heardAt(show, sounds, [x, 0, 0]).map(({ sound, level }) => [sound.zone, Math.round(level)])
    expect(at(3)).toEqual([['near', -21]])
    expect(at(7)).toEqual([['near', -21], ['far', -31]]) // prettier-ignore
    expect(at(18)).toEqual([])
  })
  it('is mapped over the floor: a border is a step, and silence is told from where there is no floor', () => {
    const map = ambienceMap(show, sounds, 0.5)
    const at = (x: number) =>
      map.levels[Math.floor((0.1 - map.z0) / map.cell) * map.columns + Math.floor((x - map.x0) / map.cell)]
    expect(at(3)).toBeCloseTo(-21, 1)
    expect(at(10)).toBeCloseTo(-31, 1)
    expect(at(18)).toBe(-70)
    expect([map.columns, map.rows]).toEqual([40, 12])
  })
  it('is a loop at a place, softer with distance and behind walls', () => {
    const loud = (walls: object[]) => {
      const one = oneRule(
        {},
        [
          {
            id: 's',
            kind: 'sound',
            sound: SOUND.id,
            loop: true,
            hold: 'release',
            where: { at: 'mark', mark: 'm' },
            reach: { walls: 20 },
          },
        ],
        {
          show: {
            sounds: [SOUND],
            place: { marks: [{ id: 'm', name: 'M', kind: 'standing', at: [3, 1.65, 2] }], walls },
          },
        },
      )
      return heardAt(one, ambientSounds(one, envelopes), [3, 0, 0])[0].level
    }
    expect(loud([])).toBeCloseTo(-17, 0)
    expect(loud([{ id: 'w', from: [0, 1], to: [9, 1] }])).toBeCloseTo(-37, 0)
  })
  it('is a scatter by how often and how loud it sounds', () => {
    const scatter = { id: 's', kind: 'scatter', pool: 'p', every: [4, 4], where: { at: 'head' } }
    const one = oneRule({}, [scatter], {
      show: { sounds: [SOUND], pools: [{ id: 'p', name: 'Drips', sounds: [{ sound: SOUND.id }] }] },
    })
    // Two seconds of it every four: half the power.
    expect(heardAt(one, ambientSounds(one, envelopes), [3, 0, 0])).toMatchObject([
      { sound: { name: 'Drips', kind: 'scatter' } },
    ])
    expect(heardAt(one, ambientSounds(one, envelopes), [3, 0, 0])[0].level).toBeCloseTo(-14, 1)
  })
})

describe('beds along a walk', () => {
  const hole = (gap: number) => {
    const show = place(bedIn('a', 0, 6, 0), bedIn('b', 6 + gap, 14, 0))
    const played = run(show, walksOf(show, ['w']), { seed: 1 })
    return deepestHole(crossfades(show, played, 0, envelopes, [2, 12], 200))
  }
  it('that cross over leave no hole, and those that don’t leave one where it is', () => {
    expect(hole(0)).toBeUndefined()
    const found = hole(4)!
    expect(found.by).toBeGreaterThan(40)
    expect(found.t).toBeGreaterThan(6.3)
    expect(found.t).toBeLessThan(10)
  })
})

describe('a scatter by itself', () => {
  const show = made({
    sounds: ['a', 'b'].map((id) => ({ ...SOUND, id })),
    pools: [{ id: 'p', name: 'P', sounds: [{ sound: 'a' }, { sound: 'b' }] }],
  })
  const minute = (most: number) => sprinkled(show, { pool: 'p', every: [1, 1], first: [0.5, 0.5], most }, 60, 4)
  it('draws as the engine does: evenly, each in its turn, those over what may sound at once not heard', () => {
    const drops = minute(1)
    expect(drops.map(({ t }) => Math.round(t * 10))).toEqual(Array.from({ length: 60 }, (_, i) => 5 + 10 * i))
    // Each lasts two seconds: every second one is over.
    expect(countSprinkle(drops, 60)).toMatchObject({ heard: 30, over: 30, atOnce: 1, longestQuiet: 0.5 })
    expect(countSprinkle(minute(2), 60)).toMatchObject({ heard: 60, over: 0, atOnce: 2 })
  })
  it('says how soon the same sound comes again', () => {
    const { soonestAgain, againAsARule } = countSprinkle(minute(4), 60)
    // Of two in a shuffle one comes after one other or two.
    expect(soonestAgain).toBeCloseTo(2, 6)
    expect(againAsARule).toBeCloseTo(2, 6)
  })
})

describe('a sound as it is seen', () => {
  it('lies where its tone is', () => {
    const { waves, spectrum, bands } = pictureOf([tone(1000, 1, RATE)], RATE, 50, 60)
    expect(Math.max(...waves)).toBeCloseTo(0.5, 2)
    const column = [...spectrum.slice(25 * bands, 26 * bands)]
    // Between 40 Hz and 20 kHz a kilohertz is just over half the way up.
    expect(column.indexOf(Math.max(...column)) / bands).toBeCloseTo(Math.log(1000 / 40) / Math.log(20_000 / 40), 1)
  })
  it('has a middle: a tone its own, noise about a quarter of the rate', () => {
    expect(centreOf(tone(2000, 1, RATE), RATE)).toBeCloseTo(2000, -1)
    expect(Math.abs(centreOf(noise(RATE), RATE)! - 12_000)).toBeLessThan(600)
    expect(centreOf(new Float32Array(RATE), RATE)).toBeUndefined()
  })
})

it('a loop closes where its tone has come round, and not in between', () => {
  const hum = tone(100, 3, RATE)
  const closes = seamsOf(hum, RATE, [0.5, 2.5])
  expect(closes.here.apart).toBeLessThan(0.1)
  expect(seamsOf(hum, RATE, [0.5, 2.505]).here.apart).toBeGreaterThan(1)
  const best = closes.others.reduce((a, b) => (b.apart < a.apart ? b : a))
  expect(Math.abs((best.end * 100) % 1)).toBeLessThan(0.02)
})

it('a loop that goes on as it should is told apart from one that jumps there', () => {
  // A ramp from 0 to 1 each second: what follows its end is as what follows its beginning, but the step back is a click.
  const ramp = Float32Array.from({ length: 3 * RATE }, (_, i) => (i % RATE) / RATE)
  const smooth = Float32Array.from(ramp, (value) => Math.abs(2 * value - 1))
  expect(seamsOf(ramp, RATE, [0, 2]).here.apart).toBeGreaterThan(1)
  expect(seamsOf(smooth, RATE, [0, 2]).here.apart).toBeLessThan(0.1)
})
