import * as three from 'three'
import { shiningAt } from '~~/core/light'
import type { Point } from '~~/core/show'
import type { ShownMoment } from '~/frame/shown-moment'
import type { Built } from './built'
import { Flames } from './flames'
import { lampsInSight, noShape, shapeAs, shapeKey, shinesOf, type Lamp } from './lamps'
import { LightSheet, NUMBERS, type Lit } from './light-sheet'
import { LitSheet } from './lit-sheet'
import { Patches } from './patches'
import { CASTS, Shadows } from './shadows'
import { isIn, isNear, type StandingProps } from './standing-props'
import { MOST_LAMPS, type SharedUniforms } from './surface-material'

/** A lamp isn't in its own light, nor anything that a light is in: so far around it (m). */
const OWN = 0.12
const OWN_LAMP = 0.6

/** What stands in a place laid out, how much light comes to it, and how it is seen in it. */
interface Sheets {
  patches: Patches
  light: LightSheet
  seen: LitSheet
}

/** The lights of a place at a moment: what they shine on, and what stands in their way. */
export class Lights {
  private readonly flames: Flames
  private shadows: Shadows | undefined
  private count = -1
  private sheets: Sheets | undefined
  /** What the sheets are of. */
  private of = ''
  private readonly shape = noShape()
  constructor(
    private readonly renderer: three.WebGLRenderer,
    private readonly scene: three.Scene,
    private readonly shared: SharedUniforms,
    private readonly props: StandingProps,
  ) {
    this.flames = new Flames(scene, NUMBERS)
  }

  /** Has the lights of a moment shine; those in sight, the brightest first. */
  show(
    moment: ShownMoment,
    built: Built,
    from: Point,
    camera: three.PerspectiveCamera,
    isEngraved: boolean,
  ): readonly Lit[] {
    const { show, run, t, player } = moment
    this.haveShadowsFor(show.place.lights.length)
    const frustum = new three.Frustum().setFromProjectionMatrix(
      new three.Matrix4().multiplyMatrices(camera.projectionMatrix, camera.matrixWorldInverse),
    )
    const shining = shiningAt(show, run, player, t).map((each): Lamp => ({ ...each, tile: show.place.lights.indexOf(each.light) })) // prettier-ignore
    const lamps = lampsInSight(shining, from, frustum).slice(0, NUMBERS)
    const lit = lamps.map((lamp): Lit => ({ lamp, shines: shinesOf(lamp, t), isNew: this.castShadows(lamp, built) }))
    const { patches, light, seen } = this.sheetsOf(built)
    const { ambient, gain, shadowTint } = this.shared
    const air = JSON.stringify([ambient!.value, gain!.value, shadowTint!.value])
    seen.show(this.renderer, frustum, light.show(this.renderer, lit, patches.moved()), air)
    this.write(lit.slice(0, MOST_LAMPS))
    this.flames.show(lamps, t, isEngraved)
    return lit
  }

  private sheetsOf(built: Built): Sheets {
    const of = `${built.mesh.id} ${this.props.version}`
    if (this.sheets && of === this.of) return this.sheets
    this.of = of
    this.tearDown()
    const patches = new Patches([built, ...this.props.all])
    const light = new LightSheet(patches, this.shared)
    this.sheets = { patches, light, seen: new LitSheet(patches, light, this.shared) }
    return this.sheets
  }
  private tearDown(): void {
    this.sheets?.light.dispose()
    this.sheets?.seen.dispose()
  }
  private haveShadowsFor(lights: number): void {
    if (lights === this.count) return
    this.count = lights
    this.shadows?.dispose()
    this.shadows = new Shadows(lights)
    this.shared.shadows!.value = this.shadows.target.depthTexture
    ;(this.shared.atlas!.value as three.Vector4).copy(this.shadows.atlas)
  }
  /** Draws what a lamp sees; false where it sees what it saw. */
  private castShadows(lamp: Lamp, { mesh: { id } }: Built): boolean {
    const { at, light, tile } = lamp
    const near = this.props.seen.filter((each) => each.prop.solid && isNear(at, each, light.reach))
    const stamps = near.reduce((sum, { stamp }) => sum + stamp, 0)
    if (this.shadows!.shows(tile, `${id} ${near.length} ${stamps} ${shapeKey(lamp)}`)) return false
    for (const { mesh } of this.props.all) mesh.layers.disable(CASTS)
    for (const each of near)
      if (!isIn(at, each, each.prop.form === 'lamp' ? OWN_LAMP : OWN)) each.mesh.layers.enable(CASTS)
    this.shadows!.draw(this.renderer, this.scene, tile, at, light.reach)
    return true
  }
  /** Writes what shines into what everything asks that isn't on the sheet. */
  private write(lit: readonly Lit[]): void {
    const { lampAt, lampShines, lampAxis, lampInner, lampTile, lamps } = this.shared
    lamps.value = lit.length
    lit.forEach(({ lamp, shines }, i) => {
      const { at, axis, inner } = shapeAs(lamp, this.shape)
      lampAt.value[i]!.copy(at)
      lampAxis.value[i]!.copy(axis)
      lampInner.value[i] = inner
      lampShines.value[i]!.set(...shines)
      lampTile.value[i] = lamp.tile
    })
  }
  dispose(): void {
    this.tearDown()
    this.flames.dispose()
    this.shadows?.dispose()
  }
}
