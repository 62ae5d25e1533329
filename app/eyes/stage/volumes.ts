import * as three from 'three'
import { radians } from '~~/core/base'
import { frameIn } from '~~/core/engine'
import { facesOfShape, type Faces } from '~~/core/scene'
import type { Zone } from '~~/core/show'
import { COLOURS } from '~/canvas/colours'
import type { ShownMoment } from '~/frame/shown-moment'

/** Hatched like a survey map: lines aslant over the picture, dots for the rim. */
const FRAGMENT = `precision highp float; out vec4 shown; uniform vec3 colour; uniform bool isRim; in vec4 edge;
void main() {
  vec2 p = gl_FragCoord.xy;
  float e = min(min(edge.x, edge.y), min(edge.z, edge.w));
  float px = e / max(fwidth(e), 1e-5);
  bool line = e < 500.0 && px < 1.4;
  if (isRim) { if (!line || mod(p.x + p.y, 6.0) > 2.0) discard; }
  else if (!line && mod(p.x + p.y, 9.0) > 1.0) discard;
  shown = vec4(colour, line ? 0.9 : 0.5);
}`
const VERTEX = `in vec4 edges; out vec4 edge;
void main() { edge = edges; gl_Position = projectionMatrix * modelViewMatrix * vec4(position, 1.0); }`

interface Volume {
  of: Zone
  meshes: three.Mesh<three.BufferGeometry, three.ShaderMaterial>[]
}

/** Zones as volumes in the room, each with its rim. */
export class Volumes {
  private readonly known = new Map<string, Volume>()
  constructor(private readonly scene: three.Scene) {}

  show({ show, run, t }: ShownMoment, which: (zone: Zone) => 'none' | 'seen' | 'chosen'): void {
    const there = new Set<string>()
    for (const zone of show.zones) {
      const how = which(zone)
      if (how === 'none') continue
      there.add(zone.id)
      for (const mesh of this.volume(zone).meshes) {
        mesh.visible = true
        const frame = zone.tiedTo ? frameIn(show, run, zone.tiedTo.prop, t) : undefined
        mesh.position.set(...((frame?.at as [number, number, number] | undefined) ?? [0, 0, 0]))
        mesh.rotation.set(0, radians(frame?.yaw ?? 0), 0)
        mesh.material.uniforms.colour!.value.set(how === 'chosen' ? COLOURS.lamp : COLOURS.zone).convertLinearToSRGB()
      }
    }
    for (const [id, { meshes }] of this.known) if (!there.has(id)) for (const mesh of meshes) mesh.visible = false
  }
  private volume(zone: Zone): Volume {
    const known = this.known.get(zone.id)
    if (known?.of.shape === zone.shape && known.of.rim === zone.rim) return known
    if (known) this.drop(known)
    const meshes = [meshOf(facesOfShape(zone.shape), false)]
    if (zone.rim > 0) meshes.push(meshOf(facesOfShape(zone.shape, zone.rim), true))
    this.scene.add(...meshes)
    const volume = { of: zone, meshes }
    this.known.set(zone.id, volume)
    return volume
  }
  private drop({ meshes }: Volume): void {
    for (const mesh of meshes) {
      this.scene.remove(mesh)
      mesh.geometry.dispose()
      mesh.material.dispose()
    }
  }
  dispose(): void {
    for (const volume of this.known.values()) this.drop(volume)
    this.known.clear()
  }
}
function meshOf({ positions, edges, indices }: Faces, isRim: boolean): Volume['meshes'][number] {
  const geometry = new three.BufferGeometry()
  geometry.setAttribute('position', new three.BufferAttribute(positions, 3))
  geometry.setAttribute('edges', new three.BufferAttribute(edges, 4))
  geometry.setIndex(new three.BufferAttribute(indices, 1))
  const material = new three.ShaderMaterial({
    glslVersion: three.GLSL3,
    vertexShader: VERTEX,
    fragmentShader: FRAGMENT,
    uniforms: { colour: { value: new three.Color() }, isRim: { value: isRim } },
    transparent: true,
    depthWrite: false,
    side: three.DoubleSide,
  })
  const mesh = new three.Mesh(geometry, material)
  mesh.renderOrder = 1
  return mesh
}
