import { describe, expect, it } from 'vitest'
import { run, walksOf } from '../engine'
import { readShow, type Show } from '../show'
import { flashesOf, Turns } from './flashes'

const lamp = (more: object) => ({
  id: 'l',
  name: 'Lamp',
  kind: 'point',
  at: [0, 2, -1],
  candela: 20,
  reach: 10,
  ...more,
})
function made(place: object, cues: object[] = [], rules: object[] = []): Show {
  return readShow({
    format: 'esvik-show',
    version: 1,
    title: 'Flashes',
    atmosphere: { level: 0 },
    place,
    cues,
    rules,
    walks: [{ id: 'w', name: 'W', points: [{ at: [0, 0, 0], pause: 6 }] }],
  })
}
const flashes = (show: Show) => flashesOf(show, run(show, walksOf(show, ['w']), { seed: 1, length: 6 }), 0)
const cue = (id: string, step: object) => ({ id, name: id, for: 'everyone', steps: [{ id: `${id}-s`, ...step }] })
const at = (seconds: number, cue: string) => ({ id: `at-${cue}`, on: { at: 'clock', seconds }, cue })
const blinking = (rate: number, more: object = {}, place: object = {}, depth = 1) =>
  made(
    { lights: [lamp(more)], ...place },
    [cue('blinks', { kind: 'light', light: 'l', flicker: { pattern: 'pulse', rate, depth }, ramp: { seconds: 0 }, hold: 'keep' })], // prettier-ignore
    [at(0, 'blinks')],
  )
const fades = (times: number[], colour: string) =>
  made(
    { lights: [lamp({})] },
    times.map((_, i) => cue(`k${i}`, { kind: 'fade', colour, in: 0, stay: 0.05, out: 0 })),
    times.map((seconds, i) => at(seconds, `k${i}`)),
  )

describe('flashes', () => {
  it('are counted within any second: a light that pulses, by how often', () => {
    expect(flashes(blinking(2)).most).toBe(2)
    expect(flashes(blinking(8)).most).toBe(8)
    expect(flashes(made({ lights: [lamp({})] })).most).toBe(0)
  })
  it('are none where the light hardly changes, is too far, or stands behind a wall', () => {
    expect(flashes(blinking(8, {}, {}, 0.05)).most).toBe(0)
    expect(flashes(blinking(8, { at: [0, 2, -30] })).most).toBe(0)
    expect(flashes(blinking(8, {}, { walls: [{ id: 'x', from: [-4, -0.5], to: [4, -0.5] }] })).most).toBe(0)
  })
  it('come from what fades over the picture too, with their time', () => {
    const found = flashes(fades([2, 2.2, 2.4, 2.6, 2.8], '#000000'))
    expect(found).toMatchObject({ most: 5, isRed: false })
    expect(found.at).toBeCloseTo(2, 1)
    expect(flashes(fades([1, 3, 5], '#000000')).most).toBe(1)
  })
  it('of saturated red count where they are hardly brighter', () => {
    const dim = blinking(6, { colour: '#ff0000', candela: 4 })
    expect(flashes(dim)).toMatchObject({ isRed: true })
    expect(flashes(dim).most).toBeGreaterThan(4)
  })
  it('turn only where a change is as large as counts', () => {
    const turns = new Turns((low, high) => high - low >= 0.1)
    ;[0.5, 0.55, 0.5, 0.56, 0.51, 0.62, 0.6, 0.49, 0.5, 0.8].forEach((v, t) => turns.add(t, v))
    expect(turns.times).toEqual([5, 7, 9])
  })
})
