import { describe, expect, it } from 'vitest'
import { patchOf, readShow, type Editor, type Show, type Point, type Shape } from '~~/core/show'
import { removeThing } from '~/document/things'
import { carrying } from './carried'
import { heldWithin, reachingAround } from './fitting'

const box = (x: number, z: number, w: number, d: number, h = 2) => ({
  kind: 'box' as const,
  at: [x, 0, z] as Point,
  size: [w, h, d] as Point,
  yaw: 0,
})
const made = (outer: object, ...inner: object[]): Show =>
  readShow({
    format: 'esvik-show',
    version: 1,
    title: 'Held',
    place: {},
    zones: [
      { id: 'outer', name: 'Outer', shape: outer, holds: inner.map((_, i) => `in-${i}`) },
      ...inner.map((shape, i) => ({ id: `in-${i}`, name: `In ${i}`, shape })),
    ],
  })
const after = (show: Show, work: (edit: Editor) => void) => patchOf(show, carrying(work)).show
const shapeOf = (show: Show, id: string) => show.zones.find((zone) => zone.id === id)!.shape
const heldIn = (show: Show) => heldWithin(show, show.zones[0]!).map(({ id }) => id)

describe('a zone that must hold another', () => {
  const show = made(box(0, 0, 6, 6), box(1, 1, 2, 2))
  it('takes it along when it is moved', () => {
    const moved = after(show, (e) => e.set(['zones', 'outer', 'shape', 'at'], [10, 0, -4]))
    expect(shapeOf(moved, 'in-0')).toMatchObject({ at: [11, 0, -3], size: [2, 2, 2] })
    expect(heldIn(moved)).toEqual(['in-0'])
  })
  it('whatever the order in which a database keeps the fields of its shape', () => {
    const { size, ...rest } = shapeOf(show, 'outer') as Extract<Shape, { kind: 'box' }>
    const other = patchOf(show, (e) => e.set(['zones', 'outer', 'shape'], { size, ...rest })).show
    const moved = after(other, (e) => e.set(['zones', 'outer', 'shape'], { ...rest, at: [0, 0, 5], size }))
    expect(shapeOf(moved, 'in-0')).toMatchObject({ at: [1, 0, 6] })
    expect(shapeOf(moved, 'outer')).toMatchObject({ size: [6, 2, 6] })
  })
  it('gets no smaller than that is', () => {
    const smaller = after(show, (e) => e.set(['zones', 'outer', 'shape', 'size'], [2, 2, 2]))
    expect(heldIn(smaller)).toEqual(['in-0'])
    expect(shapeOf(smaller, 'in-0')).toEqual(shapeOf(show, 'in-0'))
  })
  it('reaches around it when that is moved out or grows, as high as it is', () => {
    const moved = after(show, (e) => e.set(['zones', 'in-0', 'shape'], { ...box(7, 1, 2, 2), at: [7, -1, 1] }))
    expect(heldIn(moved)).toEqual(['in-0'])
    const { at, size } = shapeOf(moved, 'outer') as { at: number[]; size: number[] }
    expect(at[0]! - size[0]! / 2).toBeCloseTo(-3, 1)
    expect(at[0]! + size[0]! / 2).toBeCloseTo(8, 1)
    expect(at[1]).toBe(-1)
  })
  it('is left alone where it did not hold it before', () => {
    const apart = made(box(0, 0, 2, 2), box(9, 9, 1, 1))
    const moved = after(apart, (e) => e.set(['zones', 'outer', 'shape', 'at'], [1, 0, 0]))
    expect(shapeOf(moved, 'in-0')).toEqual(shapeOf(apart, 'in-0'))
    expect(shapeOf(moved, 'outer')).toMatchObject({ at: [1, 0, 0], size: [2, 2, 2] })
  })
  it('forgets what is deleted', () => {
    const two = made(box(0, 0, 9, 9), box(1, 1, 1, 1), box(-1, -1, 1, 1))
    const less = patchOf(two, (e) => removeThing(e, { kind: 'zone', id: 'in-0' })).show
    expect(less.zones.map(({ id }) => id)).toEqual(['outer', 'in-1'])
    expect(less.zones[0]!.holds).toEqual(['in-1'])
  })
  it.each([
    ['a turned box', { ...box(0, 0, 1, 1, 1), yaw: 30 }],
    ['a cylinder', { kind: 'cylinder', at: [0, 0.5, 0], radius: 0.5, height: 1 }],
    ['a ball', { kind: 'sphere', at: [0, 1, 0], radius: 0.5 }],
  ])('can be widened around several, as %s', (_, outer) => {
    const loose = made(outer, box(3, 0, 1, 1), { kind: 'cylinder', at: [-2, -0.5, 1], radius: 1, height: 3 })
    expect(heldIn(loose)).toEqual([])
    const shape = reachingAround(loose, loose.zones[0]!, loose.zones.slice(1))!
    expect(shape.kind).toBe((outer as { kind: string }).kind)
    expect(heldIn(patchOf(loose, (e) => e.set(['zones', 'outer', 'shape'], shape)).show)).toEqual(['in-0', 'in-1'])
  })
})
