import { expect } from '@playwright/test'
import { ask } from '../harness/api'
import { choose, desk, drawZone, openNew, score, test, type } from './page'

test('how a show begins, and what its players measure, is said at the empty desk', async ({ page, server }) => {
  const show = await openNew(page, server, 'Beginnings')
  await page.keyboard.press('Escape')
  await desk(page).getByText('How it begins: light and air').click()
  await type(page, 'Level', '0.2')
  await expect.poll(async () => (await show()).atmosphere.level).toBe(0.2)
  await desk(page).getByText('Who walks: a player’s measures').click()
  await type(page, 'Radius', '40 cm')
  await type(page, 'Steps up', '1 ft')
  await expect.poll(async () => (await show()).player).toMatchObject({ radius: 0.4, step: 0.3048 })
})

test('zones and walks have tags where they are, and a rule is meant for those who have one', async ({
  page,
  server,
}) => {
  const show = await openNew(page, server, 'Tags')
  await score(page).getByTitle('Who walks in this run').click()
  await page.getByRole('button', { name: 'edit' }).click()
  await type(page, 'Tags', 'late, late, wet')
  await expect.poll(async () => (await show()).walks[0]!.body.tags).toEqual(['late', 'wet'])
  await drawZone(page)
  await type(page, 'Tags', 'cold')
  await expect.poll(async () => (await show()).zones[0]!.tags).toEqual(['cold'])
  await desk(page).getByRole('button', { name: '+ rule' }).click()
  await choose(page, 'Who', 'a player tagged wet')
  await expect.poll(async () => (await show()).zones[0]!.rules[0]!.who).toEqual({ kinds: ['player'], tags: ['wet'] })
})

test('whom a sound is owed to is said with it, and found by it', async ({ page, server }) => {
  const show = await openNew(page, server, 'Credits')
  await page.getByRole('navigation', { name: 'Views' }).getByRole('button', { name: 'Sounds' }).click()
  await page.getByRole('group', { name: 'Shore' }).locator('[data-sound]').first().click()
  const sound = page.getByRole('region', { name: 'Sound', exact: true })
  await sound.getByRole('button', { name: /, Credit, licence$/ }).click()
  await sound.getByRole('textbox', { name: 'Credit, licence' }).fill('free for all')
  await page.keyboard.press('Enter')
  await expect
    .poll(async () => (await show()).sounds.filter(({ credit }) => credit?.licence === 'free for all').length)
    .toBe(1)
})

test('a show begins empty, and takes a hall and the sounds when they are wanted', async ({ page, server }) => {
  await page.goto(server.url)
  await page.getByLabel('Name of a new show').fill('Bare')
  await page.getByRole('button', { name: 'Empty show' }).click()
  await expect(desk(page)).toContainText('Nothing is here yet')
  const id = page.url().split('/').at(-1)!
  const show = async () => (await ask(server.url, `/api/shows/${id}`)).body.show
  expect([(await show()).place.walls, (await show()).sounds, (await show()).walks]).toEqual([[], [], []])
  await desk(page).getByRole('button', { name: 'Put a hall here' }).click()
  await expect(desk(page)).not.toContainText('Nothing is here yet')
  await desk(page).getByRole('button', { name: 'Take the sounds that are here' }).click()
  await expect.poll(async () => (await show()).sounds.length).toBeGreaterThan(10)
  expect([(await show()).place.walls.length, (await show()).walks.length]).toEqual([5, 1])
  // Somebody walks at once.
  await expect(score(page).getByRole('button', { name: 'Through the hall' })).toBeVisible()
})
