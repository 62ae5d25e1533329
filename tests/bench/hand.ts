import type { CDPSession, Locator, Page } from '@playwright/test'
import { line, middle } from './measure'

/**
 * A dial in the hand, beside the same hand in a bare page: a canvas of the score's size that a worker draws on, an input, and nothing
 * else. Both in one browser, in turn, so that what the machine does meanwhile is in both.
 */
const STEPS = 40
const ROUNDS = 3
const SCORE = { width: 1028, height: 372 }

const BARE = `<!doctype html><title>bare</title><canvas></canvas><input type="range" min="0" max="100" step="0.5" />
<script>
  const canvas = document.querySelector('canvas')
  const draw = () => {
    let picture
    onmessage = ({ data }) => {
      if (data.canvas) return void (picture = data.canvas.getContext('2d'))
      picture.clearRect(0, 0, picture.canvas.width, picture.canvas.height)
      picture.fillRect(data.value * 8, 20, 6, 300)
      postMessage({ at: performance.timeOrigin + performance.now() })
    }
  }
  const worker = new Worker(URL.createObjectURL(new Blob(['(' + draw + ')()'])))
  canvas.width = ${SCORE.width}
  canvas.height = ${SCORE.height}
  const apart = canvas.transferControlToOffscreen()
  worker.postMessage({ canvas: apart }, [apart])
  let version = 0
  let at = 0
  worker.onmessage = ({ data }) => ((at = data.at - performance.timeOrigin), version++)
  document.querySelector('input').oninput = ({ target }) => worker.postMessage({ value: Number(target.value) })
  window.esvik = { drawn: () => ({ version, at }), followed: () => version }
</script>`

interface Hand {
  /** From each input to what is drawn of it (ms). */
  redraws: number[]
  /** What the page's own thread did for each step (ms of its own, without what it waits for). */
  busy: number
  /** While the hand drags, from what stands behind it to the next of the kind (ms). */
  behind: number
}

/** A hand that drags for so long, moving at each frame (ms). */
const DRAGS = 2000
const behindOf = (dial: Locator): Promise<number> =>
  dial.evaluate(async (input: HTMLInputElement, drags) => {
    const followed = (): number => (window as any).esvik.followed()
    const [seen, began] = [followed(), performance.now()]
    for (let n = 0; performance.now() - began < drags; n++) {
      input.value = String(5 + (n % 40) * 0.5)
      input.dispatchEvent(new Event('input'))
      await new Promise(requestAnimationFrame)
    }
    const lasted = performance.now() - began
    input.dispatchEvent(new Event('change'))
    return lasted / Math.max(1, followed() - seen)
  }, DRAGS)

async function hand(page: Page, session: CDPSession, input: string): Promise<Hand> {
  const busyNow = async () => {
    const { metrics } = await session.send('Performance.getMetrics')
    return metrics.find(({ name }) => name === 'TaskDuration')!.value * 1000
  }
  const before = await busyNow()
  const redraws = await page.locator(input).evaluate(async (dial: HTMLInputElement, steps) => {
    const found: number[] = []
    const frame = () => new Promise(requestAnimationFrame)
    const drawn = (): { version: number; at: number } => (window as any).esvik.drawn()
    for (let n = 0; n < steps; n++) {
      const seen = drawn().version
      const began = performance.now()
      dial.value = String(5 + (n % 20) * 0.5)
      dial.dispatchEvent(new Event('input'))
      // When it was drawn is told by the worker's own clock, so a look at each frame is enough.
      while (drawn().version === seen) await frame()
      found.push(drawn().at - began)
      await frame()
    }
    return found
  }, STEPS)
  const busy = ((await busyNow()) - before) / STEPS
  await page.locator(input).evaluate((dial: HTMLInputElement) => dial.dispatchEvent(new Event('change')))
  return { redraws, busy, behind: await behindOf(page.locator(input)) }
}

/** `page` shows the dial named by `input` (CSS). */
export async function handFigures(page: Page, input: string): Promise<void> {
  const bare = await page.context().newPage()
  await bare.setContent(BARE)
  const sessions = [await page.context().newCDPSession(page), await page.context().newCDPSession(bare)] as const
  for (const session of sessions) await session.send('Performance.enable', { timeDomain: 'threadTicks' })
  const all: { own: Hand[]; bare: Hand[] } = { own: [], bare: [] }
  for (let round = 0; round < ROUNDS; round++) {
    await page.bringToFront()
    all.own.push(await hand(page, sessions[0], input))
    await bare.bringToFront()
    all.bare.push(await hand(bare, sessions[1], 'input'))
  }
  await bare.close()
  await page.bringToFront()
  const redraw = (hands: Hand[]) => middle(hands.flatMap(({ redraws }) => redraws))
  const busy = (hands: Hand[]) => middle(hands.map((each) => each.busy))
  const behind = (hands: Hand[]) => middle(hands.map((each) => each.behind))
  const two = (what: string, of: (hands: Hand[]) => number, bar: string) => {
    const [own, least] = [of(all.own), of(all.bare)]
    line(what, `${own.toFixed(1)} / ${least.toFixed(1)} ms`, `${bar}; ${(own / least).toFixed(2)} ×`)
  }
  two('a dial: from the input to the redrawn score / in a bare page', redraw, '≤ 1.5 × the bare page')
  two('  the page’s own thread, a step / in a bare page', busy, '≤ 6 ms')
  two('  while it is dragged, from 100 walkers behind it to the next', behind, '≤ 50 ms')
}
