import AxeBuilder from '@axe-core/playwright'
import { expect, type Page } from '@playwright/test'
import { clickThing, desk, drawZone, head, openDemo, openNew, part, score, test } from './page'

/** What axe finds on the page as it is (WCAG 2.2 AA and best practices), each with where. */
async function found(page: Page): Promise<string[]> {
  const tags = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice']
  const { violations } = await new AxeBuilder({ page }).withTags(tags).analyze()
  return violations.flatMap(({ id, help, nodes }) =>
    nodes.slice(0, 4).map((node) => `${id}: ${help}: ${node.target.join(' ')}: ${node.html.slice(0, 120)}`),
  )
}

test('axe finds nothing in the list of shows, also while one is renamed', async ({ page, server }) => {
  await page.goto(server.url)
  await expect(page.getByRole('button', { name: 'Copy' }).first()).toBeVisible()
  expect(await found(page)).toEqual([])
  await page.getByRole('button', { name: 'Rename' }).first().click()
  await expect(page.getByLabel('New name')).toBeFocused()
  expect(await found(page)).toEqual([])
})

test('axe finds nothing at the desk: nothing chosen, a zone, its cue, a menu, the table of events', async ({
  page,
  server,
}) => {
  await openDemo(page, server)
  await expect(score(page).locator('[data-mark]').first()).toBeAttached()
  expect(await found(page)).toEqual([])
  await head(page, 'Rope post').click()
  await expect(part(page, 'Limit')).toBeVisible()
  expect(await found(page)).toEqual([])
  await part(page, 'Limit').click()
  await expect(page.getByRole('option').first()).toBeVisible()
  expect(await found(page)).toEqual([])
  await page.keyboard.press('Escape')
  await desk(page).getByRole('button', { name: 'Steps of its cue' }).click()
  await expect(desk(page).getByText('Fired by')).toBeVisible()
  expect(await found(page)).toEqual([])
  await score(page).getByRole('button', { name: 'Events as a table' }).click()
  await expect(page.getByRole('table')).toBeVisible()
  expect(await found(page)).toEqual([])
})

test('axe finds nothing among the sounds: one chosen, several, a pool; nor in the loudest moment, a seed, a mix, a list that is searched', async ({
  page,
  server,
}) => {
  await page.setViewportSize({ width: 1280, height: 800 })
  await openDemo(page, server)
  await page.getByRole('button', { name: 'Sounds', exact: true }).click()
  const shore = page.getByRole('group', { name: 'Shore' })
  await expect(shore.getByText(/LUFS/).first()).toBeVisible()
  expect(await found(page)).toEqual([])
  await shore.getByRole('button', { name: 'Bell buoy' }).first().click()
  await expect(page.locator('[data-measured]')).toBeVisible()
  expect(await found(page)).toEqual([])
  await shore
    .getByRole('button', { name: 'Winch' })
    .first()
    .click({ modifiers: ['Control'] })
  expect(await found(page)).toEqual([])
  await page.getByRole('button', { name: 'Desk', exact: true }).click()
  await score(page).getByRole('button', { name: 'loudest' }).click()
  await expect(page.getByRole('list', { name: 'What makes it' })).toBeVisible()
  expect(await found(page)).toEqual([])
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: /^seed/ }).click()
  await page.getByRole('button', { name: 'Outline another' }).click()
  await expect(page.getByText(/It goes otherwise in|It goes the same/)).toBeVisible()
  expect(await found(page)).toEqual([])
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Mix', exact: true }).click()
  await expect(page.getByRole('region', { name: 'Mix' })).toBeVisible()
  expect(await found(page)).toEqual([])
  await page.keyboard.press('Escape')
  await page.getByRole('region', { name: 'Plan' }).getByRole('button', { name: 'Heard' }).click()
  await expect(page.getByRole('region', { name: 'What is heard here' })).toBeVisible()
  expect(await found(page)).toEqual([])
  await head(page, 'Rope post').click()
  await desk(page).getByRole('button', { name: 'Steps of its cue' }).click()
  await desk(page).getByRole('listitem').getByRole('button').first().click()
  expect(await found(page)).toEqual([])
  await page.getByRole('button', { name: 'Cues', exact: true }).click()
  await expect(page.locator('[data-step]').first()).toBeAttached()
  expect(await found(page)).toEqual([])
})

test('axe finds nothing in the history, a comparison, the desk of several things, the filter of lanes', async ({
  page,
  server,
}) => {
  await openNew(page, server, 'Looked at')
  await drawZone(page)
  await desk(page).getByRole('button', { name: '+ rule' }).click()
  await page.keyboard.press('Control+d')
  await score(page).getByRole('button', { name: 'All lanes' }).click()
  await expect(score(page).getByRole('group', { name: 'Which lanes are shown' })).toBeVisible()
  expect(await found(page)).toEqual([])
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'History', exact: true }).click()
  const history = page.getByRole('region', { name: 'History' })
  await expect(history.getByRole('button', { name: 'As it began' })).toBeVisible()
  expect(await found(page)).toEqual([])
  await history.getByRole('button', { name: 'As it began' }).click()
  await expect(history.locator('[data-change]').first()).toBeVisible()
  expect(await found(page)).toEqual([])
  await history.getByRole('button', { name: 'Back to the desk' }).click()
  await clickThing(page, 'light', 'front-lamp')
  await page.keyboard.down('Shift')
  await clickThing(page, 'light', 'back-lamp')
  await page.keyboard.up('Shift')
  await expect(desk(page)).toContainText('2 things chosen')
  expect(await found(page)).toEqual([])
})

test('axe finds nothing in the study', async ({ page, server }) => {
  await page.addInitScript(() => localStorage.setItem('esvik:walkers', '40'))
  await openDemo(page, server)
  await page.keyboard.press('5')
  await expect(page.locator('[data-home]')).toHaveText('40 home')
  expect(await found(page)).toEqual([])
})
