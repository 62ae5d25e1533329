import { releaseProxy, wrap, type Remote } from 'comlink'
import * as three from 'three'
import type { CoarseWorker } from './coarse.worker'

/** A mesh of more triangles than this is drawn with as many, about, where the rate has fallen. */
const FEW = 24_000

type Mesh = three.Mesh<three.BufferGeometry, three.ShaderMaterial>

export const trianglesOf = ({ index, attributes }: three.BufferGeometry): number =>
  (index?.count ?? attributes.position!.count) / 3

/** What of several meshes is drawn for the sake of the rate: fewer triangles; nothing where there are few anyway. */
export class CoarseMeshes {
  private readonly coarse = new Map<Mesh, three.BufferGeometry>()
  private readonly fine = new Map<Mesh, three.BufferGeometry>()
  private remote: Remote<CoarseWorker> | undefined
  private thread: Worker | undefined

  /** @param came something can be drawn coarsely now */
  constructor(meshes: readonly Mesh[], came: () => void) {
    const all = meshes.reduce((sum, { geometry }) => sum + trianglesOf(geometry), 0)
    if (all > FEW) void this.make(meshes, FEW / all).then(came, () => this.stop())
  }
  private async make(meshes: readonly Mesh[], share: number): Promise<void> {
    this.thread = new Worker(new URL('./coarse.worker.ts', import.meta.url), { type: 'module' })
    this.remote = wrap<CoarseWorker>(this.thread)
    for (const mesh of meshes) {
      const { geometry } = mesh
      const position = geometry.getAttribute('position')
      const positions = new Float32Array(position.count * 3)
      for (let i = 0; i < position.count; i++) positions.set([position.getX(i), position.getY(i), position.getZ(i)], 3 * i) // prettier-ignore
      const indices = geometry.index ? Uint32Array.from(geometry.index.array) : Uint32Array.from({ length: position.count }, (_, i) => i) // prettier-ignore
      const { indices: left, corners } = await this.remote.coarse(indices, positions, Math.ceil((indices.length / 3) * share)) // prettier-ignore
      this.coarse.set(mesh, keeping(geometry, corners, left))
    }
    this.stop()
  }
  private stop(): void {
    this.remote?.[releaseProxy]()
    this.thread?.terminate()
    this.thread = undefined
  }

  /** Has all be drawn coarsely, or as it is; what is drawn coarsely now. */
  show(isCoarse: boolean): Mesh[] {
    for (const [mesh, geometry] of this.coarse) {
      if (!this.fine.has(mesh)) this.fine.set(mesh, mesh.geometry)
      mesh.geometry = isCoarse ? geometry : this.fine.get(mesh)!
    }
    return isCoarse ? [...this.coarse.keys()] : []
  }
  dispose(): void {
    this.stop()
    this.show(false)
    for (const geometry of this.coarse.values()) geometry.dispose()
  }
}

/** A geometry with only some corners of another. */
function keeping(of: three.BufferGeometry, corners: Uint32Array, indices: Uint32Array): three.BufferGeometry {
  const found = new three.BufferGeometry()
  for (const [name, attribute] of Object.entries(of.attributes)) {
    const { itemSize } = attribute
    const kept = new Float32Array(corners.length * itemSize)
    corners.forEach((corner, i) => {
      for (let k = 0; k < itemSize; k++) kept[i * itemSize + k] = attribute.getComponent(corner, k)
    })
    found.setAttribute(name, new three.BufferAttribute(kept, itemSize))
  }
  found.setIndex(new three.BufferAttribute(indices, 1))
  found.setAttribute('cornerLight', new three.BufferAttribute(new Float32Array(corners.length * 3), 3).setUsage(three.DynamicDrawUsage)) // prettier-ignore
  return found
}
