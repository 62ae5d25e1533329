import type { Spot } from '../show'

/** A face one can walk on, by its three corners and the way it points up (a unit vector). */
export interface SlopingFace {
  spots: Spot[]
  heights: number[]
  normal: [x: number, y: number, z: number]
  /** Seen from above (m²). */
  area: number
}
/** Faces that lie together and slope alike. */
export interface Slope {
  faces: SlopingFace[]
  /** The way it points up, its faces by their areas. */
  normal: [x: number, y: number, z: number]
  area: number
}

/** So far from the plane of the first face a face of a slope may lie (m), and so much otherwise point (radians). */
const OFF = 0.25
const ALIKE = Math.cos(0.2)

/** Faces put together where they share an edge and slope alike, the largest faces first. Its work grows with the number of faces alone. */
export function slopesIn(faces: readonly SlopingFace[]): Slope[] {
  const beside = neighboursOf(faces)
  const bySize = faces.map((_, i) => i).sort((a, b) => faces[b].area - faces[a].area)
  const taken = new Uint8Array(faces.length)
  const slopes: Slope[] = []
  for (const first of bySize) {
    if (taken[first]) continue
    taken[first] = 1
    const of = faces[first]
    const [nx, ny, nz] = of.normal
    const plane = nx * of.spots[0][0] + ny * of.heights[0] + nz * of.spots[0][1]
    const isAlike = ({ normal, spots, heights }: SlopingFace) =>
      nx * normal[0] + ny * normal[1] + nz * normal[2] >= ALIKE &&
      spots.every(([x, z], k) => Math.abs(nx * x + ny * heights[k] + nz * z - plane) <= OFF)
    const mine = [first]
    for (let k = 0; k < mine.length; k++)
      for (const next of beside[mine[k]])
        if (!taken[next] && isAlike(faces[next])) {
          taken[next] = 1
          mine.push(next)
        }
    slopes.push(slopeOf(mine.map((i) => faces[i])))
  }
  return slopes
}

function slopeOf(faces: SlopingFace[]): Slope {
  const sum = [0, 0, 0]
  let area = 0
  for (const face of faces) {
    area += face.area
    for (let k = 0; k < 3; k++) sum[k] += face.area * face.normal[k]
  }
  const long = Math.hypot(sum[0], sum[1], sum[2])
  return { faces, normal: [sum[0] / long, sum[1] / long, sum[2] / long], area }
}

/** For each face those that share an edge with it. */
function neighboursOf(faces: readonly SlopingFace[]): number[][] {
  const beside = faces.map((): number[] => [])
  const edges = new Map<string, number>()
  const key = ({ spots, heights }: SlopingFace, k: number) =>
    `${Math.round(spots[k][0] * 1000)},${Math.round(heights[k] * 1000)},${Math.round(spots[k][1] * 1000)}`
  faces.forEach((face, i) => {
    const keys = [0, 1, 2].map((k) => key(face, k))
    for (let k = 0; k < 3; k++) {
      const [a, b] = [keys[k], keys[(k + 1) % 3]]
      const edge = a < b ? `${a}|${b}` : `${b}|${a}`
      const other = edges.get(edge)
      if (other === undefined) edges.set(edge, i)
      else {
        beside[i].push(other)
        beside[other].push(i)
      }
    }
  })
  return beside
}
