import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { outcomeOf, studyReport } from '../../core/study'
import { ask, demo, edit, newShow } from '../harness/api'
import { startServer, type TestServer } from '../harness/server'

let server: TestServer
beforeAll(async () => void (server = await startServer()))
afterAll(() => server.kill())

const who = { walks: ['through'], seed: 7 }
const keep = (id: string, take: object) => ask(server.url, `/api/shows/${id}/takes`, 'POST', take)
const takesOf = async (id: string) => (await ask(server.url, `/api/shows/${id}/takes`)).body.takes

describe('takes of a show', () => {
  it('are kept with whose run they are and of which version, get another name, and are forgotten', async () => {
    const { id, revision } = await newShow(server.url)
    const first = await keep(id, { name: ' Before ', revision, who })
    expect([first.status, first.body]).toEqual([200, expect.objectContaining({ name: 'Before', revision: 1, who })])
    await edit(server.url, id, revision, [{ op: 'replace', path: '/title', value: 'Other' }])
    const walker = { walks: ['through'], seed: 7, walker: 418, population: 'slow' }
    const second = await keep(id, { name: 'After', revision: 2, who: walker })
    expect((await takesOf(id)).map(({ name, who }: any) => [name, who])).toEqual([
      ['After', walker],
      ['Before', who],
    ])
    const path = `/api/shows/${id}/takes/${first.body.id}`
    expect((await ask(server.url, path, 'PUT', { name: 'Long before' })).body.name).toBe('Long before')
    expect((await ask(server.url, `/api/shows/${id}/takes/${second.body.id}`, 'DELETE')).status).toBe(200)
    expect((await takesOf(id)).map(({ name }: any) => name)).toEqual(['Long before'])
    expect((await ask(server.url, `/api/shows/${(await newShow(server.url)).id}/takes/${first.body.id}`, 'DELETE')).status).toBe(404) // prettier-ignore
  })

  it('have what a study came to', async () => {
    const { id, show, revision } = await demo(server.url)
    const setOut = { walks: [show.walks[0]!.id] }
    const study = studyReport(
      show,
      setOut,
      [1, 2, 3].map((walker) => outcomeOf(show, setOut, walker)),
    )
    const { status } = await keep(id, { name: 'Three', revision, who: { ...setOut, seed: 0 }, study })
    expect(status).toBe(200)
    expect((await takesOf(id))[0].study).toEqual(JSON.parse(JSON.stringify(study)))
  })

  it('are refused in words where they are no takes', async () => {
    const { id } = await newShow(server.url)
    const refused = async (take: object) => {
      const { status, body } = await keep(id, take)
      return [status, body.message]
    }
    expect(await refused({ name: '', revision: 1, who })).toEqual([400, expect.stringContaining('name')])
    expect(await refused({ name: 'A', revision: 9, who })).toEqual([404, expect.stringContaining('there is no 9 yet')])
    expect(await refused({ name: 'A', revision: 1, who: { walks: 'all', seed: 1 } })).toEqual([
      400,
      expect.stringContaining('who.walks'),
    ])
    expect(await refused({ name: 'A', revision: 1, who, study: { format: 'other' } })).toEqual([
      400,
      expect.stringContaining('study'),
    ])
    expect(await takesOf(id)).toEqual([])
  })
})
