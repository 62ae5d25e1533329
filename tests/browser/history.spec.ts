import AxeBuilder from '@axe-core/playwright'
import { expect, type Page } from '@playwright/test'
import { clickThing, desk, drawZone, head, openNew, part, plan, score, test, type } from './page'

const history = (page: Page) => page.getByRole('region', { name: 'History' })
const openHistory = (page: Page) => page.getByRole('button', { name: 'History', exact: true }).click()

test('what was done is taken back and done again after a reload, and by a window that comes after this one', async ({
  page,
  server,
  context,
}) => {
  const show = await openNew(page, server, 'Taken back')
  await drawZone(page)
  await type(page, 'Name', 'Threshold')
  await type(page, 'Rim', '0.4')
  await expect.poll(async () => (await show()).zones[0]?.rim).toBe(0.4)
  await page.reload()
  await expect(
    page
      .getByRole('button', { name: 'Undo Set the rim of Threshold' })
      .or(page.getByRole('button', { name: /^Undo .*Threshold/ })),
  ).toBeVisible()
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await show()).zones[0]).toMatchObject({ rim: 0, name: 'Hall doorway' })
  await page.reload()
  await expect(page.getByRole('button', { name: 'Redo' })).toBeVisible()
  await page.keyboard.press('Control+Shift+z')
  await expect.poll(async () => (await show()).zones[0]!.name).toBe('Threshold')
  // A second window has nothing to take back as long as this one is there, and all of it once this one is closed.
  const url = page.url()
  const second = await context.newPage()
  await second.goto(url)
  await expect(head(second, 'Threshold')).toBeVisible()
  await expect(second.getByRole('button', { name: /^Undo/ })).toHaveCount(0)
  await page.close()
  await second.close()
  const third = await context.newPage()
  await third.goto(url)
  await third.getByRole('button', { name: /^Undo Rename/ }).click()
  await expect.poll(async () => (await show()).zones[0]!.name).toBe('Hall doorway')
})

test('a version is named and compared, and one zone of it is brought back with what it fires', async ({
  page,
  server,
}) => {
  const show = await openNew(page, server, 'Looking back')
  await drawZone(page)
  await desk(page).getByRole('button', { name: '+ rule' }).click()
  await expect.poll(async () => (await show()).cues.length).toBe(1)
  await openHistory(page)
  await history(page).getByRole('textbox', { name: 'A name for how it is now' }).fill('The doorway works')
  await page.keyboard.press('Enter')
  await expect(history(page).getByRole('button', { name: /^The doorway works/ })).toBeVisible()
  await history(page).getByRole('button', { name: 'Back to the desk' }).click()

  // The zone goes, and its cue; a lamp gets brighter.
  await clickThing(page, 'zone', 'hall-doorway')
  await desk(page).getByRole('button', { name: 'Steps of its cue' }).click()
  await desk(page).getByRole('button', { name: 'Delete' }).first().click()
  await desk(page)
    .getByRole('button', { name: 'Delete it all the same' })
    .or(desk(page).getByRole('button', { name: /with (it|its|that)/ }))
    .first()
    .click()
  await expect.poll(async () => (await show()).cues.length).toBe(0)
  await clickThing(page, 'zone', 'hall-doorway')
  await page.keyboard.press('Delete')
  await clickThing(page, 'light', 'front-lamp')
  await type(page, 'Candela', '75')
  await expect.poll(async () => (await show()).place.lights[0]!.candela).toBe(75)

  await openHistory(page)
  await history(page)
    .getByRole('button', { name: /^The doorway works/ })
    .click()
  const changes = history(page).locator('[data-change]')
  await expect(changes).toHaveCount(3)
  await expect(changes.filter({ hasText: 'Front lamp' })).toContainText('candela40 → 75')
  await expect(changes.filter({ hasText: 'zone, is gone' })).toContainText('Hall doorway')
  await expect(plan(page).locator('[data-compared]')).toContainText('Hall doorway, gone')
  await expect(head(page, 'Hall doorway')).toContainText('gone')
  const { violations } = await new AxeBuilder({ page }).analyze()
  expect(violations.map(({ id, nodes }) => [id, nodes[0]!.html])).toEqual([])

  // Beside an earlier version that still had it: the score is of that one, until it is left.
  await part(page, 'Compared with', history(page)).click()
  await page
    .getByRole('option', { name: /Delete .*cue/i })
    .first()
    .click()
  await expect(score(page).getByRole('status')).toContainText('a run of the later version')
  await expect(head(page, 'Hall doorway')).not.toContainText('gone')
  await part(page, 'Compared with', history(page)).click()
  await page.getByRole('option', { name: 'what is there now' }).click()
  await expect(score(page).getByRole('status')).toHaveCount(0)
  await expect(head(page, 'Hall doorway')).toContainText('gone')

  await changes.filter({ hasText: 'zone, is gone' }).getByRole('button', { name: 'Bring it back' }).click()
  await expect.poll(async () => (await show()).zones.map(({ name }) => name)).toEqual(['Hall doorway'])
  const now = await show()
  expect(now.cues.map(({ id }) => id)).toEqual([now.zones[0]!.rules[0]!.cue])
  expect(now.place.lights[0]!.candela).toBe(75)
  await expect(changes).toHaveCount(1)
  // Bringing back is an edit like any other.
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await show()).zones.length).toBe(0)
  await history(page).getByRole('button', { name: 'Bring everything back as it was then' }).click()
  await expect.poll(async () => (await show()).place.lights[0]!.candela).toBe(40)
  expect((await show()).zones).toHaveLength(1)
  await expect(history(page)).toContainText('nothing is otherwise')
  await page.keyboard.press('Escape')
  await expect(history(page).getByRole('listitem').filter({ hasText: 'Bring back' }).first()).toBeVisible()
  await expect(part(page, 'Name')).toHaveCount(0)
})
