/** What an error says, whatever was thrown. */
export const messageOf = (error: unknown): string => (error instanceof Error ? error.message : String(error))

/** A value that is there. @throws Error that names it where it isn't */
export function needed<T>(value: T | undefined | null, name: string): T {
  if (value === undefined || value === null) throw new Error(`There is no ${name}`)
  return value
}
