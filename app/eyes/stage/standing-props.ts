import * as three from 'three'
import { radians } from '~~/core/base'
import { linearOf } from '~~/core/engine'
import { facesOfProp } from '~~/core/scene'
import type { Mesh as Placing, Point, Prop } from '~~/core/show'
import { propNow, type PropNow } from '~/plan/canvas/prop-now'
import type { ShownMoment } from '~/frame/shown-moment'
import { geometryOf } from './faces-geometry'
import { layerOf } from './grains'
import type { PlaceMesh } from './meshes'
import type { Body } from './patches'
import { propMaterial, type SharedUniforms } from './surface-material'

/** A prop as it stands in a picture. */
export interface StandingProp extends Body {
  prop: Prop
  key: string
  mesh: three.Mesh<three.BufferGeometry, three.ShaderMaterial>
  colour: string
}

/** The props of a place, each where it is at a moment of a run. */
export class StandingProps {
  private readonly standing = new Map<string, StandingProp>()
  /** How often something has come, gone, or become another shape. */
  version = 0
  /** How often something has moved. */
  private moves = 0
  constructor(
    private readonly scene: three.Scene,
    private readonly shared: SharedUniforms,
    private readonly inMesh: PlaceMesh,
  ) {}

  get all(): readonly StandingProp[] {
    return [...this.standing.values()]
  }
  /** Those that are seen. */
  get seen(): StandingProp[] {
    return this.all.filter(({ mesh }) => mesh.visible)
  }

  show(moment: ShownMoment, placing: Placing | undefined, chosen: { kind: string; id: string } | undefined): void {
    const { show } = moment
    const there = new Set<string>()
    for (const prop of show.place.props) {
      there.add(prop.id)
      const standing = this.stand(prop)
      const { mesh } = standing
      const now = propNow(moment, prop)
      const hasMoved = put(mesh, now, show.player.eye)
      mesh.updateMatrix()
      const isOfMesh = this.inMesh.goWith(prop, now.shown, placing, mesh.matrix)
      const isSeen = now.shown && !isOfMesh
      if (hasMoved || isSeen !== mesh.visible) standing.stamp = ++this.moves
      mesh.visible = isSeen
      if (!mesh.visible) continue
      const { uniforms } = mesh.material
      if (standing.colour !== now.colour) standing.tints = [linearOf(now.colour)]
      standing.colour = now.colour
      uniforms.grainLayer!.value = layerOf(now.surface)
      uniforms.chosen!.value = chosen?.kind === 'prop' && chosen.id === prop.id ? 1 : 0
    }
    for (const [id, standing] of this.standing)
      if (!there.has(id)) {
        this.drop(standing)
        this.standing.delete(id)
      }
  }
  private stand(prop: Prop): StandingProp {
    const known = this.standing.get(prop.id)
    if (known?.prop === prop) return known
    const key = JSON.stringify([prop.kind, prop.size, prop.form, prop.hinge])
    if (known?.key === key) {
      known.prop = prop
      return known
    }
    if (known) this.drop(known)
    this.version++
    const faces = facesOfProp(prop)
    const mesh = new three.Mesh(geometryOf(faces), propMaterial(this.shared))
    this.scene.add(mesh)
    const { colour } = prop
    const standing = { prop, key, colour, tints: [linearOf(colour)], faces, mesh, stamp: ++this.moves }
    this.standing.set(prop.id, standing)
    return standing
  }
  private drop({ mesh }: StandingProp): void {
    this.version++
    this.scene.remove(mesh)
    mesh.geometry.dispose()
    mesh.material.dispose()
  }
  dispose(): void {
    for (const standing of this.standing.values()) this.drop(standing)
  }
}

/** How far below the eyes the middle of what is carried is held (m). */
const HELD_BELOW = 0.35
/** Puts a prop where it is now; whether it was elsewhere. */
function put(mesh: three.Object3D, { placed, isCarried }: PropNow, eye: number): boolean {
  const [x, y, z] = placed.at
  const up = isCarried ? y + eye - HELD_BELOW - placed.size[1] / 2 : y
  const turn = radians(placed.yaw)
  const { position, rotation } = mesh
  if (position.x === x && position.y === up && position.z === z && rotation.y === turn) return false
  position.set(x, up, z)
  rotation.set(0, turn, 0)
  return true
}

/** Whether a light reaches a prop. */
export const isNear = (at: Point, { mesh: { position }, prop: { size } }: StandingProp, reach: number): boolean =>
  Math.hypot(position.x - at[0], position.y + size[1] / 2 - at[1], position.z - at[2]) < reach + Math.hypot(...size) / 2
/** Whether a point is within a prop, or so near to it (m). */
export function isIn(at: Point, { mesh, prop }: StandingProp, near: number): boolean {
  const [w, h, d] = prop.size
  const local = mesh.worldToLocal(new three.Vector3(...at))
  return Math.abs(local.x) < w / 2 + near && Math.abs(local.z) < d / 2 + near && local.y > -near && local.y < h + near
}
