import { hundredths, withId } from '~~/core/base'
import {
  completeRule,
  completeStep,
  freeId,
  freeName,
  ruleIds,
  stepKinds,
  type Cue,
  type Editor,
  type Light,
  type Mark,
  type Point,
  type Prop,
  type RecordField,
  type Rule,
  type Show,
  type Step,
  type StepKind,
  type Zone,
} from '~~/core/show'
import { blocked, floorAt } from '~~/core/space'
import { freshCue, freshFlag, freshLight, freshMark, freshProp } from '~/document/making/fresh'
import { doorwayNear, freshDoor } from '~/document/making/fresh-door'
import { freshStep, nearest } from '~/document/making/fresh-step'
import { spotOf } from '~/document/making/kit-parts'
import { turnedAbout } from '~/document/making/placement'
import type { Heard } from './heard'

/** A step as it is laid down here: the rest is as a fresh one of its kind, near the zone. */
export type Laid = { kind: StepKind } & Record<string, unknown>

/** What a whole thing is made with: a zone of a show that is being edited, and what stands near it. */
export class Place {
  readonly edit: Editor
  readonly zone: Zone
  readonly near: readonly [number, number, number]
  /** What was chosen to be heard of it. */
  readonly heard: Heard
  constructor(edit: Editor, zone: Zone, heard: Heard = {}) {
    this.edit = edit
    this.zone = zone
    this.heard = heard
    this.near = nearOf(edit.show, zone)
  }
  get show(): Show {
    return this.edit.show
  }
  /** The zone as it is now. */
  get here(): Zone {
    return withId(this.show.zones, this.zone.id)
  }
  /** Adds a cue of steps; those that the show has nothing for are left out. */
  cue(called: string, steps: readonly Laid[], more: Partial<Cue> = {}): string {
    const cue = freshCue(this.show, called)
    const { id } = cue
    const taken = this.show.cues.flatMap((cue) => cue.steps.map((step) => step.id))
    const made = steps.flatMap(({ kind, ...fields }): Step[] => {
      const stepId = freeId(kind, taken)
      taken.push(stepId)
      const fresh = freshStep(this.show, kind, stepId, this.near, id) ?? { id: stepId, kind }
      const step = { ...fresh, ...(fields.pool !== undefined && { sound: undefined }), ...fields }
      return isWhole(step) ? [completeStep(step)] : []
    })
    this.edit.add(['cues'], { ...cue, ...more, steps: made })
    return id
  }
  /** Adds a flag; gives its id. */
  flag(called: string, start = false): string {
    const name = freeName(called, this.show.flags.map((flag) => flag.name)) // prettier-ignore
    const flag = { ...freshFlag(this.show), name, start }
    this.edit.add(['flags'], flag)
    return flag.id
  }
  rule(on: Rule['on'], cue: string, more: Partial<Rule> = {}, zone = this.zone.id): void {
    const id = freeId(`${zone}-rule`, ruleIds(this.show))
    this.edit.add(['zones', zone, 'rules'], completeRule({ ...more, id, on, cue }))
  }
  /** The prop that stands nearest, of those that are asked for. */
  prop(fits: (prop: Prop) => boolean = () => true): Prop | undefined {
    return nearest(this.show.place.props.filter(fits), this.near)
  }
  /** The door that hangs near; where there is none, one is hung in the nearest doorway, or stands in the middle of the zone. */
  door(): Prop {
    const there = doorNear(this.show, this.zone)
    if (there) return there
    const frame = doorwayNear(this.show, this.near, NEAR_BY)
    const leaf = freshProp(this.show, 'box', [...this.near], [1, 2.1, 0.05], 'Door')
    const door: Prop = frame ? freshDoor(this.show, frame) : { ...leaf, solid: false, form: 'door' }
    this.edit.add(['place', 'props'], door)
    return door
  }
  /** A lamp over the middle of the zone, for a show that has none. */
  lamp(): Light {
    const [x, y, z] = this.near
    const lamp = freshLight(this.show, 'point', [x, y + OVERHEAD, z])
    this.edit.add(['place', 'lights'], lamp)
    return lamp
  }
  /** A crate in the middle of the zone, for a show that has nothing that could fall. */
  crate(): Prop {
    const crate = freshProp(this.show, 'box', [...this.near], [0.4, 0.4, 0.4], 'Crate')
    this.edit.add(['place', 'props'], crate)
    return crate
  }
  /** A spot so far from the middle of the zone, and where it faces (yaw in degrees, to the middle): in sight of it, and on a floor where there is one. The first of the distances that has one. */
  seenFrom(distances: readonly number[], up: number, first = 0): { at: Point; yaw: number } {
    const { floors, walls } = this.show.place
    const [x, y, z] = this.near
    const spots = distances.flatMap((far) => AROUND.map((turn) => ({ far, degrees: first + turn })))
    for (const { far, degrees } of spots) {
      const placement = turnedAbout([x, z], degrees)
      const [sx, sz] = placement.spot([x, z + far])
      const floor = floorAt(floors, sx, sz)
      if (floors.length > 0 && floor === undefined) continue
      if (blocked(walls, [x, z], [sx, sz], y + up)) continue
      return { at: [hundredths(sx), hundredths((floor ?? y) + up), hundredths(sz)], yaw: degrees }
    }
    return { at: [x, y + up, z], yaw: 0 }
  }
  mark(kind: Mark['kind'], { at, yaw }: { at: Point; yaw: number }, name: string): string {
    const fresh = freshMark(this.show, kind, at, yaw)
    const taken = this.show.place.marks.map((mark) => mark.name)
    this.edit.add(['place', 'marks'], { ...fresh, name: freeName(name, taken) })
    return fresh.id
  }
}
function nearOf({ place }: Show, zone: Zone): Point {
  const [x, z] = spotOf(zone)
  return [x, floorAt(place.floors, x, z) ?? 0, z]
}
/** A door or doorway so near is the zone’s (m). */
const NEAR_BY = 4
/** The door that hangs near a zone, if there is one. */
export function doorNear(show: Show, zone: Zone): Prop | undefined {
  const [x, , z] = nearOf(show, zone)
  const isNear = ({ form, at }: Prop) => form === 'door' && Math.hypot(at[0] - x, at[2] - z) <= NEAR_BY
  return nearest(show.place.props.filter(isNear), nearOf(show, zone))
}
/** Directions in which a spot is looked for (degrees). */
const AROUND = [0, 180, 90, -90, 45, -45, 135, -135]
const OVERHEAD = 2.4

/** It says all that the format asks of its kind: what a step is about, it is nothing without. */
function isWhole(step: { kind: StepKind } & Record<string, unknown>): boolean {
  const { fields, optional, oneOf = [] } = stepKinds[step.kind] as RecordField
  const isGiven = (field: string) => step[field] !== undefined
  return (
    Object.keys(fields).every((field) => field in optional || isGiven(field)) &&
    oneOf.every((some) => some.some(isGiven))
  )
}
