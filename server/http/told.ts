import { boolean, number, ValidationError } from 'yup'

/** A number that isn't endless: JSON has such, as 1e999. */
export const finite = () =>
  number().test('finite', 'must be a number', (value) => value === undefined || Number.isFinite(value))
/** Where something is (m), or how it is turned (degrees). */
export const coordinate = () => finite().min(-1e6).max(1e6).defined()
export const yesOrNo = () => boolean().defined()

/** What a text of a window's line says, of JSON and as a schema has it, nothing taken for something else; undefined if it says none of that. */
export function told<T>(
  schema: { validateSync: (value: unknown, options: object) => unknown },
  text: string,
): T | undefined {
  try {
    return schema.validateSync(JSON.parse(text), { strict: true }) as T
  } catch (error) {
    if (error instanceof ValidationError || error instanceof SyntaxError) return undefined
    throw error
  }
}
