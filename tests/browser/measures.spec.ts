import { expect } from '@playwright/test'
import { ask } from '../harness/api'
import { clickSpot, desk, head, open, plan, test, type } from './page'
import type { Show } from '../../core/show'

const wall = (id: string, z: number, openings: object[] = []) => ({ id, from: [0, z], to: [12, z], y: 0, height: 3, thickness: 0.1, openings }) // prettier-ignore
const DOCUMENT = {
  format: 'esvik-show',
  version: 1,
  title: 'Measures',
  place: {
    floors: [{ id: 'f', name: 'Passage', y: 0, outline: [[0, -3], [12, -3], [12, 3], [0, 3]] }], // prettier-ignore
    walls: [
      wall('north', -1.5),
      wall('south', 1.5, [
        { id: 'wide', at: 1, width: 1, height: 2.1 },
        { id: 'slit', at: 9, width: 0.5, height: 2.1 },
      ]),
    ],
  },
  // It leaves a gap of half a metre at the wall, too narrow for a body of 0.3 m to each side.
  zones: [{ id: 'z', name: 'Tight', shape: { kind: 'box', at: [6, 0, -0.25], size: [1, 2, 2.4] } }],
  walks: [{ id: 'w', name: 'Along', points: [{ at: [1, 0, 0] }, { at: [11, 0, 0] }] }],
}

test('what players measure is drawn beside what depends on it, and a walk’s own body counts in ways around', async ({
  page,
  server,
}) => {
  const { body } = await ask(server.url, '/api/shows', 'POST', { document: DOCUMENT })
  const show = async () => (await ask(server.url, `/api/shows/${body.id}`)).body.show as Show
  await open(page, server, body.id)
  await head(page, 'Tight').click()
  const found = (what: string) => desk(page).locator(`[data-found=${what}]`)
  await expect(found('passing')).toContainText('Nobody gets past it')
  await expect(found('feet').locator('[data-drawn=feet]')).toBeVisible()
  await expect(found('quick').locator('[data-drawn=quick] circle').first()).toBeVisible()
  await page.getByRole('button', { name: 'Section', exact: true }).click()
  const beside = page.getByRole('region', { name: 'Section' }).locator('[data-measured-beside] rect')
  const tall = async () => (await beside.boundingBox())!.height
  const before = await tall()

  // A wall's openings show who fits through.
  await clickSpot(page, 6, 1.5)
  await expect(plan(page).locator('[data-body=fits]')).toHaveCount(1)
  await expect(plan(page).locator('[data-body="too large"]')).toHaveCount(1)

  // A slimmer walk gets past; the other that is as players are does not.
  await page.keyboard.press('Escape')
  await expect(async () => {
    await clickSpot(page, 3, 0)
    await expect(desk(page).getByRole('button', { name: 'Along, Name' })).toBeVisible({ timeout: 1000 })
  }).toPass()
  await type(page, 'Radius', '20 cm')
  await expect.poll(async () => (await show()).walks[0]!.body.radius).toBe(0.2)
  await head(page, 'Tight').click()
  await expect(found('passing')).toContainText('There is a way around, 0.5 m wide')
  await expect(found('passing')).toContainText('The slimmest of those who walk is 0.4 m wide')
  await expect(found('passing').locator('[data-drawn=passing]')).toBeVisible()
  await found('passing').getByRole('button', { name: 'Widen to close it' }).click()
  await expect(found('passing')).toContainText('Nobody gets past it')

  // A taller player is drawn taller.
  await page.keyboard.press('Escape')
  await desk(page).getByText('Who walks: a player’s measures').click()
  await type(page, 'Height', '2.7')
  await head(page, 'Tight').click()
  await expect.poll(tall).toBeGreaterThan(before * 1.4)
})
