import AxeBuilder from '@axe-core/playwright'
import { expect } from '@playwright/test'
import { desk, openDemo, test } from './page'

test('anything is found by a few letters, and gone to by Enter', async ({ page, server }) => {
  await openDemo(page, server)
  const field = page.getByRole('combobox', { name: 'Find anything', exact: true })
  const goTo = async (words: string, name: RegExp) => {
    await page.keyboard.press('Control+k')
    await expect(field).toBeFocused()
    await field.fill(words)
    await expect(page.getByRole('option').first()).toHaveText(name)
    await page.keyboard.press('Enter')
    await expect(field).toBeHidden()
  }
  await goTo('rope po', /^Rope post\s*zone/)
  await expect(desk(page).getByRole('heading', { name: 'Rope post' })).toBeVisible()
  await goTo('rack comes', /^Rack comes down/)
  await expect(desk(page).getByRole('heading', { name: 'Rack comes down' })).toBeVisible()
  await goTo('loft night', /^Loft night\s*atmosphere/)
  await expect(desk(page).getByRole('heading', { name: 'Loft night' })).toBeVisible()

  await page.getByRole('button', { name: 'Find', exact: true }).click()
  await field.fill('qqzz')
  await expect(page.getByText('Nothing is called so.')).toBeVisible()
  await field.fill('go to the sou')
  const { violations } = await new AxeBuilder({ page }).include('[role=dialog]').analyze()
  expect(violations.map(({ id, nodes }) => [id, nodes[0]!.html])).toEqual([])
  await page.keyboard.press('Enter')
  await expect(page.getByRole('group', { name: 'Shore' })).toBeVisible()
})
