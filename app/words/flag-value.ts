import { plain } from './time'

/** What a flag says: yes, no, or its number. */
export const flagValue = (value: boolean | number): string =>
  typeof value === 'number' ? plain(value) : value ? 'yes' : 'no'
