import { complete } from './complete'
import type { RecordField } from './fields'
import { cue, pool, population, rule, showTable, sound, walk, walkPoint, zone } from './table'
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
  Population,
  Prop,
  Rule,
  Show,
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

/** A show with the table's defaults for what it lacks: one that was kept before the format had them. */
export const completeShow = (show: Show): Show => complete(showTable, show) as Show

/** Things of a document, with the table's defaults in place of what is not given. */
export const completeCue = completed<Cue, 'id' | 'name'>(cue)
/** A rule with the table’s defaults. */
export const completeRule = completed<Rule, 'id' | 'on' | 'cue'>(rule)
/** A zone with the table’s defaults. */
export const completeZone = completed<Zone, 'id' | 'name' | 'shape'>(zone)
/** A population with the table’s defaults. */
export const completePopulation = completed<Population, 'id' | 'name'>(population)
/** A walk with the table’s defaults. */
export const completeWalk = completed<Walk, 'id' | 'name' | 'points'>(walk)
/** A floor with the table’s defaults. */
export const completeFloor = completed<Floor, 'id' | 'name' | 'y' | 'outline'>(floor)
/** A wall with the table’s defaults. */
export const completeWall = completed<Wall, 'id' | 'from' | 'to'>(wall)
/** An opening with the table’s defaults. */
export const completeOpening = completed<Opening, 'id' | 'at' | 'width'>(opening)
/** A prop with the table’s defaults. */
export const completeProp = completed<Prop, 'id' | 'name' | 'kind' | 'at' | 'size'>(prop)
/** A light with the table’s defaults. */
export const completeLight = completed<Light, 'id' | 'name' | 'kind' | 'at' | 'candela'>(light)
/** A mesh with the table’s defaults. */
export const completeMesh = completed<Mesh, 'asset'>(mesh)
/** A sound with the table’s defaults. */
export const completeSound = completed<Sound, 'id' | 'name' | 'asset' | 'seconds'>(sound)
/** A pool with the table’s defaults. */
export const completePool = completed<Pool, 'id' | 'name' | 'sounds'>(pool)
/** A mark with the table’s defaults. */
export const completeMark = (given: Pick<Mark, 'id' | 'name' | 'kind' | 'at'>): Mark => complete(mark, given) as Mark
/** A point of a walk with the table’s defaults. */
export const completePoint = completed<WalkPoint, 'at'>(walkPoint)
/** A step with the table’s defaults. */
export const completeStep = (given: Pick<Step, 'id' | 'kind'>): Step => complete(stepKinds[given.kind], given) as Step
