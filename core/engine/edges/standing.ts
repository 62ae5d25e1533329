import { SAME_TIME } from '../../base'
import type { CompiledZone } from '../compile'
import {
  edgesOf,
  legAt,
  nextEdgeOn,
  ownTime,
  partNow,
  runTime,
  touchesOn,
  type Layout,
  type PathPart,
  type Route,
  type RouteEdges,
  type Body,
} from '../ways'
import type { World } from '../world'
import type { Edges } from './edges'

/**
 * Finds the next edges that come from walking, for one body. They are read off the edges of its route, but for zones that
 * it is inside or outside of against what the route says, because of a move or a zone that was off: those are looked up one by one,
 * as are all zones for a body whose way is told as it goes.
 */
export class StandingFinder {
  private readonly zones: CompiledZone[]
  private readonly layout: Layout
  private readonly walker: Body
  private readonly notices: Uint8Array
  private readonly moving: Uint8Array
  private edges: RouteEdges | undefined
  /** The first edge of the route that is still to come. */
  private at = 0
  /** Zones that are looked up, and the own time of the next edge at each. */
  private readonly offRoute: number[] = []
  private readonly offRouteOwn: number[] = []
  private readonly isOffRoute: Uint8Array
  /** What comes next has changed since it was asked. */
  changed = false
  /** The route at whose begin the body was put, with all that it touches there worked out. */
  private placedOn: Route | undefined

  constructor(world: World, walker: Body) {
    const { compiled, notices, moving } = world
    this.layout = compiled.layout
    this.zones = compiled.zones
    this.walker = walker
    this.notices = notices
    this.moving = moving
    this.isOffRoute = new Uint8Array(compiled.zones.length)
  }

  /** The time of the run of the body's next edge. */
  next(): number {
    this.changed = false
    const part = partNow(this.walker)
    const own = this.nextOwn()
    if (own === Infinity || !(part.moving || own <= this.reached(part))) return Infinity
    return Math.max(runTime(part, own), part.t)
  }

  /** The body was put at the begin of its route: what it leaves and enters there has been worked out. */
  placed(): void {
    this.placedOn = partNow(this.walker).route
  }

  /** The own time up to which edges belong to where a body stands that is held there. */
  private reached({ own, route }: PathPart): number {
    return own === 0 && route === this.placedOn ? -Infinity : own + SAME_TIME
  }

  /** What comes next must be asked again. */
  change(): void {
    this.changed = true
  }

  /** Adds all edges that belong to a time. */
  collect(t: number, edges: Edges): void {
    this.change()
    const part = partNow(this.walker)
    const until = part.moving ? ownTime(part, t) + SAME_TIME : this.reached(part)
    if (this.edges) {
      const { own, zone } = this.edges
      for (; this.at < own.length && own[this.at] <= until; this.at++)
        if (this.comes(this.at)) edges.add(this.walker, zone[this.at])
    }
    for (let i = 0; i < this.offRoute.length; i++) {
      const zone = this.offRoute[i]
      if (this.offRouteOwn[i] > until || this.moving[zone] === 1) continue
      this.offRouteOwn[i] = Infinity
      edges.add(this.walker, zone)
    }
  }

  /** A presence has begun or ended: what comes next for that zone. */
  toggled(zone: CompiledZone, t: number): void {
    this.change()
    if (this.isOffRoute[zone.index] === 0) return
    this.lookUp(zone.index, Math.max(0, ownTime(partNow(this.walker), t)))
  }

  /** The route or the zones that are on have changed: looks again from the body's place now. */
  refresh(t: number): void {
    this.change()
    const { walker } = this
    const { route } = partNow(walker)
    for (const zone of this.offRoute) this.isOffRoute[zone] = 0
    this.offRoute.length = this.offRouteOwn.length = 0
    this.edges = undefined
    // What lies about is no body, it is one while it flies; of whom nothing has been told nobody knows the place.
    if (!walker.present && (walker.kind === 'prop' || walker.live)) return
    const own = Math.max(0, ownTime(partNow(walker), t))
    if (walker.live) this.lookAhead(own)
    else {
      this.edges = edgesOf(this.layout, walker, route)
      this.compare(this.edges, own)
    }
  }

  /** Looks up the zones of a way that is not told to its end, and those that it is inside of. */
  private lookAhead(own: number): void {
    const { walker } = this
    const { route } = partNow(walker)
    for (let i = legAt(route, own); i < route.legs.length; i++)
      for (const { zone } of touchesOn(this.layout, walker, route.legs[i]))
        if (this.isOffRoute[zone] === 0) this.lookUp(zone, own)
    let inside = walker.insideOf
    for (const zone of this.offRoute) inside -= walker.inside[zone]
    if (inside > 0)
      for (let zone = 0; zone < this.zones.length; zone++) if (walker.inside[zone] === 1) this.lookUp(zone, own)
  }

  /** Goes to an own time of the route, and looks up the zones for which it says something else than what is. */
  private compare({ own: times, zone: zones }: RouteEdges, own: number): void {
    const { inside } = this.walker
    const says = new Uint8Array(this.zones.length)
    let at = 0
    for (; at < times.length && times[at] < own - SAME_TIME; at++) says[zones[at]] ^= 1
    this.at = at
    // What belongs to this time may have happened.
    for (; at < times.length && times[at] <= own + SAME_TIME; at++)
      if (says[zones[at]] !== inside[zones[at]]) says[zones[at]] ^= 1
    for (let zone = 0; zone < says.length; zone++) if (says[zone] !== inside[zone]) this.lookUp(zone, own)
  }

  private lookUp(zone: number, own: number): void {
    if (this.moving[zone] === 1) return
    const i = this.isOffRoute[zone] === 1 ? this.offRoute.indexOf(zone) : this.offRoute.length
    this.isOffRoute[zone] = 1
    this.offRoute[i] = zone
    this.offRouteOwn[i] =
      this.notices[zone] === 1 ? nextEdgeOn(this.layout, this.walker, zone, partNow(this.walker).route, own) : Infinity
  }

  /** Whether an edge of the route happens: the zone is on, and the body on the other side of it. */
  private comes(at: number): boolean {
    const { zone, leave } = this.edges!
    const z = zone[at]
    return (
      this.notices[z] === 1 && this.isOffRoute[z] === 0 && this.moving[z] === 0 && this.walker.inside[z] === leave[at]
    )
  }

  private nextOwn(): number {
    let least = Infinity
    if (this.edges) {
      const { own } = this.edges
      for (let i = this.at; i < own.length; i++)
        if (this.comes(i)) {
          least = own[i]
          break
        }
    }
    for (let i = 0; i < this.offRouteOwn.length; i++)
      if (this.offRouteOwn[i] < least && this.moving[this.offRoute[i]] === 0) least = this.offRouteOwn[i]
    return least
  }
}
