import { beforeAll, describe, expect, it } from 'vitest'
import { fan, movedBy, prepare } from '~~/core/engine'
import { patchOf, type Editor, type Show, type Step } from '~~/core/show'
import { oneRule } from '~~/core/testing/small-show'
import { propOutline } from '../forms/thing-forms'
import { posesOf, type Pose } from './poses'

const place = {
  floors: [
    { id: 'f', name: 'F', y: 0, outline: [[-20, -20], [20, -20], [20, 20], [-20, 20]] }, // prettier-ignore
    { id: 'pit', name: 'Pit', y: -1, outline: [[20, -20], [40, -20], [40, 20], [20, 20]] }, // prettier-ignore
  ],
  props: [
    { id: 'door', name: 'Door', kind: 'box', form: 'door', at: [5, 0, 1], yaw: 30, size: [1, 2, 0.1] },
    { id: 'can', name: 'Can', kind: 'box', at: [0, 1, 0], size: [0.2, 0.2, 0.2] },
  ],
}
const made = (step: object): Show => oneRule({}, [{ id: 's', ...step }], { show: { place } })
const stepOf = (show: Show) => show.cues[0]!.steps[0]!
const pose = (show: Show, key: Pose['key']) => posesOf(show, show.cues[0]!, stepOf(show)).find((each) => each.key === key)! // prettier-ignore
const after = (show: Show, work: (edit: Editor) => void): Show => patchOf(show, work).show
const slideOf = (step: Step) => (step.kind === 'prop' ? step.slide?.by : undefined)
const turnOf = (step: Step) => (step.kind === 'prop' ? step.turn?.by : undefined)

describe('poses that are dragged', () => {
  it('slide a leaf to where it is pulled, along itself where it nearly goes so', () => {
    const show = made({ kind: 'prop', prop: 'door', hold: 'keep' })
    const door = show.place.props[0]!
    const there = movedBy(door, { slide: [0.9, 0, 0.02] })
    const slid = after(show, (edit) => pose(show, 'slide').pull(edit, [there.at[0], 1, there.at[2]], false))
    expect(slideOf(stepOf(slid))).toEqual([0.9, 0, 0])
    expect(pose(slid, 'slide').value).toBeCloseTo(0.9)
    // In the section it goes up, too; free it is held by nothing.
    const up = after(slid, (edit) => pose(slid, 'slide').pull(edit, [there.at[0], 1.5, there.at[2]], true))
    expect(slideOf(stepOf(up))![1]).toBeCloseTo(0.5)
    expect(slideOf(stepOf(up))![2]).toBeCloseTo(0.02)
    expect(slideOf(stepOf(after(slid, (edit) => pose(slid, 'slide').put(edit, 1.2))))).toEqual([1.2, 0, 0])
  })
  it('turn a leaf about its hinge, and on beyond half a turn', () => {
    let show = made({ kind: 'prop', prop: 'door', hold: 'keep' })
    for (const by of [80, 170, 260, 200]) {
      const there = movedBy(show.place.props[0]!, { turn: by + 0.6, about: [-0.5, 0] })
      const outline = propOutline({ ...show.place.props[0]!, at: [there.at[0], 0, there.at[2]], yaw: there.yaw })
      const [hx, hz] = movedBy(show.place.props[0]!, { slide: [-0.5, 0, 0] }).at.filter((_, i) => i !== 1) as [number, number] // prettier-ignore
      const far = outline.map(([x, z]) => Math.hypot(x - hx, z - hz))
      const now = pose(show, 'turn')
      // The corner that is drawn, where it would be.
      const corner = outline.filter((_, i) => far[i]! > 0.9).sort((a, b) => Math.hypot(a[0] - now.at[0], a[1] - now.at[2]) - Math.hypot(b[0] - now.at[0], b[1] - now.at[2])) // prettier-ignore
      const candidates = corner.map(([x, z]) => after(show, (edit) => now.pull(edit, [x, 1, z], true)))
      const turned = candidates.find((each) => Math.abs(turnOf(stepOf(each))! - by - 0.6) < 0.2)
      expect(turned, `${by}`).toBeDefined()
      show = turned!
    }
    expect(turnOf(stepOf(after(show, (edit) => pose(show, 'turn').put(edit, 90))))).toBe(90)
  })
  it('are none of a step that only shows or colours, nor of another kind', () => {
    const show = made({ kind: 'prop', prop: 'door', shown: false })
    expect(posesOf(show, show.cues[0]!, stepOf(show))).toEqual([])
    const signal = made({ kind: 'signal', name: 'go' })
    expect(posesOf(signal, signal.cues[0]!, stepOf(signal))).toEqual([])
  })
})

describe('a throw that is dragged by where it comes down', () => {
  const thrown = (more: object = {}) =>
    made({ kind: 'fling', prop: 'can', speed: [4, 4], yaw: 0, pitch: 30, spread: 0, ...more })
  beforeAll(() => prepare(thrown()))
  const strikes = (show: Show) => {
    const [flight] = fan(show, 'r', 's', [1])
    return flight!.impacts[0]!.at
  }
  it.each([
    [3, 0, -4],
    [-6, 0, 2],
    [30, 0, 0],
    [0.6, 0, 0],
  ])('comes down there in the run: %s, %s, %s', (x, y, z) => {
    const show = thrown()
    const now = after(show, (edit) => pose(show, 'throw').pull(edit, [x, y, z], true))
    const [ix, , iz] = strikes(now)
    // It strikes with an edge, half its size from its middle.
    expect(Math.hypot(ix - x, iz - z)).toBeLessThan(0.35)
    const { at } = pose(now, 'throw')
    expect(Math.hypot(at[0] - x, at[2] - z)).toBeLessThan(0.05)
  })
  it('is thrown higher where its pitch can’t bring it there, and keeps how far its draws lie apart', () => {
    const show = thrown({ pitch: -60, speed: [3, 5] })
    const now = after(show, (edit) => pose(show, 'throw').pull(edit, [5, 0, 0], true))
    const step = stepOf(now)
    if (step.kind !== 'fling') throw new Error('no throw')
    expect(step.pitch).toBeGreaterThan(-20)
    expect(step.speed[1] / step.speed[0]).toBeCloseTo(5 / 3, 2)
    const steeper = after(now, (edit) => pose(now, 'pitch').pull(edit, [1, 2.1, 0], false))
    expect(stepOf(steeper)).toMatchObject({ pitch: 45 })
  })
})
