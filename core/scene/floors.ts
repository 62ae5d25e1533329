import type { Floor } from '../show'
import { floorHeight } from '../space'
import type { FaceList } from './faces'

/** How thick a floor is, so that it is a ceiling to what lies below (m). */
const SLAB = 0.15

/** A floor or ramp with its thickness: what lies below it has its underside above. */
export function addFloor(faces: FaceList, floor: Floor): void {
  const heightAt = (x: number, z: number) => floorHeight(floor, x, z)
  faces.flat(floor.outline, heightAt, 1)
  faces.flat(floor.outline, (x, z) => heightAt(x, z) - SLAB, -1)
  faces.around(floor.outline, (x, z) => heightAt(x, z) - SLAB, SLAB)
}
