/** Asks the server. The addresses of one show are too many for the types of `$fetch`. */
export const askServer = <T = unknown>(url: string, options?: object): Promise<T> =>
  (globalThis.$fetch as never as (url: string, options?: object) => Promise<T>)(url, options)

/** Why something didn't work out: as the server says it, if it was asked and answers. */
export function whyFailed(error: unknown): string {
  const { data, name, message } = error as { data?: { message?: string }; name?: string; message: string }
  return data?.message ?? (name === 'FetchError' ? 'The server does not answer.' : message)
}
