import * as three from 'three'

/** What each patch is drawn by: names of attributes, how many numbers each has. */
export type Fields = readonly (readonly [name: string, size: number])[]

/** Draws patches of a sheet, each as the rectangle that it has there. */
export class PatchQuads {
  private readonly geometry = new three.InstancedBufferGeometry()
  private readonly buffer: three.InstancedInterleavedBuffer
  private readonly scene = new three.Scene()
  private readonly camera = new three.Camera()
  private readonly stride: number

  constructor(
    private readonly material: three.ShaderMaterial,
    fields: Fields,
    most: number,
  ) {
    this.stride = fields.reduce((sum, [, size]) => sum + size, 0)
    this.buffer = new three.InstancedInterleavedBuffer(new Float32Array(most * this.stride), this.stride)
    const quad = new three.PlaneGeometry(1, 1)
    this.geometry.index = quad.index
    this.geometry.setAttribute('position', quad.getAttribute('position'))
    this.geometry.setAttribute('uv', quad.getAttribute('uv'))
    let offset = 0
    for (const [name, size] of fields) {
      this.geometry.setAttribute(name, new three.InterleavedBufferAttribute(this.buffer, size, offset))
      offset += size
    }
    const mesh = new three.Mesh(this.geometry, material)
    mesh.frustumCulled = false
    this.scene.add(mesh)
  }

  /** Draws patches onto a picture; `write` puts what one is drawn by into an array from a place on. */
  draw(
    renderer: three.WebGLRenderer,
    target: three.WebGLRenderTarget,
    patches: readonly number[],
    write: (patch: number, into: Float32Array, from: number) => void,
  ): void {
    if (patches.length === 0) return
    patches.forEach((patch, i) => write(patch, this.buffer.array as Float32Array, i * this.stride))
    this.buffer.clearUpdateRanges()
    this.buffer.addUpdateRange(0, patches.length * this.stride)
    this.buffer.needsUpdate = true
    this.geometry.instanceCount = patches.length
    renderer.setRenderTarget(target)
    renderer.render(this.scene, this.camera)
    renderer.setRenderTarget(null)
  }
  dispose(): void {
    this.geometry.dispose()
    this.material.dispose()
  }
}
