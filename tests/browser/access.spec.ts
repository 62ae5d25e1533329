import AxeBuilder from '@axe-core/playwright'
import { expect, type Page } from '@playwright/test'
import { desk, head, openDemo, part, score, test } from './page'

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
