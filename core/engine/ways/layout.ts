import Flatbush from 'flatbush'
import { memoFor } from '../../base'
import type { Show, Zone } from '../../show'
import { solidOf, type Solid } from '../../space'

/** What crossings need to know of a zone. The same object as long as the zone's form stays the same. */
export interface ZoneGeometry {
  solid: Solid
  rim: number
  notices: Zone['notices']
}

/** How the zones of a show lie. The same object as long as none of them changes its form, comes or goes. */
export interface Layout {
  geometries: readonly ZoneGeometry[]
  /** The bounds of each zone, grown by its rim and a hair: six numbers a zone. */
  bounds: Float64Array
  /** Zones in plan, for shows with many. */
  near: Flatbush | undefined
  /** Where a geometry stands in the order of the document. */
  places: Map<ZoneGeometry, number>
}
const INDEX_FROM = 80
const HAIR = 1e-4

const geometries = memoFor<Zone['shape'], ZoneGeometry>()

/** The geometry of a zone; the same object as long as its form and the prop it is tied to are. */
export function geometryOf(show: Show, { shape, tiedTo, rim, notices }: Zone): ZoneGeometry {
  const prop = tiedTo && show.place.props.find((p) => p.id === tiedTo.prop)
  return geometries(shape, [prop, rim, notices], () => ({ solid: solidOf(shape, prop), rim, notices }))
}

/** The layouts of late: an edit of a rule leaves the zones where they are. */
const KEPT = 4
const kept: Layout[] = []

/** Where zones lie, as walks meet them: kept as long as their shapes stay. */
export function layoutOf(geometries: readonly ZoneGeometry[]): Layout {
  const known = kept.find(
    (layout) =>
      layout.geometries.length === geometries.length &&
      layout.geometries.every((geometry, i) => geometry === geometries[i]),
  )
  if (known) return known
  const layout: Layout = {
    geometries,
    bounds: boundsOf(geometries),
    near: geometries.length >= INDEX_FROM ? indexOf(geometries) : undefined,
    places: new Map(geometries.map((geometry, index) => [geometry, index])),
  }
  kept.unshift(layout)
  kept.length = Math.min(kept.length, KEPT)
  return layout
}

function boundsOf(geometries: readonly ZoneGeometry[]): Float64Array {
  const bounds = new Float64Array(6 * geometries.length)
  geometries.forEach(({ solid, rim }, index) => {
    for (let side = 0; side < 6; side++) {
      bounds[6 * index + side] = side < 3 ? solid.bounds[side] - rim - HAIR : solid.bounds[side] + rim + HAIR
    }
  })
  return bounds
}

function indexOf(geometries: readonly ZoneGeometry[]): Flatbush {
  const index = new Flatbush(geometries.length)
  for (const { solid, rim } of geometries) {
    const [x0, , z0, x1, , z1] = solid.bounds
    index.add(x0 - rim, z0 - rim, x1 + rim, z1 + rim)
  }
  index.finish()
  return index
}
