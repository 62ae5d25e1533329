import * as three from 'three'
import { itemAt, needed, radians } from '~~/core/base'
import { NO_EDGE } from '~~/core/scene'
import { facingAt, linearOf, positionAt } from '~~/core/engine'
import type { ShownMoment } from '~/frame/shown-moment'
import { walkerMaterial, type SharedUniforms } from './surface-material'
import { COLOURS } from '~/canvas/colours'

/** A lantern is as large as this, and its glow (m); it is carried so far beside and before who walks (m), at this share of their height. */
const LANTERN = 0.07
const GLOW = 0.9
const BESIDE = 0.22
const BEFORE = 0.3
const CARRIED = 0.52

/** Who else walks: somebody as tall and wide as they are, with a lantern that shows them in the dark and lights nothing. */
export class Figures {
  private readonly seen: { figure: three.Group; lantern: three.Group }[] = []
  private readonly glow = new three.SpriteMaterial({ map: glowing(), color: COLOURS.lamp, blending: three.AdditiveBlending, depthWrite: false, toneMapped: false }) // prettier-ignore
  constructor(
    private readonly scene: three.Scene,
    private readonly shared: SharedUniforms,
  ) {}

  show({ show, run, t, player, gone }: ShownMoment, engraved: boolean): void {
    run.walks.forEach((id, index) => {
      const { body } = show.walks.find((walk) => walk.id === id) ?? {}
      const { figure, lantern } = (this.seen[index] ??= this.figure())
      figure.visible = index !== player && !gone?.includes(index)
      // What is no player carries none.
      lantern.visible = figure.visible && run.players[index] === true
      if (!figure.visible) return
      const { radius = show.player.radius, height = show.player.height } = body ?? {}
      figure.position.set(...positionAt(itemAt(run.paths, index), t))
      figure.rotation.y = radians(facingAt(show, run, index, t))
      figure.scale.set(radius, height, radius)
      lantern.position.copy(figure.position)
      lantern.rotation.y = figure.rotation.y
      lantern.children.forEach((part) => part.position.set(radius + BESIDE, height * CARRIED, -BEFORE))
      lantern.children[1]!.visible = !engraved
    })
    for (const { figure, lantern } of this.seen.slice(run.walks.length)) figure.visible = lantern.visible = false
  }
  /** One metre tall, one metre from its middle to its side. */
  private figure() {
    const material = walkerMaterial(this.shared)
    material.uniforms.tint!.value.set(...linearOf('#5a625c'))
    const body = new three.Mesh(flat(new three.CylinderGeometry(0.55, 0.95, 0.82, 16).translate(0, 0.41, 0)), material)
    const head = new three.Mesh(
      flat(new three.SphereGeometry(0.5, 14, 10).scale(1, 0.16, 1).translate(0, 0.9, 0)),
      material,
    )
    const figure = new three.Group().add(body, head)
    const flame = new three.Mesh(new three.SphereGeometry(LANTERN, 10, 8), new three.MeshBasicMaterial({ color: COLOURS.lamp, toneMapped: false })) // prettier-ignore
    const glow = new three.Sprite(this.glow)
    glow.scale.setScalar(GLOW)
    const lantern = new three.Group().add(flame, glow)
    this.scene.add(figure, lantern)
    return { figure, lantern }
  }
  dispose(): void {
    for (const { figure, lantern } of this.seen)
      for (const each of [...figure.children, ...lantern.children]) {
        if (!(each instanceof three.Mesh)) continue
        each.geometry.dispose()
        each.material.dispose()
      }
    this.glow.map?.dispose()
    this.glow.dispose()
  }
}
/** What our surfaces are asked besides: nothing of it is an edge. */
function flat(geometry: three.BufferGeometry): three.BufferGeometry {
  const count = geometry.getAttribute('position').count
  geometry.setAttribute('across', geometry.getAttribute('uv'))
  geometry.setAttribute('edges', new three.BufferAttribute(new Float32Array(count * 4).fill(NO_EDGE), 4))
  return geometry
}

/** Bright in its middle, nothing at its rim. */
function glowing(): three.CanvasTexture<OffscreenCanvas> {
  const SIZE = 64
  const canvas = new OffscreenCanvas(SIZE, SIZE)
  const context = needed(canvas.getContext('2d'), 'canvas')
  const light = context.createRadialGradient(SIZE / 2, SIZE / 2, 0, SIZE / 2, SIZE / 2, SIZE / 2)
  light.addColorStop(0, 'rgb(255 255 255 / 0.7)')
  light.addColorStop(0.25, 'rgb(255 255 255 / 0.25)')
  light.addColorStop(1, 'rgb(255 255 255 / 0)')
  context.fillStyle = light
  context.fillRect(0, 0, SIZE, SIZE)
  return new three.CanvasTexture(canvas)
}
