import { expect, type Page } from '@playwright/test'
import { logOf, prepare, run, walksOf, type RunEvent } from '../../core/engine'
import { readShow, type Show } from '../../core/show'
import { runOfWalker } from '../../core/study'
import { ask, demo } from '../harness/api'
import type { TestServer } from '../harness/server'
import { clock, colourAt, desk, drag, head, marks, openDemo, score, shownMarks, status, test } from './page'

const WALKS = ['curious', 'gull']
async function exported(server: TestServer): Promise<Show> {
  const { id } = await demo(server.url)
  const show = readShow((await ask(server.url, `/api/shows/${id}/export`)).body)
  await prepare(show)
  return show
}
const fires = (events: RunEvent[]): string[] =>
  events.flatMap((e) => (e.kind === 'fire' ? [`${e.zone ?? ''} ${e.t.toFixed(6)}`] : [])).sort()
const fired = async (page: Page): Promise<string[]> =>
  (await shownMarks(page, 'fired')).map(({ zone, t }) => `${zone} ${t.toFixed(6)}`).sort()
/** So tall that every lane is in sight, and the score has it all. */
async function openTall(page: Page, server: TestServer) {
  await page.setViewportSize({ width: 1280, height: 1100 })
  await openDemo(page, server)
  await page.keyboard.press('f')
}

test('another seed gives another run, the one that the engine gives with it', async ({ page, server }) => {
  const show = await exported(server)
  await openTall(page, server)
  await page.getByTitle('The run’s luck').or(page.getByTitle("The run's luck")).click()
  await page.getByLabel('Seed').fill('23')
  await page.keyboard.press('Enter')
  const log = logOf(show, run(show, walksOf(show, WALKS), { seed: 23 }))
  await expect.poll(() => fired(page)).toEqual(fires(log.events))
  await page.getByLabel('Seed').fill('-4')
  await page.keyboard.press('Enter')
  await expect(page.getByLabel('Seed')).toHaveValue('23')
})

test('another seed is outlined beside this one, and the two are swapped', async ({ page, server }) => {
  const show = await exported(server)
  await openTall(page, server)
  await page.getByRole('button', { name: /^seed 7/ }).click()
  await page.getByLabel('Outlined').fill('23')
  await page.keyboard.press('Enter')
  const timesOf = (seed: number) => {
    const times = new Map<string, string>()
    for (const event of logOf(show, run(show, walksOf(show, WALKS), { seed })).events)
      if (
        (event.kind === 'fire' || event.kind === 'held' || event.kind === 'enter' || event.kind === 'leave') &&
        event.zone
      )
        times.set(event.zone, `${times.get(event.zone) ?? ''} ${event.kind} ${event.t.toFixed(6)}`)
    return times
  }
  const [one, other] = [timesOf(7), timesOf(23)]
  const differ = show.zones.filter(({ id }) => one.get(id) !== other.get(id)).length
  expect(differ).toBeGreaterThan(0)
  await expect(page.getByText(`It goes otherwise in ${differ} of ${show.zones.length} lanes.`)).toBeVisible()
  await page.getByRole('button', { name: 'Swap' }).click()
  await expect.poll(() => fired(page)).toEqual(fires(logOf(show, run(show, walksOf(show, WALKS), { seed: 23 })).events))
  await page.getByRole('button', { name: 'None', exact: true }).click()
  await expect(page.getByLabel('Outlined')).toHaveValue('')
})

test('the loudest moment is one click away, with what makes it, and the plan says why it is louder than what goes on', async ({
  page,
  server,
}) => {
  await openDemo(page, server)
  await score(page).getByRole('button', { name: 'loudest' }).click()
  const parts = page.getByRole('region', { name: 'What makes it so loud' })
  await expect(parts).toContainText(/Loudest at 05:\d\d\.\d/)
  const first = parts.getByRole('listitem').first()
  await expect(first).toContainText(/Harbour horn.*\d+ %/)
  // The panel follows the playhead, and leads to the step.
  await first.getByRole('button').click()
  await expect(desk(page).getByRole('heading', { name: 'Horn answers' })).toBeVisible()
  await page.getByRole('region', { name: 'Plan' }).getByRole('button', { name: 'Heard' }).click()
  await page.mouse.move(5, 400)
  await expect(page.locator('[data-in-run]')).toContainText(/In the run it is −1\d LUFS.*Harbour horn/)
})

test('a dot behind a dial goes to the walker it was seen of, and back', async ({ page, server }) => {
  const show = await exported(server)
  await openTall(page, server)
  await page.keyboard.press('f')
  await page.keyboard.press('f')
  await head(page, 'Rope post').click()
  const dot = desk(page).locator('[data-dot]').first()
  await expect(dot).toBeAttached()
  const words = await dot.textContent()
  const [, walker, t] = /Walker (\d+) at ([\d.]+) s/.exec(words!)!
  await dot.click({ force: true })
  const back = score(page).getByRole('button', { name: `walker ${walker}, back` })
  await expect(back).toBeVisible()
  const [minutes, seconds] = (await clock(page).textContent())!.split(':').map(Number)
  expect(minutes! * 60 + seconds!).toBeCloseTo(Number(t), 0)
  await page.keyboard.press('f')
  const log = logOf(show, runOfWalker(show, { walks: WALKS }, Number(walker)))
  await expect.poll(() => fired(page)).toEqual(fires(log.events))
  await back.click()
  await expect.poll(() => fired(page)).toEqual(fires(logOf(show, run(show, walksOf(show, WALKS), { seed: 7 })).events))
})

test('keys and the wheel look closer and step back', async ({ page, server }) => {
  await openDemo(page, server)
  const gap = async () => {
    const [a, b] = await Promise.all([0, 1].map((n) => marks(page, 'fired', 'gull-perch').nth(n).boundingBox()))
    return b!.x - a!.x
  }
  await expect(marks(page, 'fired', 'gull-perch').nth(1)).toBeVisible()
  const whole = await gap()
  await page.keyboard.press('+')
  await expect.poll(gap).toBeCloseTo(whole / 0.7, 0)
  await page.keyboard.press('0')
  await expect.poll(gap).toBeCloseTo(whole, 0)
  const box = (await marks(page, 'fired', 'gull-perch').first().boundingBox())!
  await page.mouse.move(box.x + 60, box.y + 4)
  await page.mouse.wheel(0, -200)
  await expect.poll(gap).toBeGreaterThan(whole * 1.2)
  // The picture has moved with the marks: each has its match drawn where it can be reached.
  const mark = (await marks(page, 'fired', 'gull-perch').first().boundingBox())!
  await expect
    .poll(async () => {
      const [red, , blue] = await colourAt(page, { x: mark.x + mark.width / 2, y: mark.y + 3 })
      return red! > 200 && blue! < 140
    })
    .toBe(true)
})

test('a span is marked by dragging over the lanes, gone round in, and let go by a click', async ({ page, server }) => {
  await openDemo(page, server)
  const loop = score(page).getByRole('button', { name: 'loop' })
  await expect(loop).toBeDisabled()
  const box = (await score(page).locator('canvas').boundingBox())!
  const y = box.y + 120
  await drag(page, { x: box.x + 300, y }, { x: box.x + 420, y })
  await expect(loop).toBeEnabled()
  await page.keyboard.press('l')
  await expect(loop).toHaveAttribute('aria-pressed', 'true')
  await page.mouse.click(box.x + 600, y)
  await expect(loop).toBeDisabled()
  await expect(loop).toHaveAttribute('aria-pressed', 'false')
})

test('a mark says what it is, goes to its time and chooses its zone', async ({ page, server }) => {
  await openDemo(page, server)
  const held = marks(page, 'held', 'rope-post').first()
  const t = Number(await held.getAttribute('data-t'))
  await held.click()
  await expect(desk(page).getByRole('button', { name: 'Rope post, Name' })).toBeVisible()
  const [minutes, seconds] = (await clock(page).textContent())!.split(':').map(Number)
  expect(minutes! * 60 + seconds!).toBeCloseTo(t, 0)
  await held.hover()
  await expect(score(page).getByText(/^Held: cooldown/)).toBeVisible()
})

test('what a dial did is undone where it was dragged, and a slider keeps its own keys', async ({ page, server }) => {
  await openDemo(page, server)
  await head(page, 'Rope post').click()
  const cooldown = desk(page).getByRole('slider', { name: 'Cooldown' })
  const before = await cooldown.inputValue()
  await cooldown.focus()
  await page.keyboard.press('ArrowRight')
  await expect(cooldown).not.toHaveValue(before)
  await expect(clock(page)).toHaveText('00:00.0')
  await expect(status(page)).toContainText('Saved')
  await page.keyboard.press('Control+z')
  await expect(cooldown).toHaveValue(before)

  const number = desk(page).getByRole('button', { name: /, Cooldown$/ })
  // Evidence that comes moves what lies below it, perhaps from under the hand: then it takes hold once more.
  await expect(async () => {
    await page.mouse.up()
    await number.hover({ position: { x: 10, y: 8 } })
    const box = (await number.boundingBox())!
    await page.mouse.down()
    await page.mouse.move(box.x + 80, box.y + 8, { steps: 4 })
    await expect(cooldown).not.toHaveValue(before, { timeout: 2000 })
  }).toPass()
  await page.keyboard.press('Escape')
  await page.mouse.up()
  await expect(cooldown).toHaveValue(before)
})

test('lanes are shown by what they reach and by what happened; the canvas and the buttons agree', async ({
  page,
  server,
}) => {
  await openDemo(page, server)
  const heads = score(page).locator('button[data-zone][aria-pressed]')
  const all = await heads.count()
  await score(page).getByRole('button', { name: 'All lanes' }).click()
  await score(page)
    .getByRole('button', { name: /Happened$/ })
    .click()
  await page.getByRole('option', { name: 'where something was held' }).click()
  await expect.poll(() => heads.count()).toBeLessThan(all)
  const names = await heads.evaluateAll((buttons) => buttons.map((button) => (button as HTMLElement).dataset.zone!))
  const held = new Set((await shownMarks(page, 'held')).map(({ zone }) => zone))
  expect(held.size).toBeGreaterThan(3)
  expect(names).toEqual(expect.arrayContaining([...held]))
  await score(page)
    .getByRole('button', { name: /Sense$/ })
    .click()
  await page.getByRole('option', { name: 'that reach the hands' }).click()
  await expect(head(page, 'Drying rack threshold')).toBeVisible()
  await expect(head(page, 'Rope post')).toBeHidden()
  await score(page)
    .getByRole('group', { name: 'Which lanes are shown' })
    .getByRole('button', { name: 'All lanes' })
    .click()
  await expect.poll(() => heads.count()).toBe(all)
})
