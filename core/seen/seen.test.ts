import { describe, expect, it } from 'vitest'
import { run, walksOf } from '../engine'
import { readShow, type Show } from '../show'
import { looksAt, sightOver, targetsOf } from '.'
import { standsBetween } from './hidden'

/** Somebody who stands at the origin and looks north, with a white crate five metres before them under a lamp. */
function made(place: object = {}, more: object = {}): { show: Show; run: ReturnType<typeof run> } {
  const show = readShow({
    format: 'esvik-show',
    version: 1,
    title: 'Seen',
    atmosphere: { level: 0 },
    place: {
      floors: [{ id: 'f', name: 'F', y: 0, outline: [[-20, -20], [20, -20], [20, 20], [-20, 20]] }], // prettier-ignore
      props: [crate()],
      lights: [lamp()],
      ...place,
    },
    walks: [{ id: 'w', name: 'W', points: [{ at: [0, 0, 0], pause: 10, look: { yaw: 0 } }] }],
    ...more,
  })
  return { show, run: run(show, walksOf(show, ['w']), { seed: 1 }) }
}
const crate = (more: object = {}) => ({ id: 'c', name: 'Crate', kind: 'box', at: [0, 1, -5], size: [1, 1, 1], colour: '#ffffff', ...more }) // prettier-ignore
const lamp = (more: object = {}) => ({ id: 'l', name: 'Lamp', kind: 'point', at: [0, 2.5, -4], candela: 40, reach: 12, ...more }) // prettier-ignore
const CRATE = { prop: 'c' }
const unseen = (place?: object, more?: object, t = 1) => {
  const { show, run } = made(place, more)
  const look = looksAt(show, run, 0, CRATE, t)
  return 'unseen' in look ? look.unseen : `${look.wide.toFixed(0)}° wide`
}
const wall = (more: object = {}) => ({ id: 'w', from: [-3, -2], to: [3, -2], ...more })

describe('whether something is in view', () => {
  it('is told with how wide it is', () => {
    // Its near face is 4.5 m away, its far one 5.5: nearly a metre (corners are taken a little inside) over 4.54.
    const { show, run } = made()
    const look = looksAt(show, run, 0, CRATE, 1)
    expect('wide' in look && look.wide).toBeCloseTo((2 * Math.atan(0.46 / 4.54) * 180) / Math.PI, 3)
  })
  it('is not where the picture doesn’t reach: a half of 60° up, as wide as 16:9 makes it', () => {
    const half = (Math.atan(Math.tan(Math.PI / 6) * (16 / 9)) * 180) / Math.PI
    const at = (degrees: number) => {
      const a = (degrees * Math.PI) / 180
      return { props: [crate({ at: [5 * Math.sin(a), 1.5, -5 * Math.cos(a)], size: [0.2, 0.2, 0.2] })] }
    }
    expect(unseen(at(half - 3))).toMatch(/wide/)
    expect(unseen(at(half + 3))).toBe('outside')
    expect(unseen(at(180))).toBe('outside')
    expect(unseen({ props: [crate({ at: [0, 6, -5] })] })).toBe('outside')
  })
  it('is not behind a wall, and is through its opening', () => {
    expect(unseen({ walls: [wall()] })).toBe('hidden')
    expect(unseen({ walls: [wall({ openings: [{ id: 'o', at: 2, width: 2 }] })] })).toMatch(/wide/)
    expect(unseen({ walls: [wall({ openings: [{ id: 'o', at: 2, width: 2, height: 0.9 }] })] })).toBe('hidden')
    // Over a low wall one sees it.
    expect(unseen({ walls: [wall({ height: 0.5 })] })).toMatch(/wide/)
  })
  it('is not behind another prop while that is shown, solid or not', () => {
    const screen = { id: 's', name: 'Screen', kind: 'box', at: [0, 0, -3], size: [3, 2.5, 0.1], solid: false }
    expect(unseen({ props: [crate(), screen] })).toBe('hidden')
    expect(unseen({ props: [crate(), { ...screen, shown: false }] })).toMatch(/wide/)
    expect(unseen({ props: [crate(), { ...screen, at: [4, 0, -3] }] })).toMatch(/wide/)
    const post = { ...screen, kind: 'cylinder', size: [0.2, 2.5, 0.2] }
    expect(unseen({ props: [crate(), post] })).toMatch(/wide/)
  })
  it('is not in the dark, nor without a lamp that reaches it, nor shown at all, nor from too far', () => {
    expect(unseen({ lights: [lamp({ on: false })] })).toBe('dark')
    expect(unseen({ lights: [lamp({ reach: 1 })] })).toBe('dark')
    expect(unseen({ lights: [lamp({ on: false })] }, { atmosphere: { level: 1, ambient: '#ffffff' } })).toMatch(/wide/)
    expect(unseen({ props: [crate({ shown: false })] })).toBe('gone')
    expect(unseen({ props: [crate({ size: [0.02, 0.02, 0.02] })] })).toBe('small')
  })
  it('is not under a fade', () => {
    const fade = { id: 's', kind: 'fade', colour: '#000000', in: 0, stay: 2, out: 0 }
    const more = {
      cues: [{ id: 'k', name: 'K', for: 'everyone', steps: [fade] }],
      rules: [{ id: 'r', on: { at: 'clock', seconds: 1 }, cue: 'k' }],
    }
    expect([0.5, 2, 4].map((t) => unseen({}, more, t))).toEqual(['12° wide', 'veiled', '12° wide'])
  })
})

describe('what is seen over a while', () => {
  it('is told in seconds, and where it was at first', () => {
    const { show, run } = made({ props: [crate({ at: [5, 1, 0] })] })
    const sight = sightOver(show, run, 0, CRATE, 0, 4)
    expect(sight).toMatchObject({ seconds: 0, unseen: 'outside' })
    expect(sight.bearing).toBeCloseTo(90, 6)
    const ahead = made()
    expect(sightOver(ahead.show, ahead.run, 0, CRATE, 0, 4).seconds).toBeCloseTo(4, 6)
  })
  it('ends when what is looked at goes behind something, and begins as it comes out', () => {
    const slide = { id: 's', kind: 'prop', prop: 'c', slide: { by: [10, 0, 0] }, ramp: { seconds: 2, ease: 'linear' }, hold: 'keep' } // prettier-ignore
    const more = {
      cues: [{ id: 'k', name: 'K', for: 'everyone', steps: [slide] }],
      rules: [{ id: 'r', on: { at: 'clock', seconds: 1 }, cue: 'k' }],
    }
    const { show, run } = made({ walls: [wall({ from: [1, -2], to: [8, -2] })] }, more)
    // Seen from its first second on until its last corner goes behind the wall's end: there x is 2.5 times as far as at the wall.
    const gone = (2.5 + 0.46) / 5 + 1
    expect(sightOver(show, run, 0, CRATE, 0, 4).seconds).toBeGreaterThan(gone - 0.2)
    expect(sightOver(show, run, 0, CRATE, 0, 4).seconds).toBeLessThan(gone + 0.2)
  })
  it('goes by what a cut shows', () => {
    const cut = { id: 's', kind: 'camera', marks: [{ mark: 'm', travel: 0, stay: 2 }], back: { seconds: 0 } }
    const more = {
      cues: [{ id: 'k', name: 'K', for: 'everyone', steps: [cut] }],
      rules: [{ id: 'r', on: { at: 'clock', seconds: 1 }, cue: 'k' }],
    }
    const marks = [{ id: 'm', name: 'M', kind: 'camera', at: [0, 1.5, -9], yaw: 0, pitch: 0, fov: 50 }]
    const { show, run } = made({ marks }, more)
    expect(sightOver(show, run, 0, CRATE, 0, 4).seconds).toBeCloseTo(2, 1)
  })
})

describe('what a step touches', () => {
  it('is what somebody would look at', () => {
    const all = (...steps: object[]) =>
      targetsOf(steps.map((more) => ({ id: 's', at: 0, jitter: 0, muted: false, ...more })) as never)
    const fling = { kind: 'fling', prop: 'c' }
    expect(all(fling)).toEqual([{ prop: 'c' }])
    expect(all({ kind: 'drift', target: { light: 'l' } })).toEqual([{ light: 'l' }])
    expect(all({ kind: 'sound', where: { at: 'mark', mark: 'm' } })).toEqual([{ mark: 'm' }])
    expect(all({ kind: 'sound', where: { at: 'head' } }, { kind: 'fade' })).toEqual([])
    // Each thing once, and none of a step that is muted.
    expect(all(fling, { ...fling, id: 't' }, { ...fling, prop: 'd', muted: true })).toEqual([{ prop: 'c' }])
  })
})

describe('a prop in the way', () => {
  it('is its box as it is turned, or its cylinder', () => {
    const box = { kind: 'box' as const, size: [2, 1, 0.2] as [number, number, number] }
    const frame = { at: [0, 0, 0], yaw: 0 } as const
    expect(standsBetween(box, frame, [0.9, 0.5, -2], [0.9, 0.5, 2])).toBe(true)
    expect(standsBetween(box, { ...frame, yaw: 90 }, [0.9, 0.5, -2], [0.9, 0.5, 2])).toBe(false)
    expect(standsBetween(box, { ...frame, yaw: 45 }, [0.6, 0.5, -2], [0.6, 0.5, 2])).toBe(true)
    expect(standsBetween(box, frame, [0.9, 1.2, -2], [0.9, 1.2, 2])).toBe(false)
    const round = { kind: 'cylinder' as const, size: [2, 1, 2] as [number, number, number] }
    expect(standsBetween(round, frame, [0.9, 0.5, -2], [0.9, 0.5, 2])).toBe(true)
    expect(standsBetween(round, frame, [0.9, 0.5, 0.9], [0.9, 0.5, 2])).toBe(false)
  })
})
