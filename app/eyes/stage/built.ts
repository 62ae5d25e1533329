import * as three from 'three'
import { linearOf } from '~~/core/engine'
import { builtOf, type Faces, type Piece } from '~~/core/scene'
import type { Place, Point } from '~~/core/show'
import { geometryOf } from './faces-geometry'
import { layerOf } from './grains'
import type { Body } from './patches'
import { builtMaterial, type SharedUniforms } from './surface-material'

/** Floors and walls, as one mesh. */
export class Built implements Body {
  readonly mesh: three.Mesh<three.BufferGeometry, three.ShaderMaterial>
  readonly faces: Faces
  readonly tints: readonly Point[]
  readonly stamp = 0
  private readonly pieces: readonly Piece[]

  constructor(place: Pick<Place, 'floors' | 'walls'>, shared: SharedUniforms) {
    const { faces, pieces } = builtOf(place)
    this.faces = faces
    this.pieces = pieces
    const geometry = geometryOf(faces)
    const colours = pieces.map(({ colour }) => linearOf(colour))
    this.tints = faces.patches.map(({ first }) => colours[faces.owners[first]!]!)
    const layers = pieces.map(({ surface }) => layerOf(surface))
    geometry.setAttribute('layer', new three.BufferAttribute(faces.owners.map((owner) => layers[owner]!), 1)) // prettier-ignore
    this.mesh = new three.Mesh(geometry, builtMaterial(shared))
  }

  choose(chosen: { kind: string; id: string } | undefined): void {
    this.mesh.material.uniforms.chosen!.value = this.pieces.findIndex(
      ({ kind, id }) => kind === chosen?.kind && id === chosen.id,
    )
  }
  /** What a corner of it belongs to. */
  pieceAt(corner: number): Piece {
    return this.pieces[this.mesh.geometry.getAttribute('owner').getX(corner)]!
  }
  dispose(): void {
    this.mesh.geometry.dispose()
    this.mesh.material.dispose()
  }
}
