import { expect, type Page } from '@playwright/test'
import type { TestServer } from '../harness/server'
import { choose, desk, drag, drawZone, head, marks, middle, openNew, part, score, status, test, type } from './page'

/** A new show with a zone in the doorway and a rule, at the steps of its cue. */
async function openCue(page: Page, server: TestServer, title: string) {
  const show = await openNew(page, server, title)
  await drawZone(page)
  await desk(page).getByRole('button', { name: '+ rule' }).click()
  await desk(page).getByRole('button', { name: 'Steps of its cue' }).click()
  await expect.poll(async () => (await show()).cues.length).toBe(1)
  return { show, steps: async (): Promise<any[]> => (await show()).cues[0]?.steps ?? [] }
}
const steps = (page: Page) => desk(page).locator('[data-step]')
async function addStep(page: Page, words: string) {
  await desk(page).getByRole('button', { name: '+ step' }).click()
  await page.getByRole('menuitem', { name: words, exact: true }).click()
}

test('every kind of step can be added, runs, and says what it does', async ({ page, server }) => {
  const { steps: saved } = await openCue(page, server, 'Every step')
  await desk(page).getByRole('button', { name: '+ step' }).click()
  const kinds = await page.getByRole('menuitem').filter({ hasNotText: 'wants' }).allTextContents()
  await page.keyboard.press('Escape')
  expect(kinds.length).toBeGreaterThan(14)
  for (const [index, words] of kinds.entries()) {
    await addStep(page, words)
    await expect(steps(page)).toHaveCount(index + 1)
    await expect(steps(page).nth(index).getByRole('button').first()).not.toHaveText('')
    // Who is moved about would set it off again and again.
    if (words === 'A zone on or off') await choose(page, 'On', 'off')
  }
  await expect(score(page).getByRole('alert')).toBeHidden()
  await expect(marks(page, 'fired', 'hall-doorway').first()).toBeVisible()
  await expect(status(page)).toContainText('Saved')
  expect(new Set((await saved()).map((step) => step.kind)).size).toBe(kinds.length)
  // What its bus does is also in the score: a bead, with words of its own.
  await expect(
    marks(page, 'act', 'hall-doorway')
      .and(page.getByLabel(/^Beds to/))
      .first(),
  ).toBeVisible()
})

test('steps change places, are muted and taken away, and come back by undo', async ({ page, server }) => {
  const { steps: saved } = await openCue(page, server, 'Order')
  for (const words of ['A sound', 'A light', 'A fade']) await addStep(page, words)
  const order = async () => (await saved()).map((step) => step.kind)
  await expect.poll(order).toEqual(['sound', 'light', 'fade'])
  await steps(page).nth(2).getByRole('button', { name: 'Move fade up' }).click()
  await expect.poll(order).toEqual(['sound', 'fade', 'light'])
  await expect(steps(page).first().getByRole('button', { name: 'Move sound up' })).toBeHidden()

  const beads = marks(page, 'act', 'hall-doorway').and(page.getByLabel(/^Fade/))
  await expect(beads.first()).toBeVisible()
  await steps(page).nth(1).getByRole('button', { name: 'mute', exact: true }).click()
  await expect(beads).toHaveCount(0)
  await steps(page).nth(1).getByRole('button', { name: 'unmute' }).click()
  await expect(beads.first()).toBeVisible()

  await steps(page).nth(0).getByRole('button', { name: 'remove' }).click()
  await expect.poll(order).toEqual(['fade', 'light'])
  await page.keyboard.press('Control+z')
  await expect.poll(order).toEqual(['sound', 'fade', 'light'])
})

test('a number is typed as a sum, dragged sideways and nudged; Escape leaves it as it was', async ({
  page,
  server,
}) => {
  const { steps: saved } = await openCue(page, server, 'Numbers')
  await addStep(page, 'A light')
  const at = async () => (await saved())[0]?.at
  await type(page, 'At', '1 + 0.5')
  await expect.poll(at).toBe(1.5)
  await expect(page.getByRole('button', { name: /^Undo At of a light in / })).toBeVisible()

  await part(page, 'At').focus()
  await page.keyboard.press('ArrowUp')
  await expect.poll(at).toBe(1.6)
  await page.keyboard.press('Shift+ArrowDown')
  await expect.poll(at).toBe(0.6)

  const from = await middle(part(page, 'At'))
  await drag(page, from, { x: from.x + 40, y: from.y })
  await expect.poll(at).toBe(1.6)

  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  await page.mouse.move(from.x + 80, from.y, { steps: 4 })
  await expect(part(page, 'At')).not.toHaveText('1.6 s')
  await page.keyboard.press('Escape')
  await page.mouse.up()
  await expect(part(page, 'At')).toHaveText('1.6 s')
  expect(await at()).toBe(1.6)

  await type(page, 'At', 'soon')
  await expect(desk(page).getByRole('alert')).toHaveText(/^“soon” is no number/)
  await page.keyboard.press('Escape')
  await expect(part(page, 'At')).toHaveText('1.6 s')
})

test('how long a step lasts is chosen in words, and the score follows', async ({ page, server }) => {
  const { steps: saved } = await openCue(page, server, 'Holds')
  await addStep(page, 'A freeze')
  await choose(page, 'Lasts', 'for')
  await type(page, 'Seconds', '3')
  await expect.poll(async () => (await saved())[0]?.hold).toBe(3)
  await expect(steps(page).first()).toContainText('3 s')
  await expect(marks(page, 'fired', 'hall-doorway').first()).toHaveAccessibleName(/for 3(\.0)? s/)

  // The last control that is held can't be let go of: a freeze of nothing is none.
  const locks = async () => (await saved())[0]?.locks
  const before: string[] = await locks()
  for (const name of ['walking', 'jumping', 'looking', 'using']) {
    const box = desk(page).getByRole('checkbox', { name })
    if (await box.isChecked()) await box.click()
  }
  await expect.poll(async () => (await locks()).length).toBe(1)
  expect(before).toContain((await locks())[0])
})

test('a cue says who fires it, and asks before it goes with that', async ({ page, server }) => {
  const { show } = await openCue(page, server, 'Cue')
  await type(page, 'Name', 'Door slams')
  await choose(page, 'For', 'everyone')
  await desk(page).getByRole('button', { name: 'Not a scare' }).click()
  await expect
    .poll(async () => (await show()).cues[0])
    .toMatchObject({ name: 'Door slams', for: 'everyone', scare: true })
  await desk(page).getByRole('button', { name: 'Delete' }).click()
  await expect(desk(page).getByRole('alert')).toContainText('1 rule of Hall doorway')
  await desk(page).getByRole('button', { name: 'Leave it' }).click()

  await desk(page).getByRole('button', { name: 'Hall doorway' }).click()
  await expect(desk(page)).toContainText('Door slams')
  await desk(page).getByRole('button', { name: 'Remove', exact: true }).click()
  await expect(marks(page, 'fired', 'hall-doorway')).toHaveCount(0)
  await page.keyboard.press('Escape')
  await desk(page).getByRole('button', { name: 'Door slams' }).click()
  await expect(desk(page)).toContainText('Fired by nothing yet')
  await desk(page).getByRole('button', { name: 'Delete' }).click()
  await expect.poll(async () => (await show()).cues).toEqual([])
  await expect(head(page, 'Hall doorway')).toBeVisible()
})

test('a cue that nothing fires is fired from a zone, or from the end of another cue', async ({ page, server }) => {
  const show = await openNew(page, server, 'Fire from')
  await drawZone(page)
  await page.keyboard.press('2')
  await page.getByRole('region', { name: 'Cues' }).getByRole('button', { name: 'New', exact: true }).click()
  await page.keyboard.press('1')
  await choose(page, 'Fire it from', 'the key E in Hall doorway')
  await expect.poll(async () => (await show()).zones[0]!.rules.map(({ on }) => on)).toEqual([{ at: 'use', key: 'E' }])
})
