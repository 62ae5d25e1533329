import * as three from 'three'
import { itemAt, radians } from '~~/core/base'
import { NO_EDGE } from '~~/core/scene'
import { facingAt, linearOf, positionAt } from '~~/core/engine'
import type { ShownMoment } from '~/frame/shown-moment'
import { walkerMaterial, type SharedUniforms } from './surface-material'
import { COLOURS } from '~/canvas/colours'

/** Who else walks: somebody as tall and wide as they are, with a lantern before them. */
export class Figures {
  private readonly seen: three.Group[] = []
  constructor(
    private readonly scene: three.Scene,
    private readonly shared: SharedUniforms,
  ) {}

  show({ show, run, t, player, gone }: ShownMoment): void {
    run.walks.forEach((id, index) => {
      const { body } = show.walks.find((walk) => walk.id === id) ?? {}
      const figure = (this.seen[index] ??= this.figure())
      figure.visible = index !== player && !gone?.includes(index)
      if (!figure.visible) return
      const radius = body?.radius ?? show.player.radius
      figure.position.set(...(positionAt(itemAt(run.paths, index), t) as [number, number, number]))
      figure.rotation.y = radians(facingAt(show, run, index, t))
      figure.scale.set(radius, body?.height ?? show.player.height, radius)
    })
    this.seen.slice(run.walks.length).forEach((figure) => (figure.visible = false))
  }
  /** One metre tall, one metre from its middle to its side. */
  private figure(): three.Group {
    const material = walkerMaterial(this.shared)
    material.uniforms.tint!.value.set(...linearOf('#5a625c'))
    const body = new three.Mesh(flat(new three.CylinderGeometry(0.55, 0.95, 0.82, 16).translate(0, 0.41, 0)), material)
    const head = new three.Mesh(
      flat(new three.SphereGeometry(0.5, 14, 10).scale(1, 0.16, 1).translate(0, 0.9, 0)),
      material,
    )
    const lantern = new three.Mesh(new three.SphereGeometry(0.12, 8, 6).scale(1, 0.3, 1).translate(0.7, 0.5, -1), new three.MeshBasicMaterial({ color: COLOURS.lamp, toneMapped: false })) // prettier-ignore
    const group = new three.Group().add(body, head, lantern)
    this.scene.add(group)
    return group
  }
  dispose(): void {
    for (const group of this.seen)
      group.traverse((each) => {
        if (!(each instanceof three.Mesh)) return
        each.geometry.dispose()
        each.material.dispose()
      })
  }
}
/** What our surfaces are asked besides: nothing of it is an edge. */
function flat(geometry: three.BufferGeometry): three.BufferGeometry {
  const count = geometry.getAttribute('position').count
  geometry.setAttribute('across', geometry.getAttribute('uv'))
  geometry.setAttribute('edges', new three.BufferAttribute(new Float32Array(count * 4).fill(NO_EDGE), 4))
  return geometry
}
