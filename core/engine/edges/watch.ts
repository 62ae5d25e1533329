import { SAME_TIME } from '../../base'
import type { CompiledZone } from '../compile'
import type { Body } from '../ways'
import type { Watch, World } from '../world'
import { Edges } from './edges'
import { createMovingFinder, type MovingFinder } from './moving'
import { StandingFinder } from './standing'

/** Watches a world for when its bodies come into zones and out of them. */
export class EdgeWatch implements Watch {
  private readonly world: World
  private readonly edges: Edges
  /** Body by body, what finds the edges of zones that stand still. */
  private readonly standing: StandingFinder[]
  /** What finds the edges of zones that move, if any can. */
  private readonly moving: MovingFinder | undefined
  /** When the next edge of each body is due at a zone that stands. */
  private readonly due: Float64Array
  /** Whose place among the edges must be looked up again. */
  private readonly astray = new Set<Body>()
  private looksChanged = true

  constructor(world: World) {
    const { bodies, compiled } = world
    this.world = world
    this.edges = new Edges(compiled.zones, bodies)
    const standing = bodies.map((body) => new StandingFinder(world, body))
    this.standing = standing
    this.moving = createMovingFinder(world, () => standing.forEach((finder) => finder.change()))
    this.due = new Float64Array(bodies.length).fill(Infinity)
    for (const finder of standing) finder.refresh(0)
  }

  /** The time at which an edge is due next. */
  next(): number {
    const { due, standing, moving } = this
    let least = moving === undefined ? Infinity : moving.next()
    for (let i = 0; i < due.length; i++) {
      if (standing[i].changed) due[i] = standing[i].next()
      if (due[i] < least) least = due[i]
    }
    return least
  }

  /** Looks again, from a time on, where a way, a zone or a motion has changed. */
  settle(from: number): void {
    const { astray, standing, moving } = this
    if (astray.size > 0) {
      for (const body of astray) {
        standing[body.index].refresh(from)
        moving?.turned(body)
      }
      astray.clear()
      this.looksChanged = true
    }
    moving?.refresh(from)
  }

  /** The edges that belong to now, in their order. */
  collect(): Edges {
    const { edges, standing, moving, due } = this
    const { now } = this.world
    edges.clear()
    moving?.collect(now, edges)
    for (let i = 0; i < standing.length; i++)
      if (due[i] <= now + SAME_TIME || standing[i].changed) standing[i].collect(now, edges)
    if (edges.count > 0) edges.sort()
    return edges
  }

  /** Whether a presence, way, facing or pace has changed since this was asked last, so that looks must be asked again. */
  haveLooksChanged(): boolean {
    const changed = this.looksChanged
    this.looksChanged = false
    return changed
  }

  toggled(body: Body, zone: CompiledZone): void {
    if (zone.hears.look) this.looksChanged = true
    if (this.world.moving[zone.index] === 1) this.moving!.toggled(body, zone)
    else this.standing[body.index].toggled(zone, this.world.now)
  }

  turned(body: Body): void {
    this.looksChanged = true
    this.standing[body.index].change()
    this.moving?.turned(body)
  }

  rerouted(body: Body): void {
    this.astray.add(body)
  }

  placed(body: Body): void {
    this.standing[body.index].placed()
    this.moving?.placed(body)
  }

  moved(prop: string): void {
    this.moving?.moved(prop)
    this.looksChanged = true
  }
}
