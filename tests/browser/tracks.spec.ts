import { expect } from '@playwright/test'
import { ask } from '../harness/api'
import { desk, open, plan, score, test } from './page'
import type { Show } from '../../core/show'

const SHOW = {
  format: 'esvik-show',
  version: 1,
  title: 'Tracked',
  place: { floors: [{ id: 'f', name: 'Floor', y: 0, outline: [[-10, -10], [10, -10], [10, 10], [-10, 10]] }] }, // prettier-ignore
  cues: [{ id: 'holds', name: 'Holds', steps: [{ id: 's', kind: 'freeze', locks: ['walk'], hold: 4 }] }],
  zones: [{ id: 'mid', name: 'Middle', shape: { kind: 'box', at: [0, 0, 0], size: [2, 2, 6] }, rules: [{ id: 'r', on: { at: 'enter' }, cue: 'holds' }] }], // prettier-ignore
  walks: [{ id: 'w', name: 'Drawn', points: [{ at: [5, 0, 5] }, { at: [6, 0, 5] }] }],
}
/** Two players who cross the middle along X in ten seconds, a metre apart, in centimetres; one row is broken. */
function file(): string {
  const rows = ['player,time,x,y,z']
  for (let i = 0; i <= 200; i++)
    for (const [n, who] of ['ana', 'bo'].entries())
      rows.push(`${who},${(i * 50).toString()},${i * 8 - 800},${n * 100},${(i % 3) * 2}`)
  rows.splice(50, 0, 'ana,later,0,0,0')
  return rows.join('\n')
}

test('a file of tracks is mapped over the plan and comes in as walks that go as they went', async ({
  page,
  server,
}) => {
  const { body } = await ask(server.url, '/api/shows', 'POST', { document: SHOW })
  const saved = async () => (await ask(server.url, `/api/shows/${body.id}`)).body.show as Show
  await open(page, server, body.id)
  await score(page).getByRole('button', { name: 'Drawn' }).click()
  await page.setInputFiles('input[accept*=csv]', {
    name: 'evening.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(file()),
  })
  const panel = page.getByRole('region', { name: 'Tracks of players' })
  await expect(panel.getByLabel('Who')).toHaveValue('0')
  await expect(panel.getByLabel('Unit of time')).toHaveValue('0.001')
  // The file’s Y goes to the back, its Z up.
  await panel.getByLabel('To the back (Z)').selectOption('y')
  await panel.getByLabel('Height').selectOption('z')
  await panel.getByLabel('Unit of length').selectOption('cm')
  await expect(plan(page).locator('[data-tracks] polyline')).toHaveCount(2)
  const spots = async () =>
    (await plan(page).locator('[data-tracks] polyline').nth(1).getAttribute('points'))!.split(' ')
  await expect.poll(async () => [(await spots())[0], (await spots()).at(-1)]).toEqual(['-8,1', '8,1'])
  await panel.getByLabel('Moved along Z (m)').fill('-2')
  await expect.poll(async () => (await spots())[0]).toBe('-8,-1')

  await panel.getByRole('button', { name: 'Bring them in' }).click()
  await expect(panel).toHaveCount(0)
  await expect(page.getByRole('status').filter({ hasText: '2 tracks' })).toContainText('Row 50: “later” is no time')
  await expect.poll(async () => (await saved()).walks.map(({ name }) => name)).toEqual(['Drawn', 'evening ana', 'evening bo']) // prettier-ignore
  const bo = (await saved()).walks[2]!
  expect([bo.went, bo.points[0]!.at, bo.points.length < 8]).toEqual([true, [-8, 0, -1], true])
  // Nobody is frozen again: it is over when the file is, in the score too, until the show may hold it.
  const length = () =>
    page.evaluate(() => {
      const { $pinia } = (document.querySelector('#__nuxt') as any).__vue_app__.config.globalProperties
      return $pinia._s.get('run').events.find(({ kind }: any) => kind === 'walkEnd')?.t as number
    })
  await expect.poll(length).toBeCloseTo(10, 1)
  await desk(page).getByRole('button', { name: 'Goes as it went' }).click()
  await expect.poll(length).toBeCloseTo(14, 1)
})
