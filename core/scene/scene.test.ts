import { describe, expect, it } from 'vitest'
import { completeFloor, completeWall, type Point, type Prop } from '../show'
import { NO_EDGE } from './faces'
import { builtOf, facesOfProp, facesOfShape, sparksAt, type Faces } from '.'

const at = ({ positions }: Faces, i: number): Point => [positions[3 * i], positions[3 * i + 1], positions[3 * i + 2]]
const normalAt = ({ normals }: Faces, i: number): Point => [normals[3 * i], normals[3 * i + 1], normals[3 * i + 2]]
const triangles = (faces: Faces) =>
  Array.from({ length: faces.indices.length / 3 }, (_, i) => [0, 1, 2].map((k) => faces.indices[3 * i + k]))
const less = (a: Point, b: Point): Point => [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
const cross = (a: Point, b: Point): Point => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
]
const dot = (a: Point, b: Point) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]

/** What a closed body holds (m³), by the divergence theorem: as large as it is only where every face looks outwards. */
const volume = (faces: Faces): number =>
  triangles(faces).reduce((sum, [a, b, c]) => sum + dot(at(faces, a), cross(at(faces, b), at(faces, c))) / 6, 0)
/** Whether every triangle turns to where its corners say that it faces. */
const turnsAsItFaces = (faces: Faces): boolean =>
  triangles(faces).every(([a, b, c]) => {
    const up = cross(less(at(faces, b), at(faces, a)), less(at(faces, c), at(faces, a)))
    return Math.hypot(...up) < 1e-9 || dot(up, normalAt(faces, a)) > 0
  })
const heights = (faces: Faces) => Array.from({ length: faces.owners.length }, (_, i) => at(faces, i)[1])

const wall = (more: object = {}) => completeWall({ id: 'w', from: [0, 0], to: [4, 0], ...more })
const floor = (more: object = {}) =>
  completeFloor({ id: 'f', name: 'F', y: 0, outline: [[0, 0], [4, 0], [4, 3], [0, 3]], ...more }) // prettier-ignore
const walls = (...all: ReturnType<typeof wall>[]) => builtOf({ floors: [], walls: all }).faces

describe('a wall as it is seen', () => {
  it('is as long, high and thick as it says, and closed', () => {
    expect(volume(walls(wall()))).toBeCloseTo(4 * 3 * 0.2, 6)
    expect(turnsAsItFaces(walls(wall()))).toBe(true)
    expect(volume(walls(wall({ from: [1, 2], to: [-2, 6] })))).toBeCloseTo(5 * 3 * 0.2, 5)
  })
  it('has its openings cut through, with the sides of the hole', () => {
    const door = { id: 'd', at: 1, width: 1 }
    const open = walls(wall({ openings: [door] }))
    expect(volume(open)).toBeCloseTo((4 * 3 - 1 * 2.1) * 0.2, 6)
    expect(turnsAsItFaces(open)).toBe(true)
    const window = walls(wall({ openings: [{ ...door, sill: 1, height: 0.5 }] }))
    expect(volume(window)).toBeCloseTo((4 * 3 - 0.5) * 0.2, 6)
    // Nothing of it stands in the hole.
    const inHole = triangles(open).filter((corners) => corners.every((i) => at(open, i)[0] > 1 + 1e-6 && at(open, i)[0] < 2 - 1e-6 && at(open, i)[1] < 2)) // prettier-ignore
    expect(inHole).toEqual([])
  })
  it('loses what openings share only once, and nothing for what reaches past it', () => {
    const openings = [
      { id: 'a', at: 1, width: 1 },
      { id: 'b', at: 1.5, width: 1 },
      { id: 'c', at: 3.5, width: 9, height: 9 },
    ]
    expect(volume(walls(wall({ openings })))).toBeCloseTo((4 * 3 - 1.5 * 2.1 - 0.5 * 3) * 0.2, 6)
  })
  it('reaches into the corner that it shares with another, and not past an end of its own', () => {
    const other = wall({ id: 'o', from: [4, 0], to: [4, 5] })
    const xs = (faces: Faces, owner: number) =>
      Array.from(faces.owners).flatMap((its, i) => (its === owner ? [at(faces, i)[0]] : []))
    const faces = walls(wall(), other)
    expect([Math.min(...xs(faces, 0)), Math.max(...xs(faces, 0))]).toEqual([0, expect.closeTo(4.1, 6)])
    const above = wall({ id: 'o', from: [4, 0], to: [4, 5], y: 3 })
    expect(Math.max(...xs(walls(wall(), above), 0))).toBeCloseTo(4, 6)
  })
  it('catches light along its own edges, not where two of its faces go on', () => {
    const faces = walls(wall({ openings: [{ id: 'd', at: 1, width: 1 }] }))
    const beside = Array.from(faces.owners).flatMap((_, i) =>
      Math.abs(at(faces, i)[0] - 1) < 1e-6 && at(faces, i)[1] > 2.9 ? [faces.edges.slice(4 * i, 4 * i + 2)] : [],
    )
    // Above the door the wall goes on: there the seam of its faces is no edge.
    expect(beside.some((edges) => edges.every((each) => each === NO_EDGE))).toBe(true)
  })
})

describe('a floor as it is seen', () => {
  it('is a slab under its own height, so that it is a ceiling to what lies below', () => {
    const { faces } = builtOf({ floors: [floor({ y: 3 })], walls: [] })
    expect([Math.min(...heights(faces)), Math.max(...heights(faces))]).toEqual([expect.closeTo(2.85, 5), 3])
    expect(volume(faces)).toBeCloseTo(4 * 3 * 0.15, 5)
    expect(turnsAsItFaces(faces)).toBe(true)
  })
  it('goes up where it slopes, whichever way its outline turns', () => {
    const ramp = { slopeTo: { edge: [1, 2], y: 2 } }
    for (const outline of [
      [
        [0, 0],
        [4, 0],
        [4, 3],
        [0, 3],
      ],
      [
        [0, 3],
        [4, 3],
        [4, 0],
        [0, 0],
      ],
    ]) {
      // prettier-ignore
      const { faces } = builtOf({ floors: [floor({ ...ramp, outline })], walls: [] })
      expect(volume(faces)).toBeCloseTo(4 * 3 * 0.15, 5)
      expect(turnsAsItFaces(faces)).toBe(true)
      const right = Array.from(faces.owners).flatMap((_, i) => (at(faces, i)[0] > 3.9 ? [at(faces, i)[1]] : []))
      expect(Math.max(...right)).toBeCloseTo(2, 6)
    }
  })
  it('has the colour that it is given, else that of what it is of', () => {
    const { pieces } = builtOf({ floors: [floor({ surface: 'water' }), floor({ id: 'g', colour: '#123456' })], walls: [wall()] }) // prettier-ignore
    expect(pieces.map(({ kind, id }) => `${kind} ${id}`)).toEqual(['floor f', 'floor g', 'wall w'])
    expect(pieces[1]!.colour).toBe('#123456')
    expect(new Set(pieces.map(({ colour }) => colour)).size).toBe(3)
  })
})

describe('a prop as it is seen', () => {
  const prop = (more: Partial<Prop> = {}): Pick<Prop, 'kind' | 'size' | 'form' | 'hinge'> => ({
    kind: 'box',
    size: [1, 2, 0.5],
    ...more,
  })
  it('is its box, or its cylinder, standing on its foot', () => {
    expect(volume(facesOfProp(prop()))).toBeCloseTo(1, 6)
    const round = facesOfProp(prop({ kind: 'cylinder', size: [1, 2, 1] }))
    expect(volume(round)).toBeGreaterThan(0.98 * Math.PI * 0.25 * 2)
    expect(volume(round)).toBeLessThan(Math.PI * 0.25 * 2)
  })
  it.each(['door', 'lamp', 'shelf', 'cup'] as const)(
    'has the form of a %s within its size, every face outwards',
    (form) => {
      const faces = facesOfProp(prop({ form, size: [1, 2, 0.4] }))
      expect(turnsAsItFaces(faces)).toBe(true)
      expect(Math.min(...heights(faces))).toBeGreaterThanOrEqual(-1e-9)
      expect(Math.max(...heights(faces))).toBeLessThanOrEqual(2 + 1e-6)
      expect(volume(faces)).toBeGreaterThan(0)
    },
  )
  it('hangs a door on the side that it says: its handle is on the other', () => {
    const handleOf = (hinge: 'left' | 'right') => {
      const faces = facesOfProp(prop({ form: 'door', size: [1, 2, 0.05], hinge }))
      const out = Array.from(faces.owners).flatMap((_, i) => (at(faces, i)[2] > 0.05 ? [at(faces, i)[0]] : []))
      return Math.sign(out.reduce((a, b) => a + b, 0))
    }
    expect([handleOf('left'), handleOf('right')]).toEqual([1, -1])
  })
})

describe('a zone as a volume', () => {
  it('holds what its shape holds, wider by its rim', () => {
    const box = { kind: 'box' as const, at: [3, 1, 2] as Point, yaw: 30, size: [2, 3, 4] as Point }
    expect(Math.abs(volume(facesOfShape(box)))).toBeCloseTo(24, 4)
    expect(Math.abs(volume(facesOfShape(box, 0.5)))).toBeCloseTo(3 * 4 * 5, 4)
    const ball = volume(facesOfShape({ kind: 'sphere', at: [0, 5, 0], radius: 2 }))
    expect(ball).toBeGreaterThan(0.93 * (4 / 3) * Math.PI * 8)
    expect(ball).toBeLessThan((4 / 3) * Math.PI * 8)
  })
})

describe('sparks', () => {
  const step = { life: [0.5, 1] as [number, number], speed: [1, 2] as [number, number], rise: 0 }
  const far = (sparks: Float32Array, i: number) => Math.hypot(sparks[3 * i], sparks[3 * i + 1], sparks[3 * i + 2])
  it('fly as fast as they drew, all round, the same each time', () => {
    const sparks = sparksAt(step, 200, 7, 0.4)
    expect(sparks.length).toBe(600)
    for (let i = 0; i < 200; i++) {
      expect(far(sparks, i)).toBeGreaterThanOrEqual(0.4 - 1e-6)
      expect(far(sparks, i)).toBeLessThanOrEqual(0.8 + 1e-6)
    }
    for (const axis of [0, 1, 2]) {
      const mean = Array.from({ length: 200 }, (_, i) => sparks[3 * i + axis]).reduce((a, b) => a + b, 0) / 200
      expect(Math.abs(mean)).toBeLessThan(0.08)
    }
    expect(sparksAt(step, 200, 7, 0.4)).toEqual(sparks)
    expect(sparksAt(step, 200, 8, 0.4)).not.toEqual(sparks)
  })
  it('go out one by one, all within the longest life, and rise evenly', () => {
    const left = [0.4, 0.75, 1.01].map((age) => sparksAt(step, 200, 7, age).length / 3)
    expect(left[0]).toBe(200)
    expect(left[1]).toBeGreaterThan(50)
    expect(left[1]).toBeLessThan(150)
    expect(left[2]).toBe(0)
    const up = sparksAt({ ...step, rise: 3 }, 50, 7, 0.4)
    const flat = sparksAt(step, 50, 7, 0.4)
    up.forEach((value, i) => expect(value - flat[i]).toBeCloseTo(i % 3 === 1 ? 1.2 : 0, 5))
  })
})
