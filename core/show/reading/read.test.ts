import { describe, expect, it } from 'vitest'
import { plain, show, wrong } from '../../testing/furnished-show'
import { oneRule, SOUND } from '../../testing/small-show'
import { parseShow, readShow, writeShow } from '..'

describe('reading a show', () => {
  it('fills in every default, and reading what was written changes nothing', () => {
    const small = readShow({ format: 'esvik-show', version: 1, title: 'T', place: {} })
    expect(small.player).toEqual({ height: 1.8, radius: 0.3, eye: 1.65, walk: 1.4, run: 3.5, jump: 0.45, step: 0.4 })
    expect(small.atmosphere).toEqual({ ambient: '#8899aa', level: 1, shadow: '#223344', exposure: 1 })
    expect(small.wishes).toEqual({ flashes: 3 })
    expect(parseShow(writeShow(show))).toEqual(show)
  })
  it('a scatter begins with the distance of the others if it says nothing else', () => {
    const made = oneRule({}, [{ id: 's', kind: 'scatter', pool: 'p', every: [2, 5] }], {
      show: { sounds: [SOUND], pools: [{ id: 'p', name: 'P', sounds: [{ sound: 'thud' }] }] },
    })
    expect(made.cues[0].steps[0]).toMatchObject({
      first: [2, 5],
      where: { at: 'around', near: 3, far: 9, arc: 360 },
      most: 4,
      bus: 'bed',
      hold: 'release',
    })
  })
  it.each([
    ['/zones/0/rim', (d: any) => (d.zones[0].rim = -1), /0 or more/],
    ['/zones/0/shape/kind', (d: any) => (d.zones[0].shape.kind = 'cone'), /must be one of "box"/],
    ['/zones/0/colour', (d: any) => (d.zones[0].colour = 'red'), /not a field/],
    ['/zones/0/rules/0/cue', (d: any) => (d.zones[0].rules[0].cue = 'gone'), /names the cue "gone"/],
    ['/cues/0/steps/0/light', (d: any) => (d.cues[0].steps[0].light = 'sun'), /names the light "sun"/],
    ['/cues/0/steps/0/ramp/seconds', (d: any) => (d.cues[0].steps[0].ramp.seconds = '2'), /must be a number/],
    ['/cues/0/steps/0/hold', (d: any) => (d.cues[0].steps[0].hold = 'ever'), /"cue" or "release" or "keep"/],
    ['/cues/0/steps/3/locks/1', (d: any) => d.cues[0].steps[3].locks.push('walk'), /given twice/],
    ['/cues/0/steps/1/id', (d: any) => (d.cues[0].steps[1].id = 'l'), /used twice/],
    ['/cues/0/steps/1/sound', (d: any) => (d.cues[0].steps[1].pool = 'x'), /exactly one of/],
    ['/walks/0/points/1/pace', (d: any) => (d.walks[0].points[1].pace = 0), /more than 0/],
    ['/walks/0/points/1/at', (d: any) => (d.walks[0].points[1].at = [1, 2]), /3 numbers/],
    ['/walks/0/points/1/at/2', (d: any) => (d.walks[0].points[1].at = [1, 2, 1e308]), /1000000 or less/],
    ['/flags/0/id', (d: any) => (d.flags[0].id = 'Lit!'), /a-z/],
    ['/title', (d: any) => (d.title = ''), /not be empty/],
    ['/title', (d: any) => delete d.title, /missing/],
    ['/version', (d: any) => (d.version = 2), /newer/],
    ['/format', (d: any) => (d.format = 'other'), /not a show/],
    [
      '/zones/0/rules/0/when/0/is',
      (d: any) => (d.zones[0].rules[0].when = [{ flag: 'lit', is: '<', value: true }]),
      /no order/,
    ],
    [
      '/place/floors/0/slopeTo/edge',
      (d: any) => (d.place.floors[0].slopeTo = { edge: [0, 7], y: 1 }),
      /two different corners/,
    ],
  ] as [string, (d: any) => void, RegExp][])('%s is named when it is wrong', (pointer, spoil, words) => {
    const document = plain()
    spoil(document)
    const error = wrong(document)
    expect(error?.pointer).toBe(pointer)
    expect(error?.message).toMatch(words)
  })
  it('a text that is no JSON, or too long, is refused', () => {
    expect(() => parseShow('{')).toThrow(/not JSON/)
    expect(() => parseShow(' '.repeat(9e6))).toThrow(/8 MiB/)
  })

  it('takes a freeze that only slows, and none that does nothing', () => {
    const freeze = (fields: object) =>
      readShow({
        format: 'esvik-show',
        version: 1,
        title: 'Freeze',
        place: {},
        cues: [{ id: 'c', name: 'C', steps: [{ id: 's', kind: 'freeze', ...fields }] }],
      }).cues[0]!.steps[0]
    expect(freeze({ locks: [], pace: 0.5 })).toMatchObject({ locks: [], pace: 0.5, hold: 'cue' })
    expect(freeze({ locks: ['walk'], pace: 1 })).toMatchObject({ pace: 1 })
    expect(() => freeze({ locks: [] })).toThrow(/locks must have 1 or more/)
    expect(() => freeze({ locks: ['walk'], pace: 0 })).toThrow(/pace must be more than 0/)
    expect(() => freeze({ locks: ['walk'], pace: 1.1 })).toThrow(/pace must be 1 or less/)
  })
  it('takes keys of up to twelve letters, whatever they are, without space at their ends', () => {
    const key = (key: string) =>
      readShow({
        format: 'esvik-show',
        version: 1,
        title: 'Keys',
        place: {},
        walks: [{ id: 'w', name: 'W', points: [{ at: [0, 0, 0], use: true, key }] }],
      }).walks[0]!.points[0]!.key
    for (const good of ['E', 'Left Shift', '🎹'.repeat(12), 'Ö']) expect(key(good)).toBe(good)
    for (const bad of ['', ' E', 'E ', '🎹'.repeat(13), 'A\u0000B']) expect(() => key(bad)).toThrow(/\/key /)
  })
})
