import AxeBuilder from '@axe-core/playwright'
import { expect, type Page } from '@playwright/test'
import { ask, demo, edit } from '../harness/api'
import { clock, open, part, score, test } from './page'

const history = (page: Page) => page.getByRole('region', { name: 'History' })
const openHistory = (page: Page) => page.getByRole('button', { name: 'History', exact: true }).click()
const otherwise = (page: Page) => history(page).getByRole('region', { name: 'What fires otherwise' })
const study = (page: Page) => page.getByRole('main', { name: 'Study' })

test('two takes are compared in the score, and before and after an edit without having kept anything', async ({
  page,
  server,
}) => {
  const { id: original } = await demo(server.url)
  const { id } = (await ask(server.url, '/api/shows', 'POST', { copyOf: original })).body
  const { show, revision } = (await ask(server.url, `/api/shows/${id}`)).body
  const at = show.zones.findIndex(({ rules }: any) => rules.some((rule: any) => rule.cue === 'rack-comes-down'))
  const rule = show.zones[at].rules.findIndex(({ cue }: any) => cue === 'rack-comes-down')
  await open(page, server, id)
  await openHistory(page)
  await history(page).getByRole('textbox', { name: 'A name for how it is now' }).fill('Too soon')
  await history(page).getByRole('button', { name: 'Keep the run' }).click()
  const takes = history(page).getByRole('region', { name: 'Takes' })
  await expect(takes.getByRole('button', { name: /^Too soon/ })).toContainText('seed 7')

  // Somebody has it come later: before and after stand beside each other, by the firing.
  const path = `/zones/${at}/rules/${rule}/delay`
  expect((await edit(server.url, id, revision, [{ op: 'replace', path, value: 2.5 }])).status).toBe(200)
  await history(page).getByRole('button', { name: 'Before and after: since it began' }).click()
  const moved = otherwise(page)
    .getByRole('button', { name: /^Rack comes down/ })
    .first()
  await expect(moved).toContainText('2.5 s later')
  await moved.click()
  await expect(clock(page)).not.toHaveText('00:00.0')
  const { violations } = await new AxeBuilder({ page }).analyze()
  expect(violations.map(({ id, nodes }) => [id, nodes[0]!.html])).toEqual([])
  await history(page).getByRole('button', { name: 'All edits' }).click()

  // What is there now is kept too, without a name, and the first is put beside it.
  await history(page).getByRole('button', { name: 'Keep the run' }).click()
  const second = takes.getByRole('button', { name: /seed 7/ }).first()
  await expect(second).toContainText('revision 2')
  // Another seed is followed meanwhile: the takes stay who they were.
  await score(page)
    .getByRole('button', { name: /^seed 7/ })
    .click()
  await page.getByRole('textbox', { name: 'Seed' }).fill('8')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
  await takes.getByRole('button', { name: /^Too soon/ }).click()
  await expect(history(page)).toContainText('the score follows')
  const byLuck = otherwise(page).getByRole('button', { name: /^Sea gate/ })
  await expect(byLuck.first()).toBeVisible()
  await part(page, 'Compared with', history(page)).click()
  await page.getByRole('option', { name: /^the take “.*seed 7”$/ }).click()
  await expect(moved).toContainText('2.5 s later')
  await expect(score(page).getByRole('status')).toContainText('a run of the later version')
  await expect(byLuck).toHaveCount(0)

  await history(page).getByRole('button', { name: 'All edits' }).click()
  await takes.getByRole('button', { name: 'Forget the take Too soon' }).click()
  await expect(takes.getByRole('button', { name: /^Too soon/ })).toHaveCount(0)
})

test('a study is kept, and another is compared with it or with the version before', async ({ page, server }) => {
  const { id: original } = await demo(server.url)
  const { id } = (await ask(server.url, '/api/shows', 'POST', { copyOf: original })).body
  const { show, revision } = (await ask(server.url, `/api/shows/${id}`)).body
  const at = show.zones.findIndex(({ rules }: any) => rules.some((rule: any) => rule.cue === 'rack-comes-down'))
  await page.addInitScript(() => localStorage.setItem('esvik:walkers', '40'))
  await open(page, server, id)
  await page.keyboard.press('5')
  await expect(study(page).locator('[data-home]')).toHaveText('40 home')
  await study(page).getByRole('button', { name: 'Keep this study' }).click()
  await part(page, 'The study is compared with', study(page)).click()
  await page.getByRole('option', { name: 'the take “40 walkers, Anybody”' }).click()
  const row = study(page).getByRole('row').filter({ hasText: 'Rack comes down' })
  const was = row.locator('[data-was]').first()
  await expect(row.locator('button').first()).toBeVisible()
  await expect(was).toHaveCount(0)

  // Nobody meets it any more: what it was is seen beside that.
  await edit(server.url, id, revision, [{ op: 'replace', path: `/zones/${at}/enabled`, value: false }])
  const never = row.getByRole('button', { name: '100 in 100 never meet Rack comes down: show one' })
  await expect(never).toBeVisible()
  await expect(was).toHaveText('3 →')
  // The same of how the show began, which nobody has kept.
  await part(page, 'The study is compared with', study(page)).click()
  await page.getByRole('option', { name: 'nothing' }).click()
  await expect(was).toHaveCount(0)
  await part(page, 'The study is compared with', study(page)).click()
  await page.getByRole('option', { name: 'how the show began' }).click()
  await expect(was).toHaveText('3 →')
  const { violations } = await new AxeBuilder({ page }).analyze()
  expect(violations.map(({ id, nodes }) => [id, nodes[0]!.html])).toEqual([])
})
