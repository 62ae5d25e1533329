import { expect, type Page } from '@playwright/test'
import { ask, edit, newShow } from '../harness/api'
import type { Operation } from '../../core/show'
import { desk, open, part, plan, score, shownMarks, test, thingAt, type as typeInto } from './page'

const box = (x: number) => ({ kind: 'box', at: [x, 0, 4.5], size: [1, 2, 2] })
const add = (path: string, value: unknown) => ({ op: 'add', path, value }) as Operation
const lane = (page: Page, id: string) => score(page).locator(`button[data-zone=${id}][aria-pressed]`)
const firing = async (page: Page) => [...new Set((await shownMarks(page, 'fired')).map(({ zone }) => zone))].sort()

test('what belongs to one scare is gathered under a name: folded, taken out of the run, hidden, copied, let go', async ({
  page,
  server,
}) => {
  const { id, revision } = await newShow(server.url, 'Groups')
  const zone = (name: string, x: number) =>
    add('/zones/-', {
      id: name,
      name,
      shape: box(x),
      rules: [{ id: `r-${name}`, on: { at: 'enter' }, cue: `c-${name}` }],
    })
  const cue = (name: string) => add('/cues/-', { id: `c-${name}`, name: `Cue of ${name}`, steps: [] })
  await edit(server.url, id, revision, [
    ...['one', 'two', 'three'].map(cue),
    zone('one', 3),
    zone('two', 6),
    zone('three', 9),
  ])
  const saved = async () => (await ask(server.url, `/api/shows/${id}`)).body.show
  await open(page, server, id)
  await expect.poll(() => firing(page)).toEqual(['one', 'three', 'two'])

  await lane(page, 'one').click()
  await lane(page, 'three').click({ modifiers: ['Shift'] })
  await page.keyboard.press('Control+g')
  await typeInto(page, 'Name', 'Rack scare')
  // The cues that only these zones fire belong to it, too.
  await expect
    .poll(async () => (await saved()).groups[0])
    .toMatchObject({ name: 'Rack scare', zones: ['one', 'three'], cues: ['c-one', 'c-three'] })

  // Its lanes stand together, and fold into one.
  const heads = score(page).locator('button[aria-pressed]', { hasText: /^(one|two|three|1|2|3|Rack)/ })
  await expect(heads).toHaveText([/Rack scare/, /one/, /three/, /two/])
  await score(page).getByRole('button', { name: 'Lanes of Rack scare' }).click()
  await expect(heads).toHaveText([/Rack scare/, /two/])
  await expect.poll(() => firing(page)).toEqual(['group one-group', 'two'])
  await score(page).getByRole('button', { name: 'Lanes of Rack scare' }).click()

  // The run without it: nothing is edited.
  const before = (await ask(server.url, `/api/shows/${id}`)).body.revision
  await desk(page).getByRole('button', { name: 'Run without it' }).click()
  await expect.poll(() => firing(page)).toEqual(['two'])
  await expect(score(page)).toContainText('This run is without Rack scare.')
  expect((await ask(server.url, `/api/shows/${id}`)).body.revision).toBe(before)
  await score(page).getByRole('button', { name: 'With everything' }).click()
  await expect.poll(() => firing(page)).toEqual(['one', 'three', 'two'])

  // Hidden, it is not in the way of the hand.
  await desk(page).getByRole('button', { name: 'Hide in the plan' }).click()
  const at = await thingAt(page, 'zone', 'one')
  await page.mouse.click(at.x, at.y)
  await expect(part(page, 'Name')).not.toHaveText('one')
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+Shift+z')
  await score(page).getByRole('button', { name: 'Rack scare', exact: true }).click()
  await desk(page).getByRole('button', { name: 'Hidden in the plan' }).click()

  await page.keyboard.press('Control+d')
  await expect(part(page, 'Name')).toHaveText('Rack scare 2')
  await expect.poll(async () => [(await saved()).zones.length, (await saved()).cues.length]).toEqual([5, 5])
  await desk(page).getByRole('button', { name: 'Delete', exact: true }).click()
  await desk(page).getByRole('button', { name: 'Delete all of it' }).click()
  await expect.poll(async () => (await saved()).zones.length).toBe(3)
  expect((await saved()).cues).toHaveLength(3)

  await score(page).getByRole('button', { name: 'Rack scare', exact: true }).click()
  await desk(page).getByRole('button', { name: 'Let go' }).click()
  await expect(heads).toHaveText([/one/, /two/, /three/])
  await expect(plan(page)).toBeVisible()
})
