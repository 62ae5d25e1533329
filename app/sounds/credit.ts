import type { Credit, Sound } from '~~/core/show'

/** What can be said of whom a sound is owed to, in the order in which it is said. */
export const CREDIT_FIELDS: { field: keyof Credit; words: string }[] = [
  { field: 'by', words: 'By' },
  { field: 'from', words: 'from' },
  { field: 'licence', words: 'licence' },
]
/** A sound's credit with a field of it said, or no longer; nothing of it is kept where nothing is said. */
export function creditWith({ credit }: Sound, field: keyof Credit, text: string): Credit | undefined {
  const { [field]: _, ...rest } = credit ?? {}
  const said: Credit = text ? { ...rest, [field]: text } : rest
  return Object.keys(said).length > 0 ? said : undefined
}
