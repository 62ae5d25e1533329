import { expect } from '@playwright/test'
import { ask, newShow, edit } from '../harness/api'
import { clickSpot, desk, drag, open, openNew, plan, score, spotAt, takeTool, test } from './page'

const rect = (x0: number, z0: number, x1: number, z1: number) => [[x0, z0], [x1, z0], [x1, z1], [x0, z1]] // prettier-ignore
const stays = '[data-stays]'

test('a tool stays in hand with Shift or a double click, until Escape', async ({ page, server }) => {
  const show = await openNew(page, server, 'Several zones')
  await plan(page).getByRole('button', { name: 'Zone' }).click()
  await page.getByRole('menuitem', { name: 'Cylinder' }).click({ modifiers: ['Shift'] })
  await expect(plan(page).locator(stays)).toBeVisible()
  for (const [index, x] of [2, 5, 8].entries()) {
    await drag(page, await spotAt(page, x, 3), await spotAt(page, x + 0.8, 3))
    await expect.poll(async () => (await show()).zones.length).toBe(index + 1)
  }
  expect(new Set((await show()).zones.map(({ shape }) => shape.kind))).toEqual(new Set(['cylinder']))
  await page.keyboard.press('Escape')
  await expect(plan(page).getByRole('button', { name: 'Choose' })).toHaveAttribute('aria-pressed', 'true')

  // Two walks one after the other; what is typed between corners may have units.
  await plan(page).getByRole('button', { name: 'Walk', exact: true }).dblclick()
  const before = (await show()).walks.length
  for (const z of [2, 4]) {
    await clickSpot(page, 2, z)
    await clickSpot(page, 6, z)
    await page.keyboard.press('Enter')
  }
  await expect.poll(async () => (await show()).walks.length).toBe(before + 2)
  await page.keyboard.press('Escape')

  const walls = (await show()).place.walls.length
  await takeTool(page, 'Wall', 'Wall')
  await clickSpot(page, 14, 0)
  const away = await spotAt(page, 16.5, 0.05)
  await page.mouse.move(away.x, away.y)
  await page.keyboard.type('8 ft 6 in')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Enter')
  await expect.poll(async () => (await show()).place.walls.length).toBe(walls + 1)
  expect((await show()).place.walls.at(-1)!.to[0]).toBeCloseTo(14 + 8.5 * 0.3048, 2)
})

test('a walk is drawn on from its end, up a ramp to another storey', async ({ page, server }) => {
  const { id, revision } = await newShow(server.url, 'Goes on')
  await edit(server.url, id, revision, [
    { op: 'add', path: '/place/floors/-', value: { id: 'ramp', name: 'Ramp', y: 0, outline: rect(14, 2, 19, 5), slopeTo: { edge: [1, 2], y: 2.5 } } }, // prettier-ignore
    { op: 'add', path: '/place/floors/-', value: { id: 'up', name: 'Gallery', y: 2.5, outline: rect(19, 0, 25, 8) } },
    { op: 'add', path: '/walks/-', value: { id: 'on', name: 'On', points: [{ at: [15, 0.5, 3], pace: 2 }, { at: [16, 1, 3] }] } }, // prettier-ignore
  ])
  const show = async () => (await ask(server.url, `/api/shows/${id}`)).body.show
  const walk = async () => (await show()).walks.find((each: { id: string }) => each.id === 'on')
  await open(page, server, id)
  await score(page).getByTitle('Who walks in this run').click()
  await score(page).getByRole('button', { name: 'edit' }).last().click()
  await expect(desk(page).getByRole('button', { name: 'On, Name' })).toBeVisible()
  await plan(page).locator('[data-goes-on]').click()
  await clickSpot(page, 22, 4)
  await page.keyboard.press('Enter')
  await expect.poll(async () => (await walk()).points.length).toBe(4)
  const { points } = await walk()
  // By the head of the ramp to the floor above, as quickly as it came.
  expect(points.map(({ at }: { at: number[] }) => at[1])).toEqual([0.5, 1, 2.5, 2.5])
  expect(points[2].at[0]).toBe(19)
  expect(points[1].pace).toBe(2)
  expect(points[2].pace).toBe(2)

  // From the desk, too; Escape before anything is drawn leaves it as it was.
  await desk(page).getByRole('button', { name: 'Go on from its end' }).click()
  await page.keyboard.press('Escape')
  await page.keyboard.press('Escape')
  await desk(page).getByRole('button', { name: 'Go on from its end' }).click()
  await clickSpot(page, 22, 7)
  await page.keyboard.press('Enter')
  await expect.poll(async () => (await walk()).points.length).toBe(5)
})
