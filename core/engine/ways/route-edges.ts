import type { Body } from './body'
import { edgeOn, SHORTEST, touchesOn } from './contacts'
import type { Layout } from './layout'
import type { Route, RouteEdges } from './routes'

/** The edges of a route. What else was found on the way stays with its legs for when a zone is changed. */
export function edgesOf(layout: Layout, walker: Body, route: Route): RouteEdges {
  if (route.edges?.layout !== layout) route.edges = followed(layout, walker, route)
  return route.edges
}

function followed(layout: Layout, walker: Body, { legs }: Route): RouteEdges {
  const way = { layout, walker, legs }
  const inside = new Uint8Array(layout.geometries.length)
  const edges: RouteEdges = { layout, own: [], zone: [], leave: [] }
  for (let index = 0; index < legs.length; index++) {
    const leg = legs[index]
    const touches = touchesOn(layout, walker, leg)
    for (let i = 0; i < touches.length; i++) {
      const { zone, contact } = touches[i]
      for (let from = 0; ;) {
        const leave = inside[zone]
        const at = edgeOn(way, zone, leave === 1, contact, index, from)
        if (at === Infinity) break
        insert(edges, leg.start + at, zone, leave)
        inside[zone] = 1 - leave
        // Who has left is away for a while: rounding must not let the same contact begin again.
        from = leave === 1 ? at + SHORTEST / 2 : at
      }
    }
  }
  return edges
}

/** Puts an edge in its place by time, behind those of the same time: nearly always at the end. */
function insert({ own, zone, leave }: RouteEdges, at: number, ofZone: number, isLeave: number): void {
  let i = own.push(at) - 1
  zone.push(ofZone)
  leave.push(isLeave)
  for (; i > 0 && own[i - 1] > at; i--) {
    own[i] = own[i - 1]
    zone[i] = zone[i - 1]
    leave[i] = leave[i - 1]
  }
  own[i] = at
  zone[i] = ofZone
  leave[i] = isLeave
}
