import * as three from 'three'
import type { Colour } from '~~/core/show'
import { bytesOf } from '~/canvas/colours'

/** Into so many parts both ways the picture is cut, at whose corners the vignette is worked out. */
const PARTS = [32, 20] as const
/** How light goes into the numbers of a picture, about (IEC 61966-2-1). */
const GAMMA = 2.2
/** What lies over the whole picture: the vignette, and a fade above it. */
export class Veil {
  private readonly uniforms = {
    colour: { value: new three.Vector3() },
    opacity: { value: 0 },
    amount: { value: 0 },
    softness: { value: 0.5 },
  }
  readonly mesh: three.Mesh

  constructor() {
    const material = new three.ShaderMaterial({
      glslVersion: three.GLSL3,
      uniforms: this.uniforms,
      transparent: true,
      premultipliedAlpha: true,
      depthTest: false,
      depthWrite: false,
      // Two veils one over the other: black as strong as the vignette is here, then the fade.
      vertexShader: `uniform float opacity; uniform float amount; uniform float softness; out float covers;
        void main() {
          float dark = amount * smoothstep(1.0 - softness, 1.35, length(position.xy));
          covers = 1.0 - (1.0 - opacity) * (1.0 - dark);
          gl_Position = vec4(position.xy, 0.0, 1.0);
        }`,
      fragmentShader: `precision highp float; in float covers; out vec4 shown; uniform vec3 colour; uniform float opacity;
        void main() { shown = vec4(colour * opacity, covers); }`,
    })
    this.mesh = new three.Mesh(new three.PlaneGeometry(2, 2, ...PARTS), material)
    this.mesh.frustumCulled = false
    this.mesh.renderOrder = 10
  }

  /** `dim`: the share of its light that the fade’s colour is left. */
  set(fade: { colour: Colour; opacity: number }, vignette: { amount: number; softness: number }, dim = 1): void {
    const { colour, opacity, amount, softness } = this.uniforms
    colour.value.set(
      ...(bytesOf(fade.colour).map((byte) => (byte / 255) * dim ** (1 / GAMMA)) as [number, number, number]),
    )
    opacity.value = fade.opacity
    amount.value = vignette.amount
    softness.value = Math.max(0.01, vignette.softness)
    this.mesh.visible = fade.opacity > 0 || vignette.amount > 0
  }
  dispose(): void {
    this.mesh.geometry.dispose()
    ;(this.mesh.material as three.Material).dispose()
  }
}
