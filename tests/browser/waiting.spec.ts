import { expect } from '@playwright/test'
import { ask, demo, edit, newShow } from '../harness/api'
import { open, score, shownMarks, test } from './page'

const cue = (id: string, steps: object[]) => ({ id, name: id === 'back' ? 'Back again' : 'Chime', steps, for: 'everyone', scare: false }) // prettier-ignore
const rule = (id: string, on: object, fires: string) => ({ id, on, cue: fires, busy: 'overlap' })

test('a run without end shows the score up to there, and says where the walk is sent back to', async ({
  page,
  server,
}) => {
  const { id, show } = await newShow(server.url, 'Round and round')
  const walk = show.walks[0]!
  const [x, y, z] = walk.points[0]!.at
  const shape = { kind: 'sphere', at: walk.points[1]!.at, radius: 0.4 }
  const answer = await edit(server.url, id, 1, [
    {
      op: 'add',
      path: '/place/marks/-',
      value: { id: 'again', name: 'The beginning', kind: 'standing', at: [x, y, z] },
    },
    { op: 'add', path: '/cues/-', value: cue('back', [{ id: 'm', kind: 'move', mark: 'again' }]) },
    {
      op: 'add',
      path: '/zones/-',
      value: { id: 'snare', name: 'Snare', shape, rules: [rule('r', { at: 'enter' }, 'back')] },
    },
  ])
  expect(answer.status).toBe(200)
  await open(page, server, id)
  await expect(score(page).getByRole('alert')).toContainText('keeps being sent back to "The beginning"')
  // It is told by its state after some rounds, and all of those are there to be seen.
  await expect.poll(async () => (await shownMarks(page, 'fired')).length).toBeGreaterThan(50)
})

test('a score that is older than the show dims, says what it waits for, and can be stopped', async ({
  page,
  server,
}) => {
  const { id } = await newShow(server.url, 'A long wait')
  await open(page, server, id)
  await expect(score(page).locator('canvas')).toBeVisible()
  await expect(score(page).getByRole('button', { name: 'Stop' })).toBeHidden()
  const answer = await edit(server.url, id, 1, [
    { op: 'add', path: '/cues/-', value: cue('ring', [{ id: 's', kind: 'signal', name: 'again', delay: 0.001 }]) },
    { op: 'replace', path: '/walks/0/points/0/pause', value: 3000 },
    { op: 'add', path: '/rules/-', value: rule('a', { at: 'clock', seconds: 1 }, 'ring') },
    { op: 'add', path: '/rules/-', value: rule('b', { at: 'signal', name: 'again' }, 'ring') },
  ])
  expect(answer.status).toBe(200)
  const waiting = score(page).getByText('This score is older than the show')
  await expect(waiting).toBeVisible()
  await expect(score(page).locator('div.opacity-40')).toBeVisible()
  await score(page).getByRole('button', { name: 'Stop' }).click()
  await expect(score(page).getByRole('alert')).toContainText(/Stopped here|1,000,000 events/)
  await expect(waiting).toBeHidden()
  await expect(score(page).locator('div.opacity-40')).toBeHidden()
})

test('opening a show fetches no physics; it comes once something is thrown otherwise', async ({ page, server }) => {
  const { body } = await ask(server.url, '/api/shows', 'POST', { copyOf: (await demo(server.url)).id })
  const fetched: string[] = []
  page.on('request', (request) => fetched.push(new URL(request.url()).pathname))
  const physics = () => fetched.filter((path) => path.includes('rapier'))
  await open(page, server, body.id)
  await score(page).getByRole('button', { name: 'Events as a table' }).click()
  await score(page).getByRole('searchbox', { name: 'Filter the events' }).fill('impact')
  const impacts = score(page).locator('tbody tr')
  await expect(impacts.first()).toContainText('m/s')
  expect(physics()).toEqual([])
  expect(fetched.filter((path) => path.endsWith('/flights'))).toHaveLength(1)

  const before = await impacts.allInnerTexts()
  const { show, revision } = (await ask(server.url, `/api/shows/${body.id}`)).body
  const c = show.cues.findIndex(({ id }: { id: string }) => id === 'winch-turns')
  const s = show.cues[c].steps.findIndex(({ kind }: { kind: string }) => kind === 'fling')
  const faster = { op: 'replace' as const, path: `/cues/${c}/steps/${s}/speed`, value: [6, 6] }
  expect((await edit(server.url, body.id, revision, [faster])).status).toBe(200)
  await expect.poll(physics).not.toEqual([])
  await expect.poll(() => impacts.allInnerTexts()).not.toEqual(before)
  await expect(impacts.first()).toContainText('m/s')
})
