import { describe, expect, it } from 'vitest'
import { completeProp, type Prop, type PropForm } from '~~/core/show'
import { strokesAbove, strokesInFront } from './prop-forms'

const prop = (form: PropForm | undefined, more: Partial<Prop> = {}): Prop =>
  completeProp({ id: 'p', name: 'P', kind: 'box', at: [10, 1, 5], size: [2, 2, 0.4], form, ...more })
const spots = (strokes: number[][][]) => strokes.flat()
const span = (strokes: number[][][], axis: 0 | 1) => [
  Math.min(...spots(strokes).map((s) => s[axis]!)),
  Math.max(...spots(strokes).map((s) => s[axis]!)),
]

describe('the form of a prop', () => {
  it('is nothing beside its outline where none is said', () => {
    expect([strokesAbove(prop(undefined)), strokesInFront(prop(undefined))]).toEqual([[], []])
  })
  it.each<PropForm>(['door', 'lamp', 'shelf', 'cup'])(
    'from in front a %s is as high as it is and stands on its foot',
    (form) => {
      const strokes = strokesInFront(prop(form))
      const [low, high] = span(strokes, 1)
      expect(low).toBeGreaterThanOrEqual(-1e-9)
      expect(high).toBeLessThanOrEqual(2 + 1e-9)
      expect(strokes.length).toBeGreaterThan(1)
    },
  )
  it('a shelf has more boards the higher it is', () => {
    expect(strokesInFront(prop('shelf', { size: [2, 3, 0.4] })).length).toBeGreaterThan(
      strokesInFront(prop('shelf')).length,
    )
  })
  it('a door swings from its end about its hinge, on the side it hangs on', () => {
    const [left] = strokesAbove(prop('door'))
    expect(left![0]).toEqual([11, 5])
    for (const [x, z] of left!) expect(Math.hypot(x - 9, z - 5)).toBeCloseTo(2)
    const [right] = strokesAbove(prop('door', { hinge: 'right' }))
    for (const [x, z] of right!) expect(Math.hypot(x - 11, z - 5)).toBeCloseTo(2)
    const [slides] = strokesAbove(prop('door', { hinge: 'slides' }))
    expect(slides).toHaveLength(2)
  })
  it('turns with the prop', () => {
    const [swing] = strokesAbove(prop('door', { yaw: 90 }))
    expect(swing![0]![0]).toBeCloseTo(10)
    expect(swing![0]![1]).toBeCloseTo(4)
  })
})
