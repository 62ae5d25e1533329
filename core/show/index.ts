/** The document: its form, its edits, and questions about it. */
export * from './format/complete'
export * from './format/errors'
export { checkPlain, writable } from './reading/plain'
export { creditTable } from './credits'
export { withoutPieces, type Pieces } from './without'
export { isMet } from './condition'
export {
  fieldIn,
  isRecord,
  LIMITS,
  PART_KINDS,
  partIn,
  type Field,
  type ListName,
  type RecordField,
} from './format/fields'
export { showJsonSchema } from './format/json-schema'
export * from './reading/check'
export * from './reading/read'
export * from './reading/write'
export * from './references/kits'
export { kitOf, listOfPart, namesParts, ownCueName, type OwnCue } from './references/parts'
export * from './references/references'
export { BUSES, GROUPED, showTable } from './format/table'
export { mannerOf, STEP_KINDS, stepKinds, type Bearing } from './format/table-steps'
export * from './format/complete-things'
export * from './format/types'
export { validate } from './reading/validate'
export {
  keysOfWay,
  setField,
  type Address,
  type FieldFor,
  type FieldOf,
  type ThingOf,
  type ValueAt,
  type ValueIn,
  type ValueOn,
  type Way,
} from './editing/address'
export * from './editing/differences'
export * from './editing/edits'
export * from './editing/alike'
export * from './editing/changes'
export * from './editing/fragment'
export * from './references/lists'
export { applyPatch, PatchConflict, rebase, valueAtPointer, type Operation } from './editing/patch'
export { writtenBytes, writtenMore } from './reading/written'
