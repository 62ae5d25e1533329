import earcut from 'earcut'
import type { Point, Spot } from '../show'

/** A side of a face that is no edge of its body is as far as this (m). */
export const NO_EDGE = 1e3
/** Which sides of a face are edges of the body: at the beginning and the end of its first way, then of its second. */
export type Rim = readonly [boolean, boolean, boolean, boolean]
const ALL: Rim = [true, true, true, true]

/** What is drawn, as triangles: for each corner its place (m), which way it faces, where it lies on its face (m), how far it is to the face's four edges (m), and whose it is. */
export interface Faces {
  positions: Float32Array
  normals: Float32Array
  /** Two a corner. */
  across: Float32Array
  /** Four a corner: `NO_EDGE` where a side is none. */
  edges: Float32Array
  /** One a corner: the place of what it belongs to in a list. */
  owners: Float32Array
  indices: Uint32Array
  /** Its flat parts, each with its own corners in a row. */
  patches: readonly Patch[]
}

/** A flat part of what is drawn. */
export interface Patch {
  /** Its first corner in the lists, and how many it has. */
  first: number
  count: number
  /** Where it begins, and its two ways to where it ends (m). */
  at: Point
  along: Point
  up: Point
  normal: Point
  /** Where it is bent: which way it faces at the end of its first way. */
  turned?: Point
  /** Where it begins in `across`, and how far it goes there (m). */
  from: Spot
  size: Spot
}

const minus = (a: Point, b: Point): Point => [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
const plus = (a: Point, b: Point): Point => [a[0] + b[0], a[1] + b[1], a[2] + b[2]]
const lengthOf = (a: Point): number => Math.hypot(a[0], a[1], a[2])
const crossed = (a: Point, b: Point): Point => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
]
const ofLengthOne = (a: Point): Point => {
  const length = lengthOf(a) || 1
  return [a[0] / length, a[1] / length, a[2] / length]
}

/** The least or the greatest of an outline, each way. */
const boundOf = (outline: readonly Spot[], which: (...all: number[]) => number): Spot => [
  which(...outline.map(([x]) => x)),
  which(...outline.map(([, z]) => z)),
]

/** Twice what an outline holds (m²): positive where it turns from +x to +z. */
const turnOf = (outline: readonly Spot[]): number =>
  outline.reduce((sum, [x, z], i) => {
    const [nx, nz] = outline[(i + 1) % outline.length]
    return sum + x * nz - nx * z
  }, 0)

interface Corner {
  at: Point
  normal: Point
  across: Spot
  edges: readonly [number, number, number, number]
}

/** Takes faces one by one and gives them as triangles. */
export class FaceList {
  /** Whose the next faces are. */
  owner = 0
  private readonly positions: number[] = []
  private readonly normals: number[] = []
  private readonly across: number[] = []
  private readonly edges: number[] = []
  private readonly owners: number[] = []
  private readonly indices: number[] = []
  private readonly patches: Patch[] = []

  private corner({ at, normal, across, edges }: Corner): number {
    this.positions.push(...at)
    this.normals.push(...normal)
    this.across.push(...across)
    this.edges.push(...edges)
    this.owners.push(this.owner)
    return this.owners.length - 1
  }
  private four(corners: readonly [Corner, Corner, Corner, Corner]): void {
    const [a, b, c, d] = corners.map((each) => this.corner(each))
    this.indices.push(a, b, c, a, c, d)
  }

  /** A face from a corner along two ways; it faces where the first turned to the second does (right-handed). `from`: where its grain begins. */
  quad(at: Point, along: Point, up: Point, rim: Rim = ALL, from: Spot = [0, 0]): void {
    const normal = ofLengthOne(crossed(along, up))
    const w = lengthOf(along)
    const h = lengthOf(up)
    const edge = (is: boolean, far: number) => (is ? far : NO_EDGE)
    const corner = (u: 0 | 1, v: 0 | 1): Corner => ({
      at: plus(plus(at, u ? along : [0, 0, 0]), v ? up : [0, 0, 0]),
      normal,
      across: [from[0] + u * w, from[1] + v * h],
      edges: [edge(rim[0], u * w), edge(rim[1], (1 - u) * w), edge(rim[2], v * h), edge(rim[3], (1 - v) * h)],
    })
    this.patches.push({ first: this.owners.length, count: 4, at, along, up, normal, from, size: [w, h] })
    this.four([corner(0, 0), corner(1, 0), corner(1, 1), corner(0, 1)])
  }

  /** A block between two corners. */
  block([x0, y0, z0]: Point, [x1, y1, z1]: Point): void {
    const [w, h, d] = [x1 - x0, y1 - y0, z1 - z0]
    this.quad([x0, y0, z1], [w, 0, 0], [0, h, 0])
    this.quad([x1, y0, z0], [-w, 0, 0], [0, h, 0])
    this.quad([x1, y0, z1], [0, 0, -d], [0, h, 0])
    this.quad([x0, y0, z0], [0, 0, d], [0, h, 0])
    this.quad([x0, y1, z1], [w, 0, 0], [0, 0, -d])
    this.quad([x0, y0, z0], [w, 0, 0], [0, 0, d])
  }

  /** A round body about the vertical through a spot, from one height and half sizes to another. */
  round(
    [x, z]: Spot,
    low: readonly [y: number, rx: number, rz: number],
    high: readonly [y: number, rx: number, rz: number],
    sides = 20,
    closed = true,
  ): void {
    const h = high[0] - low[0]
    const lean = low[1] - high[1]
    const ring = (i: number, [y, rx, rz]: readonly [number, number, number], v: 0 | 1): Corner => {
      const a = (i / sides) * 2 * Math.PI
      return {
        at: [x + rx * Math.cos(a), y, z - rz * Math.sin(a)],
        normal: ofLengthOne([Math.cos(a) * h, lean, -Math.sin(a) * h]),
        across: [a * Math.max(low[1], high[1]), v * h],
        edges: [NO_EDGE, NO_EDGE, v * h, (1 - v) * h],
      }
    }
    for (let i = 0; i < sides; i++) {
      const [a, b, c, d] = [ring(i, low, 0), ring(i + 1, low, 0), ring(i + 1, high, 1), ring(i, high, 1)]
      const size: Spot = [b.across[0] - a.across[0], h]
      const patch = { at: a.at, along: minus(b.at, a.at), up: minus(d.at, a.at), normal: a.normal, turned: b.normal }
      this.patches.push({ first: this.owners.length, count: 4, ...patch, from: a.across, size })
      this.four([a, b, c, d])
    }
    const circle = ([, rx, rz]: readonly [number, number, number]): Spot[] =>
      Array.from({ length: sides }, (_, i) => {
        const a = (i / sides) * 2 * Math.PI
        return [x + rx * Math.cos(a), z - rz * Math.sin(a)]
      })
    if (closed && high[1] > 0) this.flat(circle(high), () => high[0], 1)
    if (closed && low[1] > 0) this.flat(circle(low), () => low[0], -1)
  }

  /** A face over an outline in plan, as high as is said at each spot; it faces up (1) or down (−1). */
  flat(outline: readonly Spot[], heightAt: (x: number, z: number) => number, faces: 1 | -1): void {
    const corners = outline.map(([x, z]): Point => [x, heightAt(x, z), z])
    const found = earcut(outline.flat())
    if (found.length === 0) return
    const [a, b, c] = [corners[found[0]], corners[found[1]], corners[found[2]]]
    const up = ofLengthOne(crossed(minus(b, a), minus(c, a)))
    const turn = (up[1] < 0 ? -1 : 1) * faces
    const normal: Point = [up[0] * turn, up[1] * turn, up[2] * turn]
    const first = this.owners.length
    for (const at of corners)
      this.corner({ at, normal, across: [at[0], at[2]], edges: [NO_EDGE, NO_EDGE, NO_EDGE, NO_EDGE] })
    const [low, high] = [boundOf(outline, Math.min), boundOf(outline, Math.max)]
    const size: Spot = [high[0] - low[0], high[1] - low[1]]
    const [ex, ez] = [-normal[0] / normal[1], -normal[2] / normal[1]]
    const [p0] = corners
    const at: Point = [low[0], p0[1] + ex * (low[0] - p0[0]) + ez * (low[1] - p0[2]), low[1]]
    const [along, aside]: [Point, Point] = [[size[0], ex * size[0], 0], [0, ez * size[1], size[1]]] // prettier-ignore
    this.patches.push({ first, count: corners.length, at, along, up: aside, normal, from: low, size })
    const isTurned = up[1] * faces < 0
    for (let i = 0; i < found.length; i += 3) {
      const [p, q, r] = [found[i], found[i + 1], found[i + 2]]
      this.indices.push(first + p, first + (isTurned ? r : q), first + (isTurned ? q : r))
    }
  }

  /** What stands around an outline in plan, so high over a foot that may slope; it faces outwards. */
  around(outline: readonly Spot[], footAt: (x: number, z: number) => number, height: number): void {
    const turns = turnOf(outline) > 0
    outline.forEach((spot, i) => {
      const next = outline[(i + 1) % outline.length]
      const [from, to] = turns ? [next, spot] : [spot, next]
      const [low, then] = [footAt(...from), footAt(...to)]
      this.quad([from[0], low, from[1]], [to[0] - from[0], then - low, to[1] - from[1]], [0, height, 0])
    })
  }

  faces(): Faces {
    return {
      positions: Float32Array.from(this.positions),
      normals: Float32Array.from(this.normals),
      across: Float32Array.from(this.across),
      edges: Float32Array.from(this.edges),
      owners: Float32Array.from(this.owners),
      indices: Uint32Array.from(this.indices),
      patches: this.patches,
    }
  }
}
