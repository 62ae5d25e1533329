import type { Page } from '@playwright/test'
import { ask } from '../harness/api'
import { largePlace } from './furnished'
import { line, middle } from './measure'

/** How the plan behaves with 2,000 zones and 500 walls: opening, and the frames while a hand pans, zooms, lassos and drags. */
const FRAMES = 60
const ZONES = 2000
const WALLS = 500

type Spot = { x: number; y: number }
const at = (values: readonly number[], share: number): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length * share)]!

/** The time from frame to frame (ms) while a pointer moves once a frame. */
async function frames(page: Page, from: Spot, by: Spot, more: object = {}, wheel = false): Promise<number[]> {
  return page.evaluate(
    async ({ from, by, more, wheel, count }) => {
      const svg = document.querySelector('[aria-label=Plan] svg')!
      const send = (target: EventTarget, type: string, n: number, buttons: number) =>
        target.dispatchEvent(
          new PointerEvent(type, {
            bubbles: true,
            clientX: from.x + by.x * n,
            clientY: from.y + by.y * n,
            button: 0,
            buttons,
            ...more,
          }),
        )
      const frame = () => new Promise<number>(requestAnimationFrame)
      if (!wheel) send(svg, 'pointerdown', 0, 1)
      const found: number[] = []
      let last = await frame()
      for (let n = 1; n <= count; n++) {
        if (wheel)
          svg.dispatchEvent(
            new WheelEvent('wheel', {
              bubbles: true,
              cancelable: true,
              clientX: from.x,
              clientY: from.y,
              deltaY: n < count / 2 ? -40 : 40,
            }),
          )
        else send(window, 'pointermove', n, 1)
        const now = await frame()
        found.push(now - last)
        last = now
      }
      if (!wheel) send(window, 'pointerup', count, 0)
      return found
    },
    { from, by, more, wheel, count: FRAMES },
  )
}

export async function planFigures(page: Page, url: string): Promise<void> {
  const { body } = await ask(url, '/api/shows', 'POST', { document: largePlace(ZONES, WALLS) })
  const opens: number[] = []
  for (let n = 0; n < 3; n++) {
    const before = performance.now()
    await page.goto(`${url}/show/${body.id}`)
    await page.waitForFunction(() => (window as any).esvik?.planDrawn?.() > 0)
    await page.locator('[data-mark=fired]').first().waitFor()
    opens.push(performance.now() - before)
  }
  line('plan: opening 2,000 zones and 500 walls (median of 3)', `${middle(opens).toFixed(0)} ms`, '≤ 2,000 ms')
  await page.waitForTimeout(1500)
  const box = (await page.getByRole('region', { name: 'Plan' }).boundingBox())!
  const middleOf = { x: box.x + box.width / 2, y: box.y + box.height / 2 }
  const say = (what: string, found: number[]) =>
    line(
      `  a frame while one ${what} (median / 95 %)`,
      `${middle(found).toFixed(1)} / ${at(found, 0.95).toFixed(1)} ms`,
      '≤ 16 / 33',
    )
  await page.keyboard.press('Escape')
  say('pans', await frames(page, { x: box.x + 20, y: box.y + box.height - 40 }, { x: 3, y: -1 }))
  say('zooms', await frames(page, middleOf, { x: 0, y: 0 }, {}, true))
  await page.getByRole('button', { name: 'Whole place' }).click()
  await page.waitForTimeout(500)
  say('lassos', await frames(page, { x: box.x + 20, y: box.y + 60 }, { x: 6, y: 2 }, { shiftKey: true }))
  await page.keyboard.press('Escape')
  const zone = (await page.evaluate(() => (window as any).esvik.thingOnPage('zone', 'z-200'))) as Spot
  await page.mouse.click(zone.x, zone.y)
  await page.waitForTimeout(800)
  say('drags a zone', await frames(page, zone, { x: 1, y: 0.5 }))
}
