import { SAME_TIME } from './agenda'
import type { CompiledZone } from './compile'
import { nextEdgeOn, touchesOn } from './contacts'
import type { Layout } from './layout'
import { legAt, type Route } from './legs'
import { Gathered } from './lists'
import { edgesOf, type RouteEdges } from './route-edges'
import { ownTime, partNow, runTime, type PathPart, type Walker } from './walker'
import type { World } from './world'

/** Edges of one time, each as a number, in the order in which they happen: leaves, then enters; by zone, then by body. */
export class Edges {
  private readonly found = new Gathered()
  private readonly zones: readonly CompiledZone[]
  private readonly bodies: readonly Walker[]

  constructor(zones: readonly CompiledZone[], bodies: readonly Walker[]) {
    this.zones = zones
    this.bodies = bodies
  }
  get count(): number {
    return this.found.count
  }
  add(walker: Walker, zone: number): void {
    const { length } = this.bodies
    this.found.add(((1 - walker.inside[zone]) * this.zones.length + zone) * length + walker.index)
  }
  clear(): void {
    this.found.clear()
  }
  sort(): void {
    this.found.sort()
  }
  isLeave(index: number): boolean {
    return this.found.at(index) < this.zones.length * this.bodies.length
  }
  zone(index: number): CompiledZone {
    return this.zones[Math.floor(this.found.at(index) / this.bodies.length) % this.zones.length]
  }
  walker(index: number): Walker {
    return this.bodies[this.found.at(index) % this.bodies.length]
  }
}

/**
 * Finds the next edges that come from walking, for one body. They are read off the edges of its route, but for zones that
 * it is inside or outside of against what the route says, because of a move or a zone that was off: those are looked up one by one,
 * as are all zones for a body whose way is told as it goes.
 */
export class EdgeFinder {
  private readonly zones: CompiledZone[]
  private readonly layout: Layout
  private readonly walker: Walker
  private readonly enabled: Uint8Array
  private readonly roams: Uint8Array
  private edges: RouteEdges | undefined
  /** The first edge of the route that is still to come. */
  private at = 0
  /** Zones that are looked up, and the own time of the next edge at each. */
  private readonly loose: number[] = []
  private readonly looseOwn: number[] = []
  private readonly isLoose: Uint8Array
  /** What comes next has changed since it was asked. */
  changed = false
  /** The route at whose begin the body was put, with all that it touches there worked out. */
  private placedOn: Route | undefined
  private readonly world: World

  constructor(world: World, walker: Walker) {
    const { compiled, enabled, roams } = world
    this.world = world
    this.layout = compiled.layout
    this.zones = compiled.zones
    this.walker = walker
    this.enabled = enabled
    this.roams = roams
    this.isLoose = new Uint8Array(compiled.zones.length)
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
    this.world.edgesChanged = true
  }

  /** Adds all edges that belong to a time. */
  take(t: number, edges: Edges): void {
    this.change()
    const part = partNow(this.walker)
    const until = part.moving ? ownTime(part, t) + SAME_TIME : this.reached(part)
    if (this.edges) {
      const { own, zone } = this.edges
      for (; this.at < own.length && own[this.at] <= until; this.at++)
        if (this.comes(this.at)) edges.add(this.walker, zone[this.at])
    }
    for (let i = 0; i < this.loose.length; i++) {
      const zone = this.loose[i]
      if (this.looseOwn[i] > until || this.roams[zone] === 1) continue
      this.looseOwn[i] = Infinity
      edges.add(this.walker, zone)
    }
  }

  /** A presence has begun or ended: what comes next for that zone. */
  toggled(zone: CompiledZone, t: number): void {
    this.change()
    if (this.isLoose[zone.index] === 0) return
    this.lookUp(zone.index, Math.max(0, ownTime(partNow(this.walker), t)))
  }

  /** The route or the zones that are on have changed: looks again from the body's place now. */
  refresh(t: number): void {
    this.change()
    const { walker } = this
    const { route } = partNow(walker)
    for (const zone of this.loose) this.isLoose[zone] = 0
    this.loose.length = this.looseOwn.length = 0
    this.edges = undefined
    // What lies about is no body, it is one while it flies; of whom nothing has been told nobody knows the place.
    if (!walker.present && (walker.kind === 'prop' || walker.fed)) return
    const own = Math.max(0, ownTime(partNow(walker), t))
    if (walker.fed) this.lookAhead(own)
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
        if (this.isLoose[zone] === 0) this.lookUp(zone, own)
    let inside = walker.insideOf
    for (const zone of this.loose) inside -= walker.inside[zone]
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
    if (this.roams[zone] === 1) return
    const i = this.isLoose[zone] === 1 ? this.loose.indexOf(zone) : this.loose.length
    this.isLoose[zone] = 1
    this.loose[i] = zone
    this.looseOwn[i] =
      this.enabled[zone] === 1 ? nextEdgeOn(this.layout, this.walker, zone, partNow(this.walker).route, own) : Infinity
  }

  /** Whether an edge of the route happens: the zone is on, and the body on the other side of it. */
  private comes(at: number): boolean {
    const { zone, leave } = this.edges!
    const z = zone[at]
    return this.enabled[z] === 1 && this.isLoose[z] === 0 && this.roams[z] === 0 && this.walker.inside[z] === leave[at]
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
    for (let i = 0; i < this.looseOwn.length; i++)
      if (this.looseOwn[i] < least && this.roams[this.loose[i]] === 0) least = this.looseOwn[i]
    return least
  }
}
