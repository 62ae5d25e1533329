import { pointerOf, readShow, type Operation, type Show } from '../../core/show'
import { ask, demo, edit } from '../harness/api'
import { numbers, openPlace, picker, SLOWEST, type Figures } from './place'

const VALUES: unknown[] = [null, 'x', -3, 1e308, 0.5, [], {}, true, '', 'a'.repeat(41), '#aabbcc', [0, 0, 0], 'a\0b', '\ud800', { id: 'new', name: 'New' }, { kinds: [], tags: [] }, { at: 'head' }] // prettier-ignore
const KEYS = ['constructor', '__proto__', 'toString', '-', '0', '999', '-1', '1.5', 'name', 'note', '']

function places(value: unknown, keys: string[] = [], found: string[][] = []): string[][] {
  if (keys.length > 0) found.push(keys)
  if (typeof value === 'object' && value !== null)
    for (const [key, item] of Object.entries(value)) places(item, [...keys, key], found)
  return found
}
const valueAt = (show: unknown, keys: readonly string[]): unknown => keys.reduce<any>((node, key) => node?.[key], show)

/**
 * Random edits of the demo: whatever is taken leaves a show that opens, is exported and comes in again as it was.
 * `otherwise`: shows that a reader completes otherwise.
 */
export async function edits(count: number): Promise<Figures> {
  const place = await openPlace()
  const next = numbers(11)
  const pick = picker(next)
  const { id, ...opened } = await demo(place.url)
  let show: Show = opened.show
  let revision = opened.revision
  let all = places(show)
  const figures = { edits: count, taken: 0, otherwise: 0, 'errors 500': 0, slow: 0, 'not brought in again': 0 }
  for (let n = 0; n < count; n++) {
    const keys = pick(all)
    const path = pointerOf(next() < 0.8 ? keys : [...keys.slice(0, -1), pick(KEYS)])
    const alike = valueAt(show, pick(all.filter((other) => other.at(-1) === keys.at(-1))))
    const op = pick(['replace', 'replace', 'add', 'remove'] as const)
    const value = next() < 0.6 ? alike : pick(VALUES)
    const began = performance.now()
    const answer = await edit(place.url, id, revision, [
      (op === 'remove' ? { op, path } : { op, path, value }) as Operation,
    ])
    if (performance.now() - began > SLOWEST) figures.slow++
    if (answer.status >= 500) figures['errors 500']++
    if (answer.status !== 200) continue
    figures.taken++
    const { body } = await ask(place.url, `/api/shows/${id}`)
    show = body.show
    revision = body.revision
    try {
      if (JSON.stringify(sorted(readShow(show))) !== JSON.stringify(sorted(show))) figures.otherwise++
    } catch {
      figures.otherwise++
    }
    if (figures.taken % 10 > 0) continue
    all = places(show)
    const document = (await ask(place.url, `/api/shows/${id}/export`)).body
    const brought = await ask(place.url, '/api/shows', 'POST', { document })
    if (brought.status !== 200) figures['not brought in again']++
    else await ask(place.url, `/api/shows/${brought.body.id}`, 'DELETE')
  }
  await place.close()
  return figures
}

/** The same with fields in the order of their names. */
function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted)
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)).map(([key, item]) => [key, sorted(item)])) // prettier-ignore
}
