import * as three from 'three'
import { linearOf } from '~~/core/engine'
import type { Colour } from '~~/core/show'

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
      depthTest: false,
      depthWrite: false,
      vertexShader: 'out vec2 at; void main() { at = position.xy; gl_Position = vec4(position.xy, 0.0, 1.0); }',
      // Two veils one over the other: black as strong as the vignette is here, then the fade.
      fragmentShader: `precision highp float; in vec2 at; out vec4 shown;
        uniform vec3 colour; uniform float opacity; uniform float amount; uniform float softness;
        vec3 encoded(vec3 c) { return mix(1.055 * pow(max(c, vec3(0.0031308)), vec3(1.0 / 2.4)) - 0.055, c * 12.92, lessThanEqual(c, vec3(0.0031308))); }
        void main() {
          float dark = amount * smoothstep(1.0 - softness, 1.35, length(at));
          float all = 1.0 - (1.0 - opacity) * (1.0 - dark);
          shown = vec4(all > 0.0 ? encoded(colour) * opacity / all : vec3(0.0), all);
        }`,
    })
    this.mesh = new three.Mesh(new three.PlaneGeometry(2, 2), material)
    this.mesh.frustumCulled = false
    this.mesh.renderOrder = 10
  }

  set(fade: { colour: Colour; opacity: number }, vignette: { amount: number; softness: number }): void {
    const { colour, opacity, amount, softness } = this.uniforms
    colour.value.set(...linearOf(fade.colour))
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
