import { expect } from '@playwright/test'
import {
  clickSpot,
  clickThing,
  desk,
  drag,
  drawZone,
  head,
  middle,
  openDemo,
  openNew,
  plan,
  score,
  spotAt,
  takeTool,
  test,
} from './page'

test('a tool is in the hand as soon as its group is pressed: the next press draws with it', async ({
  page,
  server,
}) => {
  const show = await openNew(page, server, 'Tools')
  const before = await spotAt(page, 0, 0)
  await takeTool(page, 'Zone')
  const at = await middle(plan(page))
  await drag(page, { x: at.x - 40, y: at.y - 30 }, { x: at.x + 30, y: at.y + 50 })
  await expect.poll(async () => (await show()).zones.length).toBe(1)
  expect(await spotAt(page, 0, 0)).toEqual(before)
  const lights = (await show()).place.lights.length
  await takeTool(page, 'Light')
  await page.mouse.click(at.x, at.y)
  await expect.poll(async () => (await show()).place.lights.length).toBe(lights + 1)
})

test('Escape keeps the corners of a wall that are drawn', async ({ page, server }) => {
  const show = await openNew(page, server, 'Corners')
  const walls = (await show()).place.walls.length
  await takeTool(page, 'Wall')
  const at = await middle(plan(page))
  for (const [dx, dy] of [[-60, -40], [40, -40], [40, 60]]) await page.mouse.click(at.x + dx!, at.y + dy!) // prettier-ignore
  await page.keyboard.press('Escape')
  await expect.poll(async () => (await show()).place.walls.length).toBe(walls + 2)
})

test('Escape keeps the points of a walk that are drawn', async ({ page, server }) => {
  const show = await openNew(page, server, 'Points')
  const walks = (await show()).walks.length
  await takeTool(page, 'Walk')
  const at = await middle(plan(page))
  for (const [dx, dy] of [[-60, 10], [0, 10], [50, 20]]) await page.mouse.click(at.x + dx!, at.y + dy!) // prettier-ignore
  await page.keyboard.press('Escape')
  await expect.poll(async () => (await show()).walks.length).toBe(walks + 1)
  const drawn = (await show()).walks.at(-1)!
  expect(drawn.points).toHaveLength(3)
  // A press near one of its points takes that, though a lamp hangs there.
  const { x, y } = await spotAt(page, drawn.points[1]!.at[0], drawn.points[1]!.at[2])
  await drag(page, { x: x + 8, y: y - 3 }, { x: x + 8, y: y + 37 })
  await expect
    .poll(async () => (await show()).walks.at(-1)!.points[1]!.at[2])
    .toBeGreaterThan(drawn.points[1]!.at[2] + 0.4)
})

test('a zone is made around a prop by W, and Ctrl+A takes what stands in the place', async ({ page, server }) => {
  const show = await openNew(page, server, 'Around')
  const props = (await show()).place.props.length
  await takeTool(page, 'Prop')
  const at = await middle(plan(page))
  await page.mouse.click(at.x, at.y)
  await expect.poll(async () => (await show()).place.props.length).toBe(props + 1)
  await expect(desk(page).getByText('Is a')).toBeVisible()
  await page.keyboard.press('w')
  await expect(page.getByRole('menuitem', { name: /^A scare/ })).toBeVisible()
  await page.keyboard.press('Escape')
  await expect.poll(async () => (await show()).zones.length).toBe(1)
  const [zone] = (await show()).zones
  const prop = (await show()).place.props.at(-1)
  expect(zone!.shape).toMatchObject({ kind: 'box', at: [prop!.at[0], 0, prop!.at[2]] })

  await page.keyboard.press('Control+a')
  const { place, zones } = await show()
  const all = zones.length + place.props.length + place.lights.length + place.marks.length
  await expect(desk(page).getByRole('heading', { name: `${all} things chosen` })).toBeVisible()
  expect(await page.evaluate(() => getSelection()!.toString())).toBe('')
})

test('Shift takes one lane more; Space plays after a click on the speed', async ({ page, server }) => {
  await openDemo(page, server)
  await head(page, 'Rope post').click()
  const other = score(page).locator('button[data-zone][aria-pressed=false]').first()
  await other.click({ modifiers: ['Shift'] })
  await expect(desk(page).getByRole('heading', { name: '2 things chosen' })).toBeVisible()
  await expect(score(page).locator('button[data-zone][aria-pressed=true]')).toHaveCount(2)
  await score(page)
    .getByRole('button', { name: /^Speed/ })
    .click()
  const speed = await score(page)
    .getByRole('button', { name: /^Speed/ })
    .textContent()
  await page.keyboard.press('Space')
  await expect(score(page).getByRole('button', { name: 'Pause', exact: true })).toBeVisible()
  await page.keyboard.press('Space')
  await expect(score(page).getByRole('button', { name: /^Speed/ })).toHaveText(speed!)
})

test('a camera mark that is picked where none stands is put there', async ({ page, server }) => {
  const show = await openNew(page, server, 'Cameras')
  await drawZone(page)
  await expect(head(page, 'Hall doorway')).toBeVisible()
  await page.keyboard.press('w')
  await page.getByRole('menuitem', { name: /^Freeze with a camera/ }).click()
  await desk(page).getByRole('button', { name: 'Steps of its cue' }).click()
  await desk(page).locator('[data-step] button[aria-expanded]').first().click()
  const marks = (await show()).place.marks.length
  await desk(page)
    .getByRole('button', { name: /mark 1/ })
    .last()
    .click()
  await clickSpot(page, 2, 2)
  await expect.poll(async () => (await show()).place.marks.length).toBe(marks + 1)
  const made = (await show()).place.marks.at(-1)!
  expect(made).toMatchObject({ kind: 'camera', at: [2, 1.6, 2] })
  expect((await show()).cues[0]!.steps[0]).toMatchObject({ marks: [{ mark: made.id }] })
})

test('what is copied is said', async ({ page, server }) => {
  await openDemo(page, server)
  await clickThing(page, 'zone', 'rope-post')
  await page.keyboard.press('Control+c')
  await expect(page.getByRole('status').filter({ hasText: /^Copied: / })).toBeVisible()
})

test('at 1280 by 800 the sentence and both dials of a chosen rule are in sight', async ({ page, server }) => {
  await page.setViewportSize({ width: 1280, height: 800 })
  await openDemo(page, server)
  await head(page, 'Rope post').click()
  await expect(desk(page).getByText(/^Holds .* of .* returns?;/)).toBeAttached()
  for (const name of ['Debounce', 'Cooldown'])
    await expect(desk(page).getByRole('slider', { name })).toBeInViewport({ ratio: 1 })
  await expect(desk(page).locator('[data-sentence]').first()).toBeInViewport({ ratio: 1 })
})
