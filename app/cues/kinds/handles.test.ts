import { describe, expect, it } from 'vitest'
import { patchOf, type Step } from '~~/core/show'
import { full, withSteps } from '~~/core/testing/whole-steps'
import { putInStep } from './step-pieces'
import { mainHandle } from './handles'
import { handlesOf } from './step-sheets'
import type { Stroke } from './stroke'

type Given = { kind: Step['kind'] } & Record<string, unknown>
/** What dragging a handle of a step to a time makes of it: of a step that begins at 1 s and ends when `to` says. */
function dragged(given: Given, key: string, t: number, to?: number): Step {
  const show = withSteps(given.kind, [{ at: 1, ...given }])
  const step = show.cues[0]!.steps[0]!
  const stroke: Stroke = { step, from: 1, to, released: false, sounds: [], impacts: [], curve: [] }
  const handle = handlesOf(stroke, 12).find((each) => each.key === key)
  if (!handle) throw new Error(`no handle ${key}`)
  return patchOf(show, (edit) => handle.put(putInStep(edit, 'cue', step.id), t)).show.cues[0]!.steps[0]!
}
const at = (given: Given, to?: number) => {
  const step = withSteps(given.kind, [{ at: 1, ...given }]).cues[0]!.steps[0]!
  const stroke: Stroke = { step, from: 1, to, released: false, sounds: [], impacts: [], curve: [] }
  return handlesOf(stroke, 12).map(({ key, t }) => [key, t])
}
const dim = {
  kind: 'light' as const,
  light: 'lamp',
  candela: 1,
  ramp: { seconds: 0.5 },
  release: { seconds: 2 },
  hold: 3,
}
const cut = {
  kind: 'camera' as const,
  marks: [
    { mark: 'eye', travel: 1, stay: 2 },
    { mark: 'far', travel: 0.5, stay: 1 },
  ],
  back: { seconds: 1 },
}

describe('what of a step is dragged along the clock', () => {
  it('stands where it is: a ramp, the end, the way back; each travel and stay of a picture', () => {
    expect(at(dim, 4)).toEqual([
      ['ramp', 1.5],
      ['end', 4],
      ['release', 6],
    ])
    expect(at(cut).map(([, t]) => t)).toEqual([2, 4, 4.5, 5.5, 6.5])
    expect(at({ kind: 'signal', name: 'go' })).toEqual([])
  })
  it('changes what it is called after and nothing else', () => {
    expect(dragged(dim, 'ramp', 2.25, 4)).toMatchObject({ ramp: { seconds: 1.25 }, release: { seconds: 2 }, hold: 3 })
    expect(dragged(dim, 'end', 2.5, 4)).toMatchObject({ hold: 1.5, ramp: { seconds: 0.5 } })
    expect(dragged(dim, 'release', 4.5, 4)).toMatchObject({ release: { seconds: 0.5 }, hold: 3 })
    expect(dragged(cut, 'travel 2', 5, undefined)).toMatchObject({ marks: [cut.marks[0], { travel: 1, stay: 1 }] })
    expect(dragged(cut, 'end', 8, undefined)).toMatchObject({ back: { seconds: 2.5 } })
  })
  it('gives what is held until release so many seconds once its end is taken', () => {
    const bed = { kind: 'bed' as const, sound: full.sounds[0]!.id, hold: 'release' }
    expect(dragged(bed, 'end', 4, 9)).toMatchObject({ hold: 3 })
  })
  it('is never before the step begins', () => {
    expect(dragged(dim, 'ramp', 0.2, 4)).toMatchObject({ ramp: { seconds: 0 } })
  })
  it('leaves a rate alone', () => {
    expect(at({ ...dim, ramp: { rate: 3 }, release: undefined }, 4).map(([key]) => key)).toEqual(['end'])
  })
  it('has one that makes the whole longer', () => {
    const sparks = { kind: 'burst' as const, where: { at: 'zone' }, count: [1, 1], life: [2, 3] }
    expect(dragged(sparks, 'end', 2.5)).toMatchObject({ life: [1.5, 1.5] })
    const step = withSteps('fade', [{ in: 1, stay: 1, out: 1 }]).cues[0]!.steps[0]!
    const stroke: Stroke = { step, from: 0, to: 3, released: false, sounds: [], impacts: [], curve: [] }
    expect(mainHandle(handlesOf(stroke, 12))).toMatchObject({ says: 'Out', t: 3 })
  })
})
