import { describe, expect, it } from 'vitest'
import { completeFloor, completeProp, completeWall } from '../show'
import { builtOf, facesOfProp, laidOut, type Faces, type Rect } from '.'

const floor = completeFloor({ id: 'f', name: 'F', y: 0, outline: [[0, 0], [6, 0], [6, 4], [3, 4], [3, 2], [0, 2]] }) // prettier-ignore
const walls = [
  completeWall({ id: 'w', from: [0, 0], to: [6, 0], openings: [{ id: 'd', at: 2, width: 1, sill: 0, height: 2.1 }] }),
]
const built = builtOf({ floors: [floor], walls }).faces
const drum = facesOfProp(completeProp({ id: 'p', name: 'P', kind: 'cylinder', at: [2, 0, 1], size: [1, 1.2, 1] }))
const bodies: Faces[] = [built, drum]

const overlap = (a: Rect, b: Rect) => a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h

describe('all surfaces laid on a sheet', () => {
  it('gives every patch a place of its own, of squares as small as asked', () => {
    const { rects, width, height } = laidOut(bodies, 8, 2048)
    expect(rects.map(({ length }) => length)).toEqual(bodies.map(({ patches }) => patches.length))
    const all = rects.flat()
    for (const [i, a] of all.entries()) {
      expect([a.x >= 0, a.y >= 0, a.x + a.w <= width, a.y + a.h <= height]).toEqual([true, true, true, true])
      for (const b of all.slice(i + 1)) expect(overlap(a, b)).toBe(false)
    }
    const largest = bodies[0]!.patches.findIndex(({ size }) => size[0] === 6 && size[1] === 4)
    expect(rects[0]![largest]).toMatchObject({ w: 49, h: 33 })
  })
  it('has each corner lie where its patch has it: from its middle the same way as in space', () => {
    const { rects, on, width, height } = laidOut(bodies, 8, 2048)
    bodies.forEach(({ patches, positions }, body) =>
      patches.forEach(({ first, count, at, along, up, turned }, i) => {
        const { x, y, w, h } = rects[body]![i]!
        for (let corner = first; corner < first + count; corner++) {
          const u = (on[body]![2 * corner]! * width - x - 0.5) / (w - 1)
          const v = (on[body]![2 * corner + 1]! * height - y - 0.5) / (h - 1)
          for (const k of [0, 1, 2] as const)
            expect(at[k] + along[k] * u + up[k] * v).toBeCloseTo(positions[3 * corner + k]!, turned ? 4 : 5)
        }
      }),
    )
  })
  it('takes coarser squares where they would not fit', () => {
    const { width, height } = laidOut(bodies, 8, 40)
    expect(Math.max(width, height)).toBeLessThanOrEqual(40)
  })
  it('knows that what is round turns along its side', () => {
    const bent = drum.patches.filter(({ turned }) => turned)
    expect(bent.length).toBeGreaterThan(8)
    // One after another they turn all the way round.
    const turns = bent.reduce((sum, { normal: [ax, , az], turned }) => sum + Math.acos(Math.min(1, ax * turned![0] + az * turned![2])), 0) // prettier-ignore
    expect(turns).toBeCloseTo(2 * Math.PI, 3)
  })
})
