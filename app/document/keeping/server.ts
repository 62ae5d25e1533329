import { fieldIn } from '~~/core/show'
import { messageOf } from '~~/core/base'
/** Asks the server. The addresses of one show are too many for the types of `$fetch`. */
export const askServer = <T = unknown>(url: string, options?: object): Promise<T> =>
  (globalThis.$fetch as never as (url: string, options?: object) => Promise<T>)(url, options)

/** Why something didn't work out: as the server says it, if it was asked and answers. */
export function whyFailed(error: unknown): string {
  const said = fieldIn(fieldIn(error, 'data'), 'message')
  if (typeof said === 'string') return said
  return fieldIn(error, 'name') === 'FetchError' ? 'The server does not answer.' : messageOf(error)
}
