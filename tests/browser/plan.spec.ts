import { expect } from '@playwright/test'
import { ask, edit } from '../harness/api'
import {
  addRule,
  choose,
  desk,
  drag,
  drawZone,
  head,
  marks,
  middle,
  openNew,
  part,
  plan,
  score,
  test,
  type,
} from './page'

test('zones of every shape are drawn, and noticed by who walks through', async ({ page, server }) => {
  const show = await openNew(page, server, 'Shapes')
  const shapes = ['Cylinder', 'Sphere', 'Prism', 'Box']
  for (const [index, shape] of shapes.entries()) {
    await drawZone(page, shape)
    await expect.poll(async () => (await show()).zones.length).toBe(index + 1)
    const { id, name } = (await show()).zones[index]!
    await expect(head(page, name)).toBeVisible()
    if (index === 0) await desk(page).getByRole('button', { name: '+ rule' }).click()
    else await addRule(page)
    await expect(marks(page, 'fired', id).first()).toBeVisible()
  }
  // Nobody has named them: each is called after where it is, and no two alike.
  const names = (await show()).zones.map(({ name }) => name)
  expect(new Set(names).size).toBe(4)
  for (const name of names) expect(name).toMatch(/^Hall (doorway|zone)/)
  await expect
    .poll(async () => (await show()).zones.map((zone) => zone.shape.kind))
    .toEqual(['cylinder', 'sphere', 'prism', 'box'])
})

test('the numbers of a zone are typed: where it is, how large, its rim and what it notices', async ({
  page,
  server,
}) => {
  const show = await openNew(page, server, 'Numbers of zones')
  await drawZone(page)
  await expect.poll(async () => (await show()).zones.length).toBe(1)
  const zone = async () => (await show()).zones[0]!
  await type(page, 'X', '7')
  await type(page, 'Width', '2 * 1.5')
  await type(page, 'Rim', '0.5')
  await choose(page, 'Notices', 'the feet')
  await expect.poll(zone).toMatchObject({ rim: 0.5, notices: 'feet', shape: { kind: 'box' } })
  const { shape } = (await zone()) as { shape: { at: number[]; size: number[] } }
  expect(shape.at[0]).toBe(7)
  expect(shape.size[0]).toBe(3)
  await expect(plan(page).locator('[data-rim]')).toBeVisible()
})

test('a zone is doubled and deleted by key; both come back by undo', async ({ page, server }) => {
  const show = await openNew(page, server, 'Doubles')
  await drawZone(page)
  await desk(page).getByRole('button', { name: '+ rule' }).click()
  await page.keyboard.press('Control+d')
  await expect(desk(page).getByRole('button', { name: 'Hall doorway 2, Name' })).toBeVisible()
  await expect.poll(async () => (await show()).zones.length).toBe(2)
  const [first, second] = (await show()).zones
  expect(second!.rules[0]!.id).not.toBe(first!.rules[0]!.id)
  expect(second!.rules[0]!.cue).toBe(first!.rules[0]!.cue)
  await page.keyboard.press('Delete')
  await expect(head(page, 'Hall doorway 2')).toBeHidden()
  await page.keyboard.press('Control+z')
  await expect(head(page, 'Hall doorway 2')).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await show()).zones.length).toBe(1)
})

test('a zone that is switched off fires nothing, and its lane says so', async ({ page, server }) => {
  await openNew(page, server, 'Switch')
  await drawZone(page)
  await desk(page).getByRole('button', { name: '+ rule' }).click()
  await expect(marks(page, 'fired', 'hall-doorway').first()).toBeVisible()
  await desk(page).getByRole('button', { name: 'On', exact: true }).click()
  await expect(marks(page, 'fired', 'hall-doorway')).toHaveCount(0)
  await expect(head(page, 'Hall doorway')).toContainText('off')
  await desk(page).getByRole('button', { name: 'Off', exact: true }).click()
  await expect(marks(page, 'fired', 'hall-doorway').first()).toBeVisible()
})

test('the points of a walk are dragged, added, told to wait and taken away', async ({ page, server }) => {
  const show = await openNew(page, server, 'Points')
  const points = async () => (await show()).walks[0]!.points
  const before = await points()
  await score(page).getByTitle('Who walks in this run').click()
  await page.getByRole('button', { name: 'edit' }).click()
  // The last one: others lie upon each other where the walk comes back to a place.
  const last = before.length - 1
  const at = await middle(plan(page).locator(`[data-walk-point="${last}"]`))
  await drag(page, at, { x: at.x, y: at.y + 60 })
  await expect.poll(async () => (await points())[last]!.at[2]).toBeGreaterThan(before[last]!.at[2])
  await expect(desk(page)).toContainText(`Point ${last + 1}`)
  await type(page, 'Pause', '2.5')
  await choose(page, 'Look', 'at Chest')
  await choose(page, 'Key', 'presses the key')
  await expect
    .poll(async () => (await points())[last])
    .toMatchObject({ pause: 2.5, look: { prop: 'chest' }, use: true })

  // The walk as a whole goes half as fast: each stretch does.
  await type(page, 'Pace throughout', '0.7')
  await expect.poll(async () => new Set((await points()).map(({ pace }) => pace))).toEqual(new Set([0.7]))

  await plan(page).locator('[data-add-point="0"]').click()
  await expect.poll(async () => (await points()).length).toBe(before.length + 1)
  await desk(page).getByRole('button', { name: 'Remove this point' }).click()
  await expect.poll(async () => (await points()).length).toBe(before.length)
})

test('an edit of what somebody else has deleted meanwhile is a choice', async ({ page, server }) => {
  const show = await openNew(page, server, 'Choice')
  await drawZone(page)
  await expect.poll(async () => (await show()).zones.length).toBe(1)
  const id = page.url().split('/').at(-1)!
  // The server is out of reach for this window only; meanwhile the zone goes. The way there is never unrouted:
  // what the browser is fetching at that moment would sometimes never arrive.
  let away = true
  await page.route('**/edits', (route) => (away ? route.abort() : route.continue()))
  await type(page, 'Rim', '1')
  const { revision } = (await ask(server.url, `/api/shows/${id}`)).body
  const zone = (await show()).zones[0]!
  await edit(server.url, id, revision, [{ op: 'remove', path: '/zones/0' }])
  away = false
  const dialog = page.getByRole('dialog')
  await expect(dialog).toContainText('1 edit could not be saved')
  await expect(dialog).toContainText(`Rim of ${zone.name}`)
  await dialog.getByRole('button', { name: 'Give up' }).click()
  await expect(dialog).toBeHidden()
  await expect(head(page, zone.name)).toBeHidden()
  await expect(part(page, 'Rim')).toBeHidden()
})
