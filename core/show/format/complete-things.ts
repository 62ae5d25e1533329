import { complete } from './complete'
import type { RecordField } from './fields'
import { cue, pool, rule, sound, walk, walkPoint, zone } from './table'
import { floor, light, mark, mesh, opening, prop, wall } from './table-place'
import { stepKinds } from './table-steps'
import type {
  Cue,
  Floor,
  Light,
  Mark,
  Mesh,
  Opening,
  Pool,
  Prop,
  Rule,
  Sound,
  Step,
  Walk,
  WalkPoint,
  Wall,
  Zone,
} from './types'

/** What must be said of a thing; the rest is as the table has it. */
type Given<T, Needs extends keyof T> = Pick<T, Needs> & Partial<T>

const completed =
  <T, Needs extends keyof T>(field: RecordField) =>
  (given: Given<T, Needs>): T =>
    complete(field, given) as T

/** Things of a document, with the table's defaults in place of what is not given. */
export const completeCue = completed<Cue, 'id' | 'name'>(cue)
export const completeRule = completed<Rule, 'id' | 'on' | 'cue'>(rule)
export const completeZone = completed<Zone, 'id' | 'name' | 'shape'>(zone)
export const completeWalk = completed<Walk, 'id' | 'name' | 'points'>(walk)
export const completeFloor = completed<Floor, 'id' | 'name' | 'y' | 'outline'>(floor)
export const completeWall = completed<Wall, 'id' | 'from' | 'to'>(wall)
export const completeOpening = completed<Opening, 'id' | 'at' | 'width'>(opening)
export const completeProp = completed<Prop, 'id' | 'name' | 'kind' | 'at' | 'size'>(prop)
export const completeLight = completed<Light, 'id' | 'name' | 'kind' | 'at' | 'candela'>(light)
export const completeMesh = completed<Mesh, 'asset'>(mesh)
export const completeSound = completed<Sound, 'id' | 'name' | 'asset' | 'seconds'>(sound)
export const completePool = completed<Pool, 'id' | 'name' | 'sounds'>(pool)
export const completeMark = (given: Pick<Mark, 'id' | 'name' | 'kind' | 'at'>): Mark => complete(mark, given) as Mark
export const completePoint = completed<WalkPoint, 'at'>(walkPoint)
export const completeStep = (given: Pick<Step, 'id' | 'kind'>): Step => complete(stepKinds[given.kind], given) as Step
