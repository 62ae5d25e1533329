import { expose, transfer } from 'comlink'
import {
  boundsOf,
  cutAt,
  floorsIn,
  placed,
  stretchesOf,
  wallsIn,
  type FoundFloor,
  type FoundWall,
  type Triangles,
} from '~~/core/mesh'
import type { Mesh, Point } from '~~/core/show'
import { distanceToSegment } from '~~/core/space'
import { PlaceFileError } from './check-gltf'
import { readPlaceFile, type FileCamera, type FileLight, type FileNode } from './read-gltf'

/** What is known of a file that was read; its triangles stay in the worker. */
export interface ReadPlace {
  triangles: number
  nodes: FileNode[]
  lights: FileLight[]
  cameras: FileCamera[]
  low: Point
  high: Point
}
/** Hears how much of something is done, 0 to 1. */
type Progress = (share: number) => void
/** Progress is told in hundredths: a file may have a hundred thousand parts. */
function seldom(progress: Progress): Progress {
  let last = -1
  return (share) => {
    if (share - last < 0.01) return
    last = share
    progress(share)
  }
}
type Placing = Pick<Mesh, 'scale' | 'yaw' | 'at'>

/** Walls are looked for so high above each floor (m), and openings closed above so far below their top. */
const HIP = 1.2

let file: Triangles | undefined
let glb: Uint8Array | undefined
let standing: { key: string; triangles: Triangles } | undefined

/** The triangles as they stand; kept while they stand the same. */
function standingAs({ scale, yaw, at }: Placing): Triangles {
  const key = JSON.stringify([scale, yaw, at])
  if (standing?.key !== key) standing = { key, triangles: placed(file!, { scale, yaw, at }) }
  return standing.triangles
}

const worker = {
  /** Reads a file; what is wrong with it comes back in words. */
  async read(bytes: ArrayBuffer, progress: Progress): Promise<ReadPlace | { problem: string }> {
    try {
      const {
        triangles,
        nodes,
        lights,
        cameras,
        glb: kept,
      } = await readPlaceFile(new Uint8Array(bytes), seldom(progress))
      file = triangles
      glb = kept
      standing = undefined
      return { triangles: triangles.indices.length / 3, nodes, lights, cameras, ...boundsOf(triangles) }
    } catch (error) {
      if (error instanceof PlaceFileError) return { problem: error.message }
      console.error(error)
      return { problem: 'it can’t be read' }
    }
  },
  /** The file as one .glb, once. */
  file: (): ArrayBuffer => {
    const bytes = glb!.slice().buffer
    return transfer(bytes, [bytes])
  },
  /** The section at a height: x, z of both ends of each piece. */
  cut(placing: Placing, height: number): Float32Array {
    const { ends } = cutAt(standingAs(placing), height)
    return transfer(ends, [ends.buffer])
  },
  floors: (placing: Placing, player: { height: number }, progress: Progress): FoundFloor[] =>
    floorsIn(standingAs(placing), player, seldom(progress)),
  /** Walls around each of some floors' heights. */
  walls(placing: Placing, heights: readonly number[], progress: Progress): FoundWall[] {
    const triangles = standingAs(placing)
    return heights.flatMap((y, i) => {
      progress(i / heights.length)
      const { ends } = cutAt(triangles, y + 2.3)
      const isClosed = ([x, z]: readonly [number, number]) => {
        for (let i = 0; i < ends.length; i += 4) {
          const [ax, az, bx, bz] = ends.subarray(i, i + 4) as unknown as [number, number, number, number]
          if (distanceToSegment(x, z, [ax, az], [bx, bz]) < 0.4) return true
        }
        return false
      }
      return wallsIn(stretchesOf(cutAt(triangles, y + HIP)), (spot) => !isClosed(spot))
    })
  },
}
export type BringWorker = typeof worker
expose(worker)
