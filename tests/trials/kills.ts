import { setTimeout as pause } from 'node:timers/promises'
import { ask, newShow } from '../harness/api'
import { numbers, openPlace, picker, type Figures } from './place'

/**
 * Kills server, database or both again and again while edits are sent; whoever gets no answer sends the same edit again, as a page does.
 * `lost`: acknowledged edits that are not there afterwards; `doubled`: edits that are there twice.
 */
export async function kills(count: number): Promise<Figures> {
  const place = await openPlace()
  const pick = picker(numbers(7))
  const made = await newShow(place.url, 'Killed')
  const acknowledged: string[] = []
  let stopped = false
  let base = made.revision
  let errors = 0
  const writing = (async () => {
    for (let n = 1; !stopped; n++) {
      const id = crypto.randomUUID()
      const body = { id, base, label: `Note ${n}`, patch: [{ op: 'replace', path: '/note', value: `note ${n}` }] }
      for (;;) {
        const answer = await ask(place.url, `/api/shows/${made.id}/edits`, 'POST', body).catch(() => undefined)
        if (answer?.status === 200) {
          acknowledged.push(id)
          base = answer.body.revision
          break
        }
        if (answer && answer.status !== 503) errors++
        await pause(20)
      }
    }
  })()
  const begun = async (more: number) => {
    const until = acknowledged.length + more
    for (const end = Date.now() + 30_000; acknowledged.length < until && Date.now() < end;) await pause(5)
  }
  const done = { server: 0, database: 0, both: 0 }
  for (let n = 0; n < count; n++) {
    await begun(2)
    const what = pick(['server', 'database', 'both'] as const)
    done[what]++
    if (what !== 'server') place.killDatabase()
    if (what === 'database') continue
    await place.server.kill()
    await place.server.start()
  }
  await begun(2)
  stopped = true
  await writing
  await place.server.kill()
  await place.server.start()
  const { edits } = (await ask(place.url, `/api/shows/${made.id}/edits?since=1`)).body as { edits: { id: string }[] }
  const { body } = await ask(place.url, `/api/shows/${made.id}`)
  const there = new Set(edits.map(({ id }) => id))
  await place.close()
  return {
    kills: count,
    ...done,
    acknowledged: acknowledged.length,
    lost:
      acknowledged.filter((id) => !there.has(id)).length + (body.show.note === `note ${acknowledged.length}` ? 0 : 1),
    doubled: edits.length - there.size + Math.max(0, edits.length - acknowledged.length),
    errors,
  }
}
