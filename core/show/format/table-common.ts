import {
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
export const named = (fields: { [name: string]: Field }, optional: Optional = {}): RecordField =>
  record({ id, name: text(), ...fields }, { note: [note], ...optional })

export const target = either(
  { meant: has('prop'), field: record({ prop: refOrPart('props') }) },
  { meant: has('mark'), field: record({ mark: refOrPart('marks') }) },
)
export const degrees = number(0, 180)
export const share = number(0, 1)

export const yesnoOrNumber = either({ meant: isBoolean, field: yesno }, { meant: () => true, field: number() })
