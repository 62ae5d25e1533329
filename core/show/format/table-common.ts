import {
  choice,
  either,
  has,
  id,
  isBoolean,
  note,
  number,
  record,
  type RecordField,
  refOrPart,
  text,
  yesno,
  type Default,
  type Field,
} from './fields'

export type Optional = { [name: string]: [Field, Default?] }
/** A record with an id, a name and a note. */
export const named = (fields: { [name: string]: Field }, optional: Optional = {}): RecordField =>
  record({ id, name: text(), ...fields }, { note: [note], ...optional })

/** A prop or a mark. */
export const target = either(
  { meant: has('prop'), field: record({ prop: refOrPart('props') }) },
  { meant: has('mark'), field: record({ mark: refOrPart('marks') }) },
)
/** What something is drawn of. */
export const surface = choice('boards', 'planks', 'plaster', 'stone', 'brick', 'metal', 'cloth', 'earth', 'water')
/** An angle up to half a turn (°). */
export const degrees = number(0, 180)
/** A share, 0 to 1. */
export const share = number(0, 1)

/** What a flag can be. */
export const yesnoOrNumber = either({ meant: isBoolean, field: yesno }, { meant: () => true, field: number() })
