import {
  completeRule,
  completeStep,
  freeId,
  freeName,
  ruleIds,
  type Cue,
  type Editor,
  type Mark,
  type Prop,
  type Rule,
  type Show,
  type Step,
  type StepKind,
  type Zone,
} from '~~/core/show'
import { floorAt } from '~~/core/space'
import { freshCue, freshMark } from '~/document/fresh'
import { freshStep, nearest } from '~/document/fresh-step'
import { spotOf } from '~/document/kit-parts'

/** A step as it is laid down here: the rest is as a fresh one of its kind, near the zone. */
type Laid = { kind: StepKind } & Record<string, unknown>

/** What a whole thing is made with: a zone of a show that is being edited, and what stands near it. */
export class Place {
  readonly edit: Editor
  readonly zone: Zone
  readonly near: readonly [number, number, number]
  constructor(edit: Editor, zone: Zone) {
    this.edit = edit
    this.zone = zone
    const [x, z] = spotOf(zone)
    this.near = [x, floorAt(edit.show.place.floors, x, z) ?? 0, z]
  }
  get show(): Show {
    return this.edit.show
  }
  /** The zone as it is now. */
  get here(): Zone {
    return this.show.zones.find(({ id }) => id === this.zone.id)!
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
      return isWhole({ ...fresh, ...fields }) ? [completeStep({ ...fresh, ...fields })] : []
    })
    this.edit.add(['cues'], { ...cue, ...more, steps: made })
    return id
  }
  rule(on: Rule['on'], cue: string, more: Partial<Rule> = {}, zone = this.zone.id): void {
    const id = freeId(`${zone}-rule`, ruleIds(this.show))
    this.edit.add(['zones', zone, 'rules'], completeRule({ ...more, id, on, cue }))
  }
  /** The prop that stands nearest, of those that are asked for. */
  prop(fits: (prop: Prop) => boolean = () => true): Prop | undefined {
    return nearest(this.show.place.props.filter(fits), this.near)
  }
  mark(kind: Mark['kind'], dx: number, up: number, dz: number, yaw: number, name: string): string {
    const [x, y, z] = this.near
    const fresh = freshMark(this.show, kind, [x + dx, y + up, z + dz], yaw)
    const taken = this.show.place.marks.map((mark) => mark.name)
    this.edit.add(['place', 'marks'], { ...fresh, name: freeName(name, taken) })
    return fresh.id
  }
}
/** What a step is about: without it there is none. */
const ABOUT: { [kind in StepKind]?: string } = {
  light: 'light',
  bed: 'sound',
  scatter: 'pool',
  prop: 'prop',
  fling: 'prop',
  drift: 'target',
  prompt: 'anchor',
}
function isWhole(step: { kind: StepKind } & Record<string, unknown>): boolean {
  const about = ABOUT[step.kind]
  if (step.kind === 'sound') return step.sound !== undefined || step.pool !== undefined
  return about === undefined || step[about] !== undefined
}
