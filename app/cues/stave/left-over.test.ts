import { describe, expect, it } from 'vitest'
import { run, walksOf } from '~~/core/engine'
import { full, withSteps } from '~~/core/testing/whole-steps'
import type { StepKind } from '~~/core/show'
import { placeOf, PREVIEW_WALK, previewShow } from '../preview/preview-show'
import { bearingsAt } from '../preview/bearings'
import { leftOver } from './left-over'

function played(kind: StepKind, steps: object[]) {
  const show = withSteps(kind, steps)
  const cue = show.cues[0]!
  const own = previewShow(show, cue, { leaves: 4, listener: placeOf(show, cue) })
  return { own, made: run(own, walksOf(own, [PREVIEW_WALK]), { seed: 1, length: 12 }) }
}
function left(kind: StepKind, steps: object[]): string[] {
  const { own, made } = played(kind, steps)
  return leftOver(own, made, (zone) => zone.startsWith('preview-')).map(({ words }) => words)
}
const lamp = { light: 'lamp', candela: 40 }

describe('what a cue leaves behind', () => {
  it('is nothing where everything is given back', () => {
    expect(left('light', [{ ...lamp, hold: 2 }])).toEqual([])
    expect(left('light', [{ ...lamp, hold: 'release' }])).toEqual([])
    expect(left('freeze', [{ locks: ['walk'], hold: 3 }])).toEqual([])
    expect(left('fade', [{ in: 1, stay: 1, out: 1 }])).toEqual([])
    expect(left('camera', [{ marks: [{ mark: 'eye', stay: 1 }] }])).toEqual([])
  })
  it('is said of what is held for good', () => {
    expect(left('light', [{ ...lamp, on: false, hold: 'keep' }])).toEqual(['Lamp stays off', 'Lamp stays at 40 cd'])
    expect(left('level', [{ bus: 'bed', gain: -9, hold: 'keep' }])).toEqual(['bed stays at −9 dB'])
    expect(left('prop', [{ prop: 'door', turn: { by: 90 }, shown: false, hold: 'keep' }])).toEqual([
      'Door stays hidden',
      'Door stays turned 90°',
    ])
    expect(left('freeze', [{ locks: ['walk', 'look'], hold: 'keep' }])).toEqual(['No walking, looking, for good'])
    expect(left('prompt', [{ text: 'Look', anchor: { prop: 'door' }, hold: 'keep' }])).toEqual(['“Look” still stands'])
    expect(left('bed', [{ sound: full.sounds[0]!.id, hold: 'keep' }])).toEqual(['Thud goes on'])
    expect(left('atmosphere', [{ preset: 'dark', hold: 'keep' }])).toEqual(['The atmosphere stays at level 0.1'])
  })
  it('is what it has tied: flags and zones', () => {
    expect(left('flag', [{ flag: 'lit', set: true }])).toEqual(['Lit is yes'])
    expect(left('zone', [{ zone: 'z', enabled: false }])).toEqual(['Zone is off'])
  })
})

describe('where what sounds comes from', () => {
  it('is so far to the right of where one looks, and so far away', () => {
    const thud = { sound: full.sounds[0]!.id, where: { at: 'prop', prop: 'door' }, loop: true, hold: 2 }
    const show = withSteps('sound', [thud, { ...thud, where: { at: 'head' } }])
    const cue = show.cues[0]!
    // The door is at x = 3; who stands west of it and looks north has it to the right.
    const own = previewShow(show, cue, { leaves: 4, listener: { at: [0, 0, 0], yaw: 0 } })
    const made = run(own, walksOf(own, [PREVIEW_WALK]), { seed: 1, length: 6 })
    const [right, head] = bearingsAt(own, made, 0, 1)
    expect(right!.bearing).toBeCloseTo(90, 6)
    expect(right!.distance).toBeCloseTo(Math.hypot(3, own.player.eye - 1), 1)
    expect(head).toEqual({ key: 's-1/0', sound: 'thud' })
    expect(bearingsAt(own, made, 0, 5)).toEqual([])
    const turned = previewShow(show, cue, { leaves: 4, listener: { at: [0, 0, 0], yaw: -90 } })
    const other = run(turned, walksOf(turned, [PREVIEW_WALK]), { seed: 1, length: 6 })
    expect(bearingsAt(turned, other, 0, 1)[0]!.bearing).toBeCloseTo(0, 6)
  })
})
