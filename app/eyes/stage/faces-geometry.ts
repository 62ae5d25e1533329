import * as three from 'three'
import type { Faces } from '~~/core/scene'

/** What is drawn lies in a geometry of three.js as it lies in its faces. */
export function geometryOf({ positions, normals, across, edges, owners, indices }: Faces): three.BufferGeometry {
  const geometry = new three.BufferGeometry()
  geometry.setAttribute('position', new three.BufferAttribute(positions, 3))
  geometry.setAttribute('normal', new three.BufferAttribute(normals, 3))
  geometry.setAttribute('across', new three.BufferAttribute(across, 2))
  geometry.setAttribute('edges', new three.BufferAttribute(edges, 4))
  geometry.setAttribute('owner', new three.BufferAttribute(owners, 1))
  geometry.setIndex(new three.BufferAttribute(indices, 1))
  return geometry
}
