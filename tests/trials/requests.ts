import { newShow } from '../harness/api'
import { numbers, openPlace, picker, SLOWEST, type Figures } from './place'

const HEX36 = '0123-4567-89ab-cdef-0123-4567-89ab-c'
const BODIES: unknown[] = [
  undefined, '', '{', '[', 'null', '"x"', '[]', '{}', '{"title":"a\\u0000"}', '{"title":"\\ud800"}', '{"__proto__":{}}', '[[[[[[[[[[', '\ufeff{}',
  { title: 'x'.repeat(5000) }, { title: 1 }, { document: {} }, { document: [] }, { document: { format: 'esvik-show', version: 1 } },
  { document: { format: 'esvik-show', version: 9 } }, { document: { format: 'esvik-show', version: 1, title: 'x', place: new Array(30_000).fill(0) } },
  { copyOf: HEX36 }, { copyOf: '0' }, { hashes: ['x'] }, { hashes: new Array(3000).fill('0'.repeat(64)) },
  { id: 'x', base: 0, label: '', patch: [] }, { id: crypto.randomUUID(), base: 1, label: 'a\0', patch: [{ op: 'add', path: '/x', value: 1 }] },
  { id: crypto.randomUUID(), base: 1, label: '', patch: [{ op: 'add', path: `/${'/a'.repeat(240)}`, value: 1 }] },
  { id: crypto.randomUUID(), base: 1, label: '', patch: [{ op: 'replace', path: '/place', value: {} }] },
  { id: crypto.randomUUID(), base: 1, label: '', patch: [{ op: 'remove', path: '/sounds' }] },
  { id: crypto.randomUUID(), base: 1, label: '', patch: [{ op: 'remove', path: '/' }] },
  { id: crypto.randomUUID(), base: 9e9, label: '', patch: [{ op: 'test', path: '/title', value: {} }] },
  { id: crypto.randomUUID(), base: 1, label: '', patch: [{ op: 'add', path: '/constructor/prototype', value: 1 }] },
] // prettier-ignore
const METHODS = ['GET', 'POST', 'PUT', 'PATCH', 'DELETE']

/** Requests that nobody means well with. `unclear`: answers that are not JSON with a message; `echoing`: those longer than a sentence. */
export async function requests(count: number): Promise<Figures> {
  const place = await openPlace()
  const next = numbers(13)
  const pick = picker(next)
  const { id } = await newShow(place.url, 'Beset')
  const paths = ['/api', '/api/', '/api/nothing', '/api/health', '/api/envelopes', '/api/shows', '/api/shows/import', `/api/shows/${id}`, `/api/shows/${HEX36}`, '/api/shows/%00', '/api/shows/..%2f..', `/api/shows/${id}/edits`, `/api/shows/${id}/edits?since=0`, `/api/shows/${id}/edits?since=x`, `/api/shows/${HEX36}/edits`, `/api/shows/${id}/export?sounds=2`, `/api/shows/${crypto.randomUUID()}?forGood=1`, `/api/shows/${HEX36}?forGood=1`, `/api/shows/${id}/restore`, '/api/assets/x', `/api/assets/${'f'.repeat(64)}`, '/api/assets/%2e%2e'] // prettier-ignore
  const figures = { requests: count, 'errors 500': 0, unclear: 0, echoing: 0, slow: 0, 'no answer': 0 }
  for (let n = 0; n < count; n++) {
    const method = pick(METHODS)
    const path = pick(paths)
    // The show that is beset is not to be thrown away.
    if (method === 'DELETE' && path === `/api/shows/${id}`) continue
    const body = method === 'GET' ? undefined : pick(BODIES)
    const began = performance.now()
    const answer = await fetch(place.url + path, {
      method,
      headers: { 'content-type': pick(['application/json', 'text/plain', 'x']) },
      body: body === undefined ? undefined : typeof body === 'string' ? body : JSON.stringify(body),
    }).catch(() => undefined)
    if (!answer) {
      figures['no answer']++
      continue
    }
    const text = await answer.text()
    if (performance.now() - began > SLOWEST) figures.slow++
    if (answer.status >= 500) figures['errors 500']++
    if (answer.status < 400) continue
    if (text.length > 2000) figures.echoing++
    try {
      if (typeof JSON.parse(text).message !== 'string') figures.unclear++
    } catch {
      figures.unclear++
    }
  }
  const alive = await fetch(`${place.url}/api/shows/${id}`)
  if (!alive.ok) figures['no answer']++
  await place.close()
  return figures
}
