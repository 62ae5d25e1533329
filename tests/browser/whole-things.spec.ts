import { expect } from '@playwright/test'
import { desk, drawZone, marks, openNew, shownMarks, test } from './page'

test('a whole thing is made at a zone by two keys, fires on the walk, and is gone by one undo', async ({
  page,
  server,
}) => {
  const show = await openNew(page, server, 'Whole things')
  await drawZone(page)
  await expect(desk(page).getByRole('button', { name: '+ whole thing' })).toBeVisible()
  await page.keyboard.press('w')
  const menu = page.getByRole('menu')
  await expect(menu).toBeFocused()
  await expect(menu.getByRole('menuitem', { name: /^A switch/ })).toContainText('two rules')
  await menu.getByRole('menuitem', { name: /^Dark and back/ }).click()
  await expect.poll(async () => (await show()).atmospheres.map(({ name }) => name)).toEqual(['Dark'])
  await expect(marks(page, 'fired', 'hall-doorway').or(page.locator('[data-fired]')).first()).toBeVisible()
  expect((await shownMarks(page, 'fired')).map(({ zone }) => zone)).toContain('hall-doorway')
  expect((await show()).zones[0]!.rules).toHaveLength(1)
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await show()).cues).toEqual([])
  await expect.poll(async () => (await show()).atmospheres).toEqual([])
  expect((await show()).zones[0]!.rules).toEqual([])
})
