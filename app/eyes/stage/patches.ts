import * as three from 'three'
import { laidOut, type Faces, type Rect } from '~~/core/scene'
import type { Point } from '~~/core/show'

/** So many squares a metre of surface, where that many fit. */
export const PER_METRE = 8
const WIDEST = 2048

/** What stands in a place. */
export interface Body {
  faces: Faces
  mesh: three.Mesh
  /** Of when it moved last: no two moves have the same. */
  stamp: number
  /** Of what colour (linear) each of its patches is, or all of them; another list once it is another colour. */
  tints: readonly Point[]
}
/** A patch of a body where it is now. */
export interface LyingPatch {
  body: number
  /** Its place among the body's own. */
  index: number
  rect: Rect
  at: three.Vector3
  along: three.Vector3
  up: three.Vector3
  normal: three.Vector3
  turned: three.Vector3
  /** Bent, it may face any way. */
  isBent: boolean
  /** As far as it reaches each way. */
  box: three.Box3
}

/** All patches of what stands in a place, laid side by side on a sheet. */
export class Patches {
  readonly all: readonly LyingPatch[]
  readonly width: number
  readonly height: number
  private readonly firstOf: readonly number[]
  private readonly stamps: number[]

  /** Where their corners lie on the sheet is put into the bodies' geometries. */
  constructor(readonly bodies: readonly Body[]) {
    const { width, height, rects, on } = laidOut(bodies.map(({ faces }) => faces), PER_METRE, WIDEST) // prettier-ignore
    this.width = width
    this.height = height
    let count = 0
    this.firstOf = bodies.map(({ faces }) => (count += faces.patches.length) - faces.patches.length)
    this.all = bodies.flatMap(({ faces, mesh }, body) => {
      mesh.geometry.setAttribute('onSheet', new three.BufferAttribute(on[body]!, 2))
      return faces.patches.map(({ turned }, i): LyingPatch => {
        const [at, along, up, normal, turnedTo] = Array.from({ length: 5 }, () => new three.Vector3()) as [three.Vector3, three.Vector3, three.Vector3, three.Vector3, three.Vector3] // prettier-ignore
        return { body, index: i, rect: rects[body]![i]!, at, along, up, normal, turned: turnedTo, isBent: turned !== undefined, box: new three.Box3() } // prettier-ignore
      })
    })
    this.stamps = bodies.map(() => NaN)
  }

  /** Looks where everything is now; which patches lie elsewhere than they did. */
  moved(): number[] {
    const found: number[] = []
    this.bodies.forEach((body, b) => {
      if (this.stamps[b] === body.stamp) return
      this.stamps[b] = body.stamp
      body.faces.patches.forEach((_, i) => {
        this.lay(body, this.firstOf[b]! + i, i)
        found.push(this.firstOf[b]! + i)
      })
    })
    return found
  }
  private lay({ faces, mesh: { matrixWorld } }: Body, index: number, of: number): void {
    const patch = faces.patches[of]!
    const { at, along, up, normal, turned, box } = this.all[index]!
    const turn = new three.Matrix3().setFromMatrix4(matrixWorld)
    at.set(...patch.at).applyMatrix4(matrixWorld)
    along.set(...patch.along).applyMatrix3(turn)
    up.set(...patch.up).applyMatrix3(turn)
    normal.set(...patch.normal).applyMatrix3(turn)
    turned.set(...(patch.turned ?? patch.normal)).applyMatrix3(turn)
    box.makeEmpty().expandByPoint(at)
    for (const [u, v] of [[1, 0], [0, 1], [1, 1]] as const) box.expandByPoint(at.clone().addScaledVector(along, u).addScaledVector(up, v)) // prettier-ignore
  }
}
