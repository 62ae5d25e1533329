import * as three from 'three'
import { radians } from '~~/core/base'
import { channelAt, linearOf, type Pose } from '~~/core/engine'
import { luminance, WHITE_LUX } from '~~/core/light'
import type { Place, Point } from '~~/core/show'
import { bytesOf, COLOURS } from '~/canvas/colours'
import type { ShownMoment } from '~/frame/shown-moment'
import { Built } from './built'
import { Bursts } from './bursts'
import { Figures } from './figures'
import { drawGrains } from './grains'
import { Lights } from './lights'
import { PlaceMesh } from './meshes'
import { Prompts } from './prompts'
import { CASTS } from './shadows'
import { StandingProps } from './standing-props'
import { cardMaterial, drawAs, sharedUniforms } from './surface-material'
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
  /** The share of its brightness that is left to the picture, 0 to 1. */
  dim?: number
  /** Whether what is finely made is drawn coarsely, for the sake of the rate. */
  coarse?: boolean
}
/** What is under a pointer. */
export interface Hit {
  /** `mesh`: something of somebody else's file that is no thing of the show. */
  kind: 'floor' | 'wall' | 'prop' | 'mesh'
  id: string
  at: Point
  /** Which way the surface faces there. */
  normal: Point
}

const BACKDROP = '#05080a'
/** Too little to be seen (m). */
const ASIDE = 3e-4
/** Two surfaces so near to each other are one (m). */
const SAME_SURFACE = 0.05

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
  private readonly props: StandingProps
  private readonly lights: Lights
  private built: Built | undefined
  private builtFrom: readonly unknown[] = []
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
    this.props = new StandingProps(this.scene, this.shared, this.mesh)
    this.lights = new Lights(this.renderer, this.scene, this.shared, this.props)
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
    const built = this.build(show.place)
    this.mesh.show(show.place.mesh)
    // What has been found in a mesh is the same as it, and would shine through it.
    const isSeen = !this.mesh.isThere || look.drawn
    built.mesh.layers[isSeen ? 'enable' : 'disable'](0)
    const air = channelAt(show, run, 'atmosphere', t, player)
    const pose = look.pose ?? channelAt(show, run, 'camera', t, player)
    this.aim(pose)
    this.props.show(moment, show.place.mesh, look.chosen)
    this.prompts.show(moment, pose)
    this.bursts.show(moment)
    this.figures.show(moment, look.engraved)
    this.volumes.show(moment, (zone) =>
      look.chosen?.kind === 'zone' && look.chosen.id === zone.id ? 'chosen' : look.zones ? 'seen' : 'none',
    )
    this.scene.updateMatrixWorld()

    const { shared } = this
    const dim = look.dim ?? 1
    shared.gain!.value = (air.exposure / WHITE_LUX) * dim
    ;(shared.ambient!.value as three.Vector3).set(...linearOf(air.ambient)).multiplyScalar(air.level)
    ;(shared.shadowTint!.value as three.Vector3).set(...linearOf(air.shadow))
    const [r, g, b] = bytesOf(air.fogColour)
    ;(shared.fog!.value as three.Vector4).set(r / 255, g / 255, b / 255, Math.sqrt(luminance(air.fogColour)))
    shared.fogDensity!.value = air.fogDensity
    const lit = this.lights.show(moment, built, pose.at, this.camera, look.engraved)
    this.mesh.showCoarse(look.coarse === true, lit, show.place.walls)
    built.choose(look.chosen)
    this.scene.traverse((thing) => {
      const { material } = thing as { material?: unknown }
      if (material instanceof three.ShaderMaterial && 'lamps' in material.uniforms)
        drawAs(material, { isEngraved: look.engraved, isCornerLit: this.mesh.isCornerLit(material) })
    })
    this.veil.set(
      channelAt(show, run, 'picture', t, player),
      look.engraved ? { amount: 0, softness: 1 } : { amount: air.vignetteAmount, softness: air.vignetteSoftness },
      dim,
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
    // What lies in the very plane of the eyes is drawn anywhere by some drawing in software.
    this.camera.translateZ(-ASIDE)
    this.camera.fov = fov
    this.camera.updateProjectionMatrix()
    this.camera.updateMatrixWorld()
  }

  private build({ floors, walls }: Place): Built {
    if (this.built && this.builtFrom[0] === floors && this.builtFrom[1] === walls) return this.built
    this.builtFrom = [floors, walls]
    this.tearDown()
    this.built = new Built({ floors, walls }, this.shared)
    this.built.mesh.layers.enable(CASTS)
    this.scene.add(this.built.mesh)
    return this.built
  }
  private tearDown(): void {
    if (!this.built) return
    this.scene.remove(this.built.mesh)
    this.built.dispose()
  }

  /** What is seen at a point of the picture: −1 to 1 from left to right and from below to above. */
  hit(x: number, y: number): Hit | undefined {
    this.ray.setFromCamera(new three.Vector2(x, y), this.camera)
    const things: three.Object3D[] = [...this.props.seen.map(({ mesh }) => mesh), ...this.mesh.pointable]
    if (this.built) things.push(this.built.mesh)
    const hits = this.ray.intersectObjects(things, false)
    const [nearest] = hits
    // A floor or wall that was found in a mesh lies in its surface: of the two it is what is meant.
    const isFound = ({ object, distance }: three.Intersection) =>
      object === this.built?.mesh && distance < nearest!.distance + SAME_SURFACE
    const first = (nearest && this.thingOf(nearest.object).kind === 'mesh' && hits.find(isFound)) || nearest
    if (!first) return undefined
    const at: Point = [first.point.x, first.point.y, first.point.z]
    const facing = first.face!.normal.clone().transformDirection(first.object.matrixWorld)
    const normal: Point = [facing.x, facing.y, facing.z]
    if (first.object !== this.built?.mesh) return { ...this.thingOf(first.object), at, normal }
    const { kind, id } = this.built.pieceAt(first.face!.a)
    return { kind, id, at, normal }
  }

  private thingOf(object: three.Object3D): Pick<Hit, 'kind' | 'id'> {
    const id = this.mesh.propOf(object) ?? this.props.all.find(({ mesh }) => mesh === object)?.prop.id
    return id === undefined ? { kind: 'mesh', id: '' } : { kind: 'prop', id }
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
  /** Whether something is drawn coarsely, for the sake of the rate. */
  get isCoarse(): boolean {
    return this.mesh.isCoarse
  }
  get drawCalls(): number {
    return this.renderer.info.render.calls
  }

  dispose(): void {
    for (const each of [
      this.mesh,
      this.prompts,
      this.bursts,
      this.volumes,
      this.figures,
      this.props,
      this.lights,
      this.veil,
    ])
      each.dispose()
    this.tearDown()
    this.grains.dispose()
    this.renderer.dispose()
  }
}
