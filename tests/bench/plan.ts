import type { Page } from '@playwright/test'
import { ask } from '../harness/api'
import { largePlace } from './furnished'
import { at, line, middle } from './measure'

/** How the plan behaves with 2,000 zones and 500 walls: opening, and the frames while a hand pans, zooms, lassos and drags. */
const FRAMES = 60
const ROUNDS = 3
const ZONES = 2000
const WALLS = 500

/** The same hand in a page that has nothing but a canvas of the plan's size, on which one rectangle is drawn at each move. */
const bareOf = (width: number, height: number) => `<!doctype html><title>bare</title><section aria-label="Plan">
<svg width="${width}" height="${height}" style="position:absolute"></svg><canvas width="${width}" height="${height}"></canvas></section>
<script>
  const picture = document.querySelector('canvas').getContext('2d')
  let at
  const draw = () => {
    picture.clearRect(0, 0, picture.canvas.width, picture.canvas.height)
    picture.fillRect(at.clientX, at.clientY, 40, 40)
    at = undefined
  }
  const heard = (event) => {
    if (!at) requestAnimationFrame(draw)
    at = event
  }
  addEventListener('pointermove', heard)
  addEventListener('wheel', heard)
</script>`

type Spot = { x: number; y: number }

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
  const bare = await page.context().newPage()
  await bare.setContent(bareOf(box.width, box.height))
  /** Both in turn, in one browser: what the machine does meanwhile is in both. */
  async function say(what: string, from: Spot, by: Spot, more: object = {}, wheel = false) {
    const found: { own: number[]; bare: number[] } = { own: [], bare: [] }
    for (let round = 0; round < ROUNDS; round++) {
      await bare.bringToFront()
      found.bare.push(...(await frames(bare, { x: 20, y: 60 }, by, more, wheel)))
      await page.bringToFront()
      found.own.push(...(await frames(page, from, by, more, wheel)))
      if (!wheel) await page.keyboard.press('Control+z')
    }
    const two = (values: number[]) => `${middle(values).toFixed(1)} / ${at(values, 0.95).toFixed(1)}`
    const ratio = at(found.own, 0.95) / at(found.bare, 0.95)
    line(
      `  a frame while one ${what} (median / 95 %), and in a bare page`,
      `${two(found.own)}, ${two(found.bare)} ms`,
      `≤ 16 / 33, 95 % ≤ 2 × the bare page; ${ratio.toFixed(2)} ×`,
    )
  }
  await page.keyboard.press('Escape')
  await say('pans', { x: box.x + 20, y: box.y + box.height - 40 }, { x: 3, y: -1 })
  await say('zooms', middleOf, { x: 0, y: 0 }, {}, true)
  await page.getByRole('button', { name: 'Whole place' }).click()
  await page.waitForTimeout(500)
  await say('lassos', { x: box.x + 20, y: box.y + 60 }, { x: 6, y: 2 }, { shiftKey: true })
  await page.keyboard.press('Escape')
  const zone = (await page.evaluate(() => (window as any).esvik.thingOnPage('zone', 'z-200'))) as Spot
  await page.mouse.click(zone.x, zone.y)
  await page.waitForTimeout(800)
  await say('drags a zone', zone, { x: 1, y: 0.5 })
  await bare.close()
}
