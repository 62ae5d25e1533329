import { Gathered } from '../../base'
import type { CompiledZone } from '../compile'
import type { Body } from '../ways'

/** Edges of one time, each as a number, in the order in which they happen: leaves, then enters; by zone, then by body. */
export class Edges {
  private readonly found = new Gathered()
  private readonly zones: readonly CompiledZone[]
  private readonly bodies: readonly Body[]

  constructor(zones: readonly CompiledZone[], bodies: readonly Body[]) {
    this.zones = zones
    this.bodies = bodies
  }
  get count(): number {
    return this.found.count
  }
  add(walker: Body, zone: number): void {
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
  walker(index: number): Body {
    return this.bodies[this.found.at(index) % this.bodies.length]
  }
}
