import { expect, type Page } from '@playwright/test'
import type { Show } from '../../core/show'
import { ask } from '../harness/api'
import { clickThing, openDemo, head, part, plan, spotAt, test, type } from './page'

type Rect = readonly [x0: number, y0: number, x1: number, y1: number]
const overlap = (a: Rect, b: Rect) => a[0] < b[2] && b[0] < a[2] && a[1] < b[3] && b[1] < a[3]

/** Every name that stands in the plan, and what lies over it, in pixels of its band. */
async function namesAndTools(page: Page): Promise<{ names: { words: string; rect: Rect }[]; tools: Rect[] }> {
  return plan(page).evaluate((band) => {
    const at = band.getBoundingClientRect()
    const of = (element: Element): Rect => {
      const { left, top, right, bottom } = element.getBoundingClientRect()
      return [left - at.left, top - at.top, right - at.left, bottom - at.top]
    }
    const zones = (window as never as { esvik: { planNames: () => { words: string; rect: Rect }[] } }).esvik.planNames()
    const chosen = [...band.querySelectorAll('text[data-name]')].map((text) => ({
      words: text.textContent ?? '',
      rect: of(text),
    }))
    const tools = [...band.querySelectorAll('[role=toolbar], [aria-label=Storeys], [aria-label="What is heard here"]')]
    return { names: [...zones, ...chosen], tools: tools.map(of) }
  })
}
/** Pairs that lie on each other; the box of letters in a line has a pixel or two of air above them. */
async function overlaps(page: Page): Promise<string[]> {
  const { names, tools } = await namesAndTools(page)
  const tight = names.map(({ words, rect: [x0, y0, x1, y1] }) => ({ words, rect: [x0, y0 + 2, x1, y1 - 2] as Rect }))
  return tight.flatMap(({ words, rect }, i) => [
    ...tight.slice(0, i).flatMap((other) => (overlap(rect, other.rect) ? [`${words} × ${other.words}`] : [])),
    ...tools.flatMap((tool) => (overlap(rect, tool) ? [`${words} × a tool`] : [])),
  ])
}
/** Waits until the picture has been drawn as it is seen now. */
async function rested(page: Page): Promise<void> {
  const drawn = () => page.evaluate(() => (window as never as { esvik: { planDrawn: () => number } }).esvik.planDrawn())
  let last = -1
  await expect
    .poll(
      async () => {
        const [before, now] = [last, await drawn()]
        last = now
        return before === now
      },
      { intervals: [150] },
    )
    .toBe(true)
}

test('names in the plan never lie on each other or on a tool, at any zoom, with something chosen and what is heard', async ({
  page,
  server,
}) => {
  await page.setViewportSize({ width: 1280, height: 800 })
  await openDemo(page, server)
  await expect.poll(async () => (await namesAndTools(page)).names.length).toBeGreaterThan(12)
  const box = (await plan(page).boundingBox())!
  for (const chosen of [undefined, 'w', 'heard']) {
    if (chosen === 'w') {
      await head(page, 'Press hall dread').click()
      await expect(plan(page).locator('text[data-name]')).toHaveCount(1)
    }
    if (chosen === 'heard') await plan(page).getByRole('button', { name: 'Heard' }).click()
    await plan(page).getByRole('button', { name: 'Whole place' }).click()
    await page.mouse.move(box.x + box.width * 0.55, box.y + box.height * 0.55)
    for (const wheel of [0, -220, -220, -220, -400, -600, 900, 700, 500]) {
      await page.mouse.wheel(0, wheel)
      await rested(page)
      expect(await overlaps(page), `${chosen}, zoomed by ${wheel}`).toEqual([])
    }
  }
})

test('the place is fitted to what is free of tools, and stays where it is as one builds', async ({ page, server }) => {
  await page.setViewportSize({ width: 1280, height: 800 })
  await openDemo(page, server)
  await plan(page).getByRole('button', { name: 'Whole place' }).click()
  const { tools } = await namesAndTools(page)
  const box = (await plan(page).boundingBox())!
  const { body } = await ask(server.url, `/api/shows/${new URL(page.url()).pathname.split('/').at(-1)}`)
  const { place } = body.show as Show
  for (const floor of place.floors)
    for (const [x, z] of floor.outline) {
      const at = await spotAt(page, x, z)
      const [left, top] = [at.x - box.x, at.y - box.y]
      expect(left > 0 && top > 0 && left < box.width && top < box.height, floor.name).toBe(true)
      expect(
        tools.some((tool) => overlap([left, top, left, top], tool)),
        floor.name,
      ).toBe(false)
    }
  // A mark that goes far outside moves nothing under the hand.
  const before = await spotAt(page, 0, 0)
  await clickThing(page, 'mark', place.marks[0]!.id)
  await type(page, 'X', '60')
  await expect(part(page, 'X')).toHaveText(/60/)
  expect(await spotAt(page, 0, 0)).toEqual(before)
})
