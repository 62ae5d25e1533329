import { edgeOn, SHORTEST, touchesOn } from './contacts'
import type { Layout } from './layout'
import type { Route } from './legs'
import type { Walker } from './walker'

/** The edges of a whole route in order of time, as if all zones were always on: kept with it for the next run. */
export interface RouteEdges {
  layout: Layout
  /** In the route's own time. */
  own: Float64Array
  zone: Int32Array
  leave: Uint8Array
}

/** The edges of a route. What else was found on the way is kept for when a zone is changed, unless there are many such walkers. */
export function edgesOf(layout: Layout, walker: Walker, route: Route, oneOfMany: boolean): RouteEdges {
  if (route.edges?.layout === layout) return route.edges
  const edges = followed(layout, walker, route)
  if (oneOfMany) for (const leg of route.legs) leg.touches = undefined
  return (route.edges = edges)
}

function followed(layout: Layout, walker: Walker, { legs }: Route): RouteEdges {
  const way = { layout, walker, legs }
  const inside = new Uint8Array(layout.geometries.length)
  const found: { own: number; zone: number; leave: number }[] = []
  for (let index = 0; index < legs.length; index++) {
    const leg = legs[index]
    const touches = touchesOn(layout, walker, leg)
    for (let i = 0; i < touches.length; i++) {
      const { zone, contact } = touches[i]
      for (let from = 0; ;) {
        const leave = inside[zone]
        const at = edgeOn(way, zone, leave === 1, contact, index, from)
        if (at === Infinity) break
        found.push({ own: leg.start + at, zone, leave })
        inside[zone] = 1 - leave
        // Who has left is away for a while: rounding must not let the same contact begin again.
        from = leave === 1 ? at + SHORTEST / 2 : at
      }
    }
  }
  found.sort((a, b) => a.own - b.own)
  const edges: RouteEdges = {
    layout,
    own: new Float64Array(found.length),
    zone: new Int32Array(found.length),
    leave: new Uint8Array(found.length),
  }
  for (let i = 0; i < found.length; i++) {
    edges.own[i] = found[i].own
    edges.zone[i] = found[i].zone
    edges.leave[i] = found[i].leave
  }
  return edges
}
