import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { beginRun, eventsOf, learnFlights, prepare, run, walksOf } from '../../core/engine'
import type { Show } from '../../core/show'
import { ask, demo } from '../harness/api'
import { startServer, type TestServer } from '../harness/server'

let server: TestServer
let id: string
let show: Show
let revision: number
beforeAll(async () => {
  server = await startServer()
  ;({ id, show, revision } = await demo(server.url))
})
afterAll(() => server.kill())

describe('how things fly', () => {
  it('is told so that a run without the physics is the run with it', async () => {
    const [walk] = show.walks.filter(({ id }) => id === 'curious')
    const answer = await fetch(
      `${server.url}/api/shows/${id}/flights?revision=${revision}&seed=7&walk=${walk!.id}&walk=gull`,
    )
    expect([answer.status, answer.headers.get('content-type')]).toEqual([200, 'application/octet-stream'])
    learnFlights(show, new Float64Array(await answer.arrayBuffer()))
    const without = beginRun(show, walksOf(show, [walk!.id, 'gull']), { seed: 7, knownFlights: true })
    without.goOn(Infinity)
    expect(without.lacksFlights()).toBe(false)
    const there = structuredClone(show)
    await prepare(there)
    const events = eventsOf(run(there, walksOf(there, [walk!.id, 'gull']), { seed: 7 }))
    expect(events.filter(({ kind }) => kind === 'impact').length).toBeGreaterThan(0)
    expect(eventsOf(without.end())).toEqual(events)
  })

  it.each([
    ['seed=7&walk=curious', 400, /revision/],
    ['revision=1&walk=curious', 400, /seed/],
    ['revision=1&seed=7', 400, /walk/],
    ['revision=999&seed=7&walk=curious', 409, /revision/],
    ['revision=1&seed=7&walk=nobody', 422, /"nobody"/],
  ])('says what is wrong with ?%s', async (query, status, words) => {
    const asked = query.replace('revision=1&', `revision=${revision}&`)
    const { status: answered, body } = await ask(server.url, `/api/shows/${id}/flights?${asked}`)
    expect([answered, body.message]).toEqual([status, expect.stringMatching(words)])
  })

  it('asked for by a crowd, some are answered and the others are told to come back; nobody waits long', async () => {
    const asked = Array.from({ length: 14 }, (_, n) =>
      ask(server.url, `/api/shows/${id}/flights?revision=${revision}&seed=${100 + n}&walk=curious`),
    )
    const statuses = (await Promise.all(asked)).map(({ status }) => status)
    // Six wait while one is worked out; on a slow machine one is done before the last has asked, or isn't done in its time.
    expect(statuses.every((status) => status === 200 || status === 503)).toBe(true)
    expect(statuses.filter((status) => status === 503).length).toBeGreaterThanOrEqual(4)
    const again = () => ask(server.url, `/api/shows/${id}/flights?revision=${revision}&seed=7&walk=curious`)
    await expect.poll(async () => (await again()).status, { timeout: 300_000 }).toBe(200)
  })
})
