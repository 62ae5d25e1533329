import * as three from 'three'
import { linearOf } from '~~/core/engine'
import { flickering } from '~~/core/light'
import { COLOURS } from '~/canvas/colours'
import type { Lamp } from './lamps'

/** What shines is seen itself: a ball so large (m), white-hot from so many candela on. */
const RADIUS = 0.05
const HOT = 30

/** The lights of a picture, as what one sees when one looks at them. */
export class Flames {
  private readonly mesh: three.InstancedMesh
  private readonly at = new three.Matrix4()
  private readonly colour = new three.Color()
  constructor(
    private readonly scene: three.Scene,
    most: number,
  ) {
    this.mesh = new three.InstancedMesh(new three.SphereGeometry(RADIUS, 10, 8), new three.MeshBasicMaterial({ toneMapped: false }), most) // prettier-ignore
    this.mesh.frustumCulled = false
    scene.add(this.mesh)
  }
  show(lamps: readonly Lamp[], t: number, engraved: boolean): void {
    this.mesh.count = lamps.length
    lamps.forEach(({ at, candela, colour, flicker }, i) => {
      this.mesh.setMatrixAt(i, this.at.makeTranslation(...at))
      const hot = Math.min(1, Math.sqrt((candela * flickering(flicker, t)) / HOT))
      if (engraved) this.colour.set(COLOURS.lamp)
      else this.colour.setRGB(...linearOf(colour)).lerp(new three.Color(1, 1, 1), hot * 0.6)
      this.mesh.setColorAt(i, this.colour.multiplyScalar(0.25 + 0.75 * hot))
    })
    this.mesh.instanceMatrix.needsUpdate = true
    if (this.mesh.instanceColor) this.mesh.instanceColor.needsUpdate = true
  }
  dispose(): void {
    this.scene.remove(this.mesh)
    this.mesh.geometry.dispose()
    ;(this.mesh.material as three.Material).dispose()
    this.mesh.dispose()
  }
}
