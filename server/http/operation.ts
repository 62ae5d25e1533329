import { mixed, object, string } from 'yup'

/** One operation of an edit, as it is sent and kept. */
export const operation = object({
  op: string().oneOf(['test', 'add', 'replace', 'remove']).defined(),
  path: string().max(500).matches(/^\//, 'must be a JSON Pointer into the show').defined(),
  value: mixed(),
}).noUnknown()
