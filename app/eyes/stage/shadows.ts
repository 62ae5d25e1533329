import * as three from 'three'
import type { Point } from '~~/core/show'

/** What throws shadows is on this layer, too. */
export const CASTS = 1
/** A face of a light's surroundings is so many pixels wide, up to so many lights. */
const FACES = [
  { lights: 4, pixels: 256 },
  { lights: 12, pixels: 160 },
  { lights: Infinity, pixels: 96 },
]
const NEAREST = 0.05
/** The six ways about a light, and what is up in each. */
const WAYS: [Point, Point][] = [
  [[1, 0, 0], [0, 1, 0]],
  [[-1, 0, 0], [0, 1, 0]],
  [[0, 1, 0], [0, 0, 1]],
  [[0, -1, 0], [0, 0, 1]],
  [[0, 0, 1], [0, 1, 0]],
  [[0, 0, -1], [0, 1, 0]],
] // prettier-ignore

/** How far one sees from each light, all round: six faces a light, in one picture. */
export class Shadows {
  readonly target: three.WebGLRenderTarget
  /** As `atlas` in the shader. */
  readonly atlas: three.Vector4
  private readonly face: number
  private readonly columns: number
  /** What each tile shows. */
  private readonly kept: string[] = []
  private readonly camera = new three.PerspectiveCamera(90, 1, NEAREST, 10)
  private readonly material = new three.MeshBasicMaterial({ colorWrite: false, side: three.DoubleSide })

  constructor(lights: number) {
    this.face = FACES.find((each) => lights <= each.lights)!.pixels
    const tiles = Math.max(1, lights)
    this.columns = Math.ceil(Math.sqrt(tiles / 1.5))
    const [width, height] = [this.columns * 3 * this.face, Math.ceil(tiles / this.columns) * 2 * this.face]
    const depth = new three.DepthTexture(width, height, three.UnsignedIntType)
    depth.compareFunction = three.LessEqualCompare
    depth.minFilter = depth.magFilter = three.NearestFilter
    this.target = new three.WebGLRenderTarget(width, height, { depthTexture: depth, generateMipmaps: false })
    this.atlas = new three.Vector4(this.face / width, this.face / height, this.columns, this.face)
    this.material.polygonOffset = true
    this.material.polygonOffsetFactor = 1
    this.material.polygonOffsetUnits = 2
  }

  /** Whether a tile shows what `key` says; from now on it does. */
  shows(tile: number, key: string): boolean {
    if (this.kept[tile] === key) return true
    this.kept[tile] = key
    return false
  }
  /** Draws what a light sees of what throws shadows. */
  draw(renderer: three.WebGLRenderer, scene: three.Scene, tile: number, at: Point, reach: number): void {
    const { camera, face } = this
    camera.far = Math.max(reach, NEAREST * 2)
    camera.updateProjectionMatrix()
    camera.position.set(...at)
    camera.layers.set(CASTS)
    scene.overrideMaterial = this.material
    renderer.setRenderTarget(this.target)
    const [x, y] = [(tile % this.columns) * 3, Math.floor(tile / this.columns) * 2]
    WAYS.forEach(([way, up], i) => {
      camera.up.set(...up)
      camera.lookAt(at[0] + way[0], at[1] + way[1], at[2] + way[2])
      const [left, low] = [(x + (i % 3)) * face, (y + Math.floor(i / 3)) * face]
      this.target.viewport.set(left, low, face, face)
      this.target.scissor.set(left, low, face, face)
      this.target.scissorTest = true
      renderer.setRenderTarget(this.target)
      renderer.clear(true, true, false)
      renderer.render(scene, camera)
    })
    scene.overrideMaterial = null
    renderer.setRenderTarget(null)
  }

  dispose(): void {
    this.target.dispose()
    this.material.dispose()
  }
}
