import { radians } from '~~/core/base'
import * as three from 'three'
import { channelAt, linearOf, type Pose } from '~~/core/engine'
import { shiningAt, WHITE_LUX } from '~~/core/light'
import { builtOf, facesOfProp, type Faces, type Piece } from '~~/core/scene'
import type { Place, Point, Prop } from '~~/core/show'
import { COLOURS } from '~/canvas/colours'
import { propNow, type PropNow } from '~/plan/canvas/prop-now'
import { drawGrains, layerOf } from './grains'
import { lampsInSight, writeLamps, type Lamp } from './lamps'
import { Bursts } from './bursts'
import { Figures } from './figures'
import { Flames } from './flames'
import { PlaceMesh } from './meshes'
import { Prompts } from './prompts'
import { Shadows } from './shadows'
import type { ShownMoment } from '~/frame/shown-moment'
import { builtMaterial, cardMaterial, engrave, MOST_LAMPS, propMaterial, sharedUniforms } from './surface-material'
import { Veil } from './veil'
import { Volumes } from './volumes'

/** How one looks: engraved or lit, from the player's picture or from elsewhere, and what stands out. */
export interface Look {
  engraved: boolean
  pose?: Pose
  chosen?: { kind: string; id: string }
  /** Whether all zones are seen as volumes; the chosen one always is. */
  zones?: boolean
  /** Whether floors and walls are seen even where a mesh is. */
  drawn?: boolean
  /** Whether only the brightest shine, for the sake of the rate. */
  fewLamps?: boolean
}
/** What is under a pointer. */
export interface Hit {
  kind: 'floor' | 'wall' | 'prop'
  id: string
  at: Point
  /** Which way the surface faces there. */
  normal: Point
}

/** So many shine where the rate has fallen. */
const FEW_LAMPS = 4
/** What throws shadows is on this layer, too. */
const CASTS = 1
/** A lamp isn't in its own light, nor anything that a light is in: so far around it (m). */
const OWN = 0.12
const OWN_LAMP = 0.6
const BACKDROP = '#05080a'

function geometryOf({ positions, normals, across, edges, owners, indices }: Faces): three.BufferGeometry {
  const geometry = new three.BufferGeometry()
  geometry.setAttribute('position', new three.BufferAttribute(positions, 3))
  geometry.setAttribute('normal', new three.BufferAttribute(normals, 3))
  geometry.setAttribute('across', new three.BufferAttribute(across, 2))
  geometry.setAttribute('edges', new three.BufferAttribute(edges, 4))
  geometry.setAttribute('owner', new three.BufferAttribute(owners, 1))
  geometry.setIndex(new three.BufferAttribute(indices, 1))
  return geometry
}

interface Standing {
  prop: Prop
  key: string
  mesh: three.Mesh<three.BufferGeometry, three.ShaderMaterial>
  /** Of when it moved last: no two moves have the same. */
  stamp: number
}

/** A place as it is seen, drawn on a canvas: any moment of a run by itself. */
export class Stage {
  private readonly renderer: three.WebGLRenderer
  private readonly scene = new three.Scene()
  private readonly camera = new three.PerspectiveCamera(60, 16 / 9, 0.05, 400)
  private readonly shared = sharedUniforms()
  private readonly grains: three.WebGLArrayRenderTarget
  private readonly veil = new Veil()
  private readonly prompts = new Prompts(this.scene)
  private readonly bursts = new Bursts(this.scene)
  private readonly volumes = new Volumes(this.scene)
  private readonly figures = new Figures(this.scene, this.shared)
  private readonly mesh: PlaceMesh
  private readonly flames = new Flames(this.scene, MOST_LAMPS)
  private shadows: Shadows | undefined
  private built: three.Mesh<three.BufferGeometry, three.ShaderMaterial> | undefined
  private pieces: Piece[] = []
  private builtFrom: readonly unknown[] = []
  private builtVersion = 0
  /** How often something has moved. */
  private moves = 0
  private readonly standing = new Map<string, Standing>()
  private readonly ray = new three.Raycaster()
  private card: three.Mesh | undefined

  /** @throws Error where there is no WebGL 2 */
  constructor(canvas: HTMLCanvasElement, came: () => void) {
    this.mesh = new PlaceMesh(this.scene, this.shared, came)
    this.renderer = new three.WebGLRenderer({ canvas, antialias: false, alpha: false, stencil: false }) // prettier-ignore
    this.renderer.autoClear = false
    this.renderer.info.autoReset = false
    this.renderer.setClearColor(BACKDROP)
    this.grains = drawGrains(this.renderer)
    this.shared.grains!.value = this.grains.texture
    this.scene.add(this.veil.mesh)
    // What has moved is worked out once for all pictures of a moment.
    this.scene.matrixWorldAutoUpdate = false
    this.ray.layers.enableAll()
  }

  setSize(width: number, height: number): void {
    this.renderer.setSize(width, height, false)
    this.camera.aspect = width / height
  }

  /** Draws a moment. */
  show(moment: ShownMoment, look: Look): void {
    const { show, run, t, player } = moment
    this.build(show.place)
    this.mesh.show(show.place.mesh)
    // What has been found in a mesh is the same as it, and would shine through it.
    const isSeen = !this.mesh.isThere || look.drawn
    this.built?.layers[isSeen ? 'enable' : 'disable'](0)
    const air = channelAt(show, run, 'atmosphere', t, player)
    const pose = look.pose ?? channelAt(show, run, 'camera', t, player)
    this.aim(pose)
    this.putProps(moment, look)
    this.prompts.show(moment, pose)
    this.bursts.show(moment)
    this.figures.show(moment)
    this.volumes.show(moment, (zone) =>
      look.chosen?.kind === 'zone' && look.chosen.id === zone.id ? 'chosen' : look.zones ? 'seen' : 'none',
    )
    this.scene.updateMatrixWorld()

    const { shared } = this
    shared.gain!.value = air.exposure / WHITE_LUX
    this.scene.traverse((thing) => {
      const { material } = thing as { material?: unknown }
      if (material instanceof three.ShaderMaterial && 'lamps' in material.uniforms) engrave(material, look.engraved)
    })
    ;(shared.ambient!.value as three.Vector3).set(...linearOf(air.ambient)).multiplyScalar(air.level)
    ;(shared.shadowTint!.value as three.Vector3).set(...linearOf(air.shadow))
    ;(shared.fog!.value as three.Vector4).set(...linearOf(air.fogColour), air.fogDensity)
    this.light(moment, pose, look)
    if (this.built)
      this.built.material.uniforms.chosen!.value = this.pieces.findIndex(
        ({ kind, id }) => kind === look.chosen?.kind && id === look.chosen.id,
      )
    this.veil.set(
      channelAt(show, run, 'picture', t, player),
      look.engraved ? { amount: 0, softness: 1 } : { amount: air.vignetteAmount, softness: air.vignetteSoftness },
    )
    const back = new three.Color(look.engraved ? COLOURS.ink0 : BACKDROP)
    if (air.fogDensity > 0 && !look.engraved) back.setRGB(...linearOf(air.fogColour))
    this.renderer.setClearColor(back)
    this.renderer.info.reset()
    this.renderer.clear()
    this.renderer.render(this.scene, this.camera)
  }

  private aim({ at, yaw, pitch, fov }: Pose): void {
    this.camera.position.set(...at)
    this.camera.rotation.set(radians(pitch), radians(yaw), 0, 'YXZ')
    this.camera.fov = fov
    this.camera.updateProjectionMatrix()
    this.camera.updateMatrixWorld()
  }

  private build({ floors, walls, lights }: Place): void {
    if (this.builtFrom[0] === floors && this.builtFrom[1] === walls && this.builtFrom[2] === lights.length) return
    this.builtFrom = [floors, walls, lights.length]
    this.builtVersion++
    if (this.built) {
      this.scene.remove(this.built)
      this.built.geometry.dispose()
      this.built.material.dispose()
    }
    const { faces, pieces } = builtOf({ floors, walls })
    this.pieces = pieces
    const geometry = geometryOf(faces)
    const colours = pieces.map(({ colour }) => linearOf(colour))
    const layers = pieces.map(({ surface }) => layerOf(surface))
    const tint = new Float32Array(faces.owners.length * 3)
    const layer = new Float32Array(faces.owners.length)
    faces.owners.forEach((owner, i) => {
      tint.set(colours[owner]!, i * 3)
      layer[i] = layers[owner]!
    })
    geometry.setAttribute('tint', new three.BufferAttribute(tint, 3))
    geometry.setAttribute('layer', new three.BufferAttribute(layer, 1))
    this.built = new three.Mesh(geometry, builtMaterial(this.shared))
    this.built.layers.enable(CASTS)
    this.scene.add(this.built)
    this.shadows?.dispose()
    this.shadows = new Shadows(lights.length)
    this.shared.shadows!.value = this.shadows.target.depthTexture
    this.shared.atlas!.value = this.shadows.atlas
  }

  private putProps(moment: ShownMoment, look: Look): void {
    const { show } = moment
    const there = new Set<string>()
    for (const prop of show.place.props) {
      there.add(prop.id)
      const standing = this.stand(prop)
      const { mesh } = standing
      const now = propNow(moment, prop)
      const hasMoved = put(mesh, now, show.player.eye)
      mesh.updateMatrix()
      const isOfMesh = this.mesh.goWith(prop, now.shown, show.place.mesh, mesh.matrix)
      const isSeen = now.shown && !isOfMesh
      if (hasMoved || isSeen !== mesh.visible) standing.stamp = ++this.moves
      mesh.visible = isSeen
      if (!mesh.visible) continue
      const { uniforms } = mesh.material
      uniforms.tint!.value.set(...linearOf(now.colour))
      uniforms.grainLayer!.value = layerOf(now.surface)
      uniforms.chosen!.value = look.chosen?.kind === 'prop' && look.chosen.id === prop.id ? 1 : 0
    }
    for (const [id, { mesh }] of this.standing)
      if (!there.has(id)) {
        this.scene.remove(mesh)
        mesh.geometry.dispose()
        mesh.material.dispose()
        this.standing.delete(id)
      }
  }
  private stand(prop: Prop): Standing {
    const known = this.standing.get(prop.id)
    if (known?.prop === prop) return known
    const key = JSON.stringify([prop.kind, prop.size, prop.form, prop.hinge])
    if (known?.key === key) {
      known.prop = prop
      return known
    }
    if (known) {
      known.mesh.geometry.dispose()
      this.scene.remove(known.mesh)
      known.mesh.material.dispose()
    }
    const mesh = new three.Mesh(geometryOf(facesOfProp(prop)), propMaterial(this.shared))
    mesh.name = prop.id
    this.scene.add(mesh)
    const standing = { prop, key, mesh, stamp: ++this.moves }
    this.standing.set(prop.id, standing)
    return standing
  }

  private light(moment: ShownMoment, pose: Pose, { engraved, fewLamps }: Look): void {
    const { show, run, t, player } = moment
    const frustum = new three.Frustum().setFromProjectionMatrix(
      new three.Matrix4().multiplyMatrices(this.camera.projectionMatrix, this.camera.matrixWorldInverse),
    )
    const shining = shiningAt(show, run, player, t).map((each): Lamp => ({ ...each, tile: show.place.lights.indexOf(each.light) })) // prettier-ignore
    const lamps = lampsInSight(shining, pose.at, frustum, fewLamps ? FEW_LAMPS : MOST_LAMPS)
    for (const lamp of lamps) this.castShadows(lamp)
    writeLamps(this.shared, lamps, t)
    this.flames.show(lamps, t, engraved)
  }
  private castShadows({ at, light, tile }: Lamp): void {
    const near = [...this.standing.values()].filter(({ mesh, prop }) => prop.solid && mesh.visible && isNear(at, mesh, prop, light.reach)) // prettier-ignore
    const stamps = near.reduce((sum, { stamp }) => sum + stamp, 0)
    if (this.shadows!.shows(tile, `${this.builtVersion} ${near.length} ${stamps} ${at.join()} ${light.reach}`)) return
    for (const { mesh } of this.standing.values()) mesh.layers.disable(CASTS)
    for (const { mesh, prop } of near)
      if (!isIn(at, mesh, prop, prop.form === 'lamp' ? OWN_LAMP : OWN)) mesh.layers.enable(CASTS)
    this.shadows!.draw(this.renderer, this.scene, tile, at, light.reach, CASTS)
  }

  /** What is seen at a point of the picture: −1 to 1 from left to right and from below to above. */
  hit(x: number, y: number): Hit | undefined {
    this.ray.setFromCamera(new three.Vector2(x, y), this.camera)
    const meshes: three.Object3D[] = [...this.standing.values()].flatMap(({ mesh }) => (mesh.visible ? [mesh] : []))
    if (this.built) meshes.push(this.built)
    const [first] = this.ray.intersectObjects(meshes, false)
    if (!first) return undefined
    const at: Point = [first.point.x, first.point.y, first.point.z]
    const facing = first.face!.normal.clone().transformDirection(first.object.matrixWorld)
    const normal: Point = [facing.x, facing.y, facing.z]
    if (first.object !== this.built) return { kind: 'prop', id: first.object.name, at, normal }
    const owner = this.built.geometry.getAttribute('owner').getX(first.face!.a)
    const { kind, id } = this.pieces[owner]!
    return { kind, id, at, normal }
  }

  /** Puts a white card before the camera that faces every light, for who measures; a point to have none. */
  putCard(at: Point | undefined): void {
    if (!this.card) {
      this.card = new three.Mesh(new three.SphereGeometry(0.04, 12, 8), cardMaterial(this.shared))
      this.scene.add(this.card)
    }
    this.card.visible = at !== undefined
    if (at) this.card.position.set(...at)
  }
  get drawCalls(): number {
    return this.renderer.info.render.calls
  }

  dispose(): void {
    for (const each of [this.mesh, this.prompts, this.bursts, this.volumes, this.figures, this.flames]) each.dispose()
    this.veil.dispose()
    this.shadows?.dispose()
    this.grains.dispose()
    for (const { mesh } of this.standing.values()) {
      mesh.geometry.dispose()
      mesh.material.dispose()
    }
    this.built?.geometry.dispose()
    this.built?.material.dispose()
    this.renderer.dispose()
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
const isNear = (at: Point, { position }: three.Object3D, { size: [w, h, d] }: Prop, reach: number): boolean =>
  Math.hypot(position.x - at[0], position.y + h / 2 - at[1], position.z - at[2]) < reach + Math.hypot(w, h, d) / 2
/** Whether a point is within a prop, or so near to it. */
function isIn(at: Point, mesh: three.Object3D, { size: [w, h, d] }: Prop, near: number): boolean {
  const local = mesh.worldToLocal(new three.Vector3(...at))
  return Math.abs(local.x) < w / 2 + near && Math.abs(local.z) < d / 2 + near && local.y > -near && local.y < h + near
}
