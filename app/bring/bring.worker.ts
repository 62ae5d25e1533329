import { expose, transfer } from 'comlink'
import {
  boundsOf,
  cutAt,
  floorsIn,
  placed,
  stretchesOf,
  wallsIn,
  withoutSteps,
  withoutTwins,
  type FoundFloor,
  type FoundWall,
  type Triangles,
} from '~~/core/mesh'
import type { Mesh, Point } from '~~/core/show'
import { PlaceFileError } from './place-faults'
import type { FileCamera, FileLight, FileNode } from './gltf-place'
import { readPlaceFile } from './read-gltf'

/** What is known of a file that was read; its triangles stay in the worker. */
export interface ReadPlace {
  triangles: number
  nodes: FileNode[]
  lights: FileLight[]
  cameras: FileCamera[]
  /** What is in it and could not be taken, in words. */
  left: string[]
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

/** Walls are looked for so high above each floor (m). */
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
        left,
        glb: kept,
      } = await readPlaceFile(new Uint8Array(bytes), seldom(progress))
      file = triangles
      glb = kept
      standing = undefined
      return { triangles: triangles.indices.length / 3, nodes, lights, cameras, left, ...boundsOf(triangles) }
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
  /** Walls around each of some floors' heights; steps of a stair that has become a ramp are none. */
  walls(placing: Placing, heights: readonly number[], floors: readonly FoundFloor[], progress: Progress): FoundWall[] {
    const triangles = standingAs(placing)
    const found = heights.flatMap((y, i) => {
      progress(i / heights.length)
      return wallsIn(stretchesOf(cutAt(triangles, y + HIP)), y + HIP, triangles)
    })
    return withoutSteps(withoutTwins(found), floors)
  },
}
export type BringWorker = typeof worker
expose(worker)
