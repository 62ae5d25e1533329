import * as three from 'three'
import { shareOf } from '~~/core/light'
import type { Point, Wall } from '~~/core/show'
import { blocked } from '~~/core/space'
import type { Lit } from './light-sheet'
import { shapeKey } from './lamps'

/** What of a lamp's candela comes to which corners. */
interface Reached {
  key: string
  corners: Uint32Array
  shares: Float32Array
}

/** The light at the corners of what is drawn coarsely, by the formula of core/light, past walls. */
export class CornerLight {
  private readonly reached = new Map<string, Reached>()
  private corners: { at: Point; normal: Point }[] = []
  private placed = ''
  private walls: readonly Wall[] = []
  private shown = ''
  constructor(private readonly geometry: three.BufferGeometry) {}

  /** Works out what these lamps give where the geometry stands. */
  show(lit: readonly Lit[], walls: readonly Wall[], matrixWorld: three.Matrix4): void {
    this.place(matrixWorld, walls)
    const asked = lit.map(({ lamp, shines }) => `${lamp.light.id} ${shapeKey(lamp)} ${shines.join()}`).join()
    if (asked === this.shown) return
    this.shown = asked
    const light = this.geometry.getAttribute('cornerLight') as three.BufferAttribute
    const sums = light.array as Float32Array
    sums.fill(0)
    for (const { lamp, shines } of lit) {
      const { corners, shares } = this.reach({ lamp, walls })
      const [r, g, b] = shines
      for (let i = 0; i < corners.length; i++) {
        const at = 3 * corners[i]!
        const share = shares[i]!
        sums[at]! += share * r
        sums[at + 1]! += share * g
        sums[at + 2]! += share * b
      }
    }
    light.needsUpdate = true
  }
  private place(matrixWorld: three.Matrix4, walls: readonly Wall[]): void {
    const placed = matrixWorld.elements.join()
    if (placed === this.placed && walls === this.walls) return
    this.placed = placed
    this.walls = walls
    this.shown = ''
    this.reached.clear()
    const [position, normal] = [this.geometry.getAttribute('position'), this.geometry.getAttribute('normal')]
    const turn = new three.Matrix3().getNormalMatrix(matrixWorld)
    const v = new three.Vector3()
    this.corners = Array.from({ length: position.count }, (_, i) => ({
      at: v.fromBufferAttribute(position, i).applyMatrix4(matrixWorld).toArray(),
      normal: v.fromBufferAttribute(normal, i).applyMatrix3(turn).normalize().toArray(),
    }))
  }
  private reach({ lamp, walls }: { lamp: Lit['lamp']; walls: readonly Wall[] }): Reached {
    const known = this.reached.get(lamp.light.id)
    const key = shapeKey(lamp)
    if (known?.key === key) return known
    const { at, light, inHand } = lamp
    const corners: number[] = []
    const shares: number[] = []
    this.corners.forEach(({ at: corner, normal }, i) => {
      const way: Point = [at[0] - corner[0], at[1] - corner[1], at[2] - corner[2]]
      const far = Math.hypot(...way)
      if (far >= light.reach) return
      const leans = (way[0] * normal[0] + way[1] * normal[1] + way[2] * normal[2]) / Math.max(far, 1e-5)
      const share = leans > 0 ? leans * shareOf(light, at, corner, inHand) : 0
      if (share === 0 || (!inHand && blocked(walls, [at[0], at[2]], [corner[0], corner[2]], (at[1] + corner[1]) / 2))) return // prettier-ignore
      corners.push(i)
      shares.push(share)
    })
    const found = { key, corners: Uint32Array.from(corners), shares: Float32Array.from(shares) }
    this.reached.set(light.id, found)
    return found
  }
}
