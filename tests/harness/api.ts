import type { Operation, Show } from '../../core/show'

/** What the server answers, with its status. */
export interface Answer {
  status: number
  body: any
}

export async function ask(
  url: string,
  path: string,
  method = 'GET',
  body?: unknown,
  headers: Record<string, string> = {},
): Promise<Answer> {
  const init = {
    method,
    headers: { 'content-type': 'application/json', ...headers },
    body: body === undefined ? undefined : typeof body === 'string' ? body : JSON.stringify(body),
  }
  const answer = await fetch(url + path, init).catch((error) => {
    // The server may close a connection that has lain idle just as it is taken again: reading is asked once more, as browsers do.
    if (method !== 'GET' || error.cause?.code !== 'UND_ERR_SOCKET') throw error
    return fetch(url + path, init)
  })
  const text = await answer.text()
  let parsed: unknown = text
  try {
    parsed = JSON.parse(text)
  } catch {
    // not every answer is JSON
  }
  return { status: answer.status, body: parsed }
}

export const edit = (
  url: string,
  show: string,
  base: number,
  patch: Operation[],
  id: string = crypto.randomUUID(),
): Promise<Answer> => ask(url, `/api/shows/${show}/edits`, 'POST', { id, base, label: 'Test', patch })

export async function newShow(url: string, title = 'Test hall'): Promise<{ id: string; show: Show; revision: number }> {
  const { body } = await ask(url, '/api/shows', 'POST', { title })
  const opened = await ask(url, `/api/shows/${body.id}`)
  return { id: body.id, ...opened.body }
}

/** The demo that the server was begun with. Others by its name are copies that tests have made: of those with other files it is told by its first sound. */
export async function demo(url: string): Promise<{ id: string; show: Show; revision: number }> {
  const { body } = await ask(url, '/api/shows')
  for (const { id, title } of body as { id: string; title: string }[]) {
    if (title !== 'Night shift at the kelp works') continue
    const opened = (await ask(url, `/api/shows/${id}`)).body
    const file = await fetch(`${url}/api/assets/${opened.show.sounds[0].asset}`)
    await file.body?.cancel()
    if (file.ok) return { id, ...opened }
  }
  throw new Error('The server has no demo')
}
