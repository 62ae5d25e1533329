import { expose, transfer } from 'comlink'
import { MeshoptSimplifier } from 'meshoptimizer/simplifier'

/** How far a corner may come to lie from where it was, as a share of the whole. */
const ERROR = 0.05
/** Where so many times what was asked is left, it hangs together too little to be made simpler as it is. */
const LOOSE = 2

/** A mesh of fewer triangles: its indices, and which of the corners it keeps. */
export interface Coarse {
  indices: Uint32Array
  corners: Uint32Array
}

const worker = {
  /** Leaves so many triangles of a mesh, about. @param positions three a corner (m) */
  async coarse(indices: Uint32Array, positions: Float32Array, triangles: number): Promise<Coarse> {
    await MeshoptSimplifier.ready
    const most = Math.max(1, triangles) * 3
    const [whole] = MeshoptSimplifier.simplify(indices, positions, 3, most, ERROR)
    const left = whole.length <= most * LOOSE ? whole : MeshoptSimplifier.simplifySloppy(indices, positions, 3, null, most, 1)[0] // prettier-ignore
    const corners = new Uint32Array(new Set(left))
    const place = new Map(Array.from(corners, (corner, i) => [corner, i]))
    const found = { indices: Uint32Array.from(left, (corner) => place.get(corner)!), corners }
    return transfer(found, [found.indices.buffer, corners.buffer])
  },
}
export type CoarseWorker = typeof worker
expose(worker)
